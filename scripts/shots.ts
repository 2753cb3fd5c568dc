// `npm run shots`: the pictures in docs/screenshots/, from the demo data, at 1280x800.
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { ElementHandle, Page } from 'puppeteer-core'
import { openBrowser, openTab, press } from '../tests/support/openBrowser'
import type { Theme } from '../tests/support/openBrowser'
import { chooseProgram, button, fill, radio, seen } from '../tests/support/screen'
import { startServer } from '../tests/support/startServer'
import { ensureBuilt } from './ensureBuilt.mjs'

interface Shot {
  name: string
  path: string
  theme: Theme
  act?: (page: Page) => Promise<void>
}

const shots: Shot[] = [
  { name: 'levers-day', path: '/levers', theme: 'day' },
  { name: 'editor-day', path: '/levers/new', theme: 'day', act: composeLever },
  { name: 'bench-night', path: '/bench', theme: 'night', act: setUpDesk },
  { name: 'variants-day', path: '/levers/lever-6/variants', theme: 'day', act: tabulateVariants },
  { name: 'exchange-day', path: '/exchange', theme: 'day', act: previewImport },
  { name: 'programs-night', path: '/programs', theme: 'night' },
  { name: 'keys-day', path: '/keys', theme: 'day', act: chooseKey },
  { name: 'ledger-day', path: '/ledger', theme: 'day', act: lookBack },
  { name: 'board-day', path: '/bench', theme: 'day', act: findDome },
  { name: 'rack-day', path: '/rack?page=all', theme: 'day' },
  { name: 'turntable-day', path: '/bench', theme: 'day', act: turnTo(640, 300, 80) },
  { name: 'check-up-night', path: '/check-up', theme: 'night', act: moveCharts },
  { name: 'turntable-dark-adapted', path: '/bench', theme: 'dark-adapted', act: turnTo(1270, 60, -60) },
  { name: 'turntable-editor-night', path: '/levers/lever-47', theme: 'night', act: chooseFirstRow },
  { name: 'settings-day', path: '/settings', theme: 'day' },
  { name: 'sheet-day', path: '/levers/lever-37', theme: 'day', act: stepThrough },
  { name: 'words-day', path: '/levers/lever-25', theme: 'day', act: sayThreeSentences },
  { name: 'recording-night', path: '/bench', theme: 'night', act: recordAndLook },
  { name: 'question-night', path: '/bench', theme: 'night', act: askWhoVisits },
]

/** `npm run shots rack-day` makes that one only. */
const wanted = process.argv.slice(2)
ensureBuilt()
const server = await startServer()
const browser = await openBrowser()
try {
  for (const { name, path, theme, act } of shots) {
    if (wanted.length > 0 && !wanted.includes(name)) continue
    const page = await openTab(browser, server.url, path, theme)
    await act?.(page)
    await new Promise((resolve) => setTimeout(resolve, 250))
    await page.screenshot({
      path: new URL(`../docs/screenshots/${name}.png`, import.meta.url).pathname as `${string}.png`,
    })
    await page.close()
  }
} finally {
  await browser.close()
  await server.stop()
}

/** The visit, paused in the middle of its loop. */
async function stepThrough(page: Page): Promise<void> {
  await page.waitForSelector('[aria-label="Steps of the run sheet"]')
  await page.focus('[aria-label="Steps of the run sheet"]')
  for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowDown')
  await page.keyboard.press('F9')
  await button(page, 'Pull it all')
  for (let i = 0; i < 3; i++) {
    await seen(page, 'It pauses before the lit row.')
    await new Promise((resolve) => setTimeout(resolve, 300))
    await button(page, 'Go on')
  }
  await seen(page, 'It pauses before the lit row.')
  await page.waitForFunction(() => !document.querySelector('[aria-label="Announcements"] li'))
}

async function askWhoVisits(page: Page): Promise<void> {
  await page.evaluate(
    () =>
      void fetch('/api/levers/lever-38/pull', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: '{}',
      }),
  )
  await seen(page, 'Beckside School')
}

/** One lever over some pulls, one of which failed, and what became of the last. */
async function lookBack(page: Page): Promise<void> {
  const send = (path: string, body: object, method = 'POST') =>
    fetch(server.url + path, {
      method,
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    })
  for (const id of ['lever-4', 'lever-1', 'lever-4', 'lever-8', 'lever-5', 'lever-3', 'lever-4', 'lever-22', 'lever-4'])
    await send(`/api/levers/${id}/pull`, { source: 'key' })
  await page.goto(`${server.url}/ledger?lever=lever-4`)
  await page.waitForSelector('.apexcharts-bar-area')
  await button(page, 'What is different now')
  await seen(page, 'Since then')
}

async function composeLever(page: Page): Promise<void> {
  await fill(page, '.field input', 'Red chart of the comets')
  await chooseProgram(page, 'Program of step 1', 'ar', 'Atlas Room')
  for (const argument of ['--profile=red', '${charts}/south.atlas', '${charts}/comets.overlay']) {
    await button(page, 'Argument')
    await page.keyboard.type(argument)
  }
  await button(page, 'Chord')
  await page.click('button[aria-label="Press chord 1"]')
  await press(page, 'Ctrl+Alt+C')
  await seen(page, 'already pulls 3')
}

/** A text being written, a folder, and what was done by hand. */
async function setUpDesk(page: Page): Promise<void> {
  const act = (step: Record<string, unknown>) =>
    fetch(`${server.url}/api/bench/acts`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ step: { id: 'act', ...step } }),
    })
  await act({
    kind: 'programs.put-away',
    which: { kind: 'all-but', programIds: ['night-book', 'fell-weather'] },
    how: 'hide',
  })
  await act({ kind: 'place.open', places: ['${downloads}'] })
  await act({ kind: 'windows.place', which: { kind: 'front' }, place: { kind: 'named', name: 'right' } })
  await act({ kind: 'program.raise', programId: 'night-book' })
  await act({ kind: 'windows.place', which: { kind: 'front' }, place: { kind: 'named', name: 'left' } })
  await page.focus('[data-bench-screen]')
  if (!(await page.$eval('article[aria-label^="Night Book"] pre', (text) => text.innerText.includes('21:10')))) {
    await page.keyboard.type('21:10 Comet, seeing good ')
    await press(page, 'Meta+Alt+Y')
  }
  await page.click('#panel-acts')
  await seen(page, 'Types “21:10 Comet, seeing good ”.')
}

async function tabulateVariants(page: Page): Promise<void> {
  await button(page, 'A row for each edition (3)')
  await button(page, 'In a row')
  await fill(page, 'input[aria-label="Chord of row 3"]', 'Ctrl+Alt+A')
  await seen(page, 'already pulls 1')
}

async function previewImport(page: Page): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'keen-lever-shots-'))
  const files = {
    'fell-survey.desktop':
      '[Desktop Entry]\nType=Application\nName=Fell Survey\nExec=/opt/survey/run --grid=fine ' +
      '%F\nKeywords=survey;fell;\nActions=night;\n\n[Desktop Action night]\nName=By night\nExec=/opt/survey/run --night\n',
    'watch-rota.desktop': '[Desktop Entry]\nType=Link\nName=Watch rota\nURL=https://rota.harrowfell.example/week\n',
    'old-mast.desktop': '[Desktop Entry]\nType=Application\nName=Old mast\nExec=mast\nHidden=true\n',
    'broken.desktop': '[Desktop Entry]\nType=Application\nName=Broken\nExec=run "open\n',
  }
  for (const [name, text] of Object.entries(files)) writeFileSync(join(folder, name), text)
  await radio(page, 'Desktop Entries')
  const input = (await page.$('input[aria-label="Desktop Entry files"]')) as ElementHandle<HTMLInputElement>
  await input.uploadFile(...Object.keys(files).map((name) => join(folder, name)))
  await seen(page, '2 new')
  await button(page, 'Make the files')
  await seen(page, 'with something left out')
}

async function chooseKey(page: Page): Promise<void> {
  await page.waitForSelector('[data-code="KeyA"].ours')
  await page.click('[data-code="KeyA"]')
}

/** Programs, files, controls and levers by the same letters. */
async function findDome(page: Page): Promise<void> {
  await page.keyboard.press('F2')
  await page.keyboard.type('do')
  await seen(page, 'dome faults.log')
}

/** A lever that takes its inputs in the line. */
/** A turntable, held open where the pointer was pressed, and then moved sideways. */
function turnTo(x: number, y: number, by: number) {
  return async (page: Page): Promise<void> => {
    await page.mouse.move(x, y)
    await page.mouse.down({ button: 'middle' })
    await new Promise((resolve) => setTimeout(resolve, 250))
    await page.mouse.move(x + by, y, { steps: 4 })
  }
}

async function chooseFirstRow(page: Page): Promise<void> {
  await page.focus('[aria-label="Steps of the run sheet"]')
  await page.keyboard.press('ArrowDown')
  await page.waitForSelector('input[aria-label="Name of road 1"]')
  await page.mouse.move(1080, 400)
}

/** Sentences with a word that could mean two things, and one that means nothing here. */
async function sayThreeSentences(page: Page): Promise<void> {
  const field = '[aria-label="Say what it shall do"] textarea'
  await page.waitForSelector(field)
  await page.type(
    field,
    'Close Cairn Web and Beck Pages. Mute the intercom for ten minutes. If the finder camera is missing, say “No camera” loudly.',
  )
  await seen(page, 'places are in doubt')
}

/** A window raised and told something, a level set, a text typed; then what was made of it. */
async function recordAndLook(page: Page): Promise<void> {
  const post = (path: string, body: object) =>
    page.evaluate(
      async (to: string, said: string) => {
        await fetch(to, { method: 'POST', headers: { 'content-type': 'application/json' }, body: said })
      },
      path,
      JSON.stringify(body),
    )
  const act = (step: object) => post('/api/bench/acts', { step: { id: 'act', onFailure: 'stop', ...step } })
  await post('/api/recorder', { to: 'on' })
  const book = { kind: 'program', programId: 'night-book' }
  await post('/api/open', { programId: 'dome-desk' })
  await act({ kind: 'windows.set', which: book, to: 'front' })
  await act({ kind: 'program.tell', programId: '', verb: 'write-the-time' })
  await act({ kind: 'text.type', text: ' Veil, first series.', programId: '' })
  const speakers = { kind: 'devices', deviceIds: ['desk-speakers'] }
  await act({ kind: 'device.control', target: speakers, controlId: 'volume', to: { kind: 'set', value: 20 } })
  await act({ kind: 'windows.place', which: book, place: { kind: 'named', name: 'left' } })
  await post('/api/recorder', { to: 'off' })
  await page.goto(new URL('/recording', page.url()).href)
  await seen(page, 'Veil, first series')
}

/** With a folder renamed, so that there is something to be mended. */
async function moveCharts(page: Page): Promise<void> {
  await page.evaluate(() =>
    fetch('/api/bench/changes', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ changes: [{ kind: 'file.move', from: '/home/watch/charts', to: '/home/watch/maps' }] }),
    }),
  )
  await seen(page, 'There is no such file')
  await page.focus('[aria-label="Findings"]')
}
