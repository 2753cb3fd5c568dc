// `npm run shots`: the pictures in docs/screenshots/, from the demo data, at 1280x800.
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { ElementHandle, Page } from 'puppeteer-core'
import { openBrowser, openTab, press } from '../tests/support/openBrowser'
import type { Theme } from '../tests/support/openBrowser'
import { chooseProgram, button, fill, seen } from '../tests/support/screen'
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
  { name: 'interlock-day', path: '/levers/lever-20', theme: 'day', act: showInterlock },
  { name: 'variants-day', path: '/levers/lever-6/variants', theme: 'day', act: tabulateVariants },
  { name: 'exchange-day', path: '/exchange', theme: 'day', act: previewImport },
  { name: 'programs-night', path: '/programs', theme: 'night' },
  { name: 'keys-day', path: '/keys', theme: 'day', act: chooseKey },
  { name: 'capture-day', path: '/levers/lever-12', theme: 'day', act: captureKeys },
  { name: 'explanation-night', path: '/keys?tab=history', theme: 'night', act: explainKeys },
  { name: 'timing-lab-day', path: '/keys?tab=lab', theme: 'day', act: replayTyping },
  { name: 'levers-night', path: '/levers', theme: 'night', act: askWhy },
  { name: 'ledger-day', path: '/ledger', theme: 'day' },
  { name: 'launcher-dark-adapted', path: '/bench', theme: 'dark-adapted', act: findChart },
  { name: 'settings-day', path: '/settings', theme: 'day' },
  { name: 'devices-day', path: '/bench', theme: 'day', act: watchDevices },
  { name: 'sheet-day', path: '/levers/lever-37', theme: 'day', act: stepThrough },
  { name: 'sheet-night', path: '/levers/lever-40', theme: 'night', act: lookAtValues },
  { name: 'question-night', path: '/bench', theme: 'night', act: askWhoVisits },
]

ensureBuilt()
const server = await startServer()
const browser = await openBrowser()
try {
  for (const { name, path, theme, act } of shots) {
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

/** The rows of a table, sorted, with what names stand for in its loop. */
async function lookAtValues(page: Page): Promise<void> {
  await page.waitForSelector('[aria-label="Steps of the run sheet"]')
  await page.focus('[aria-label="Steps of the run sheet"]')
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowDown')
  await seen(page, 'row.target')
  await page.evaluate(() => document.querySelector('[aria-label="Values here"]')?.scrollIntoView({ block: 'end' }))
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

/** The speakers quiet for a while, the displays described, a device that does not follow. */
async function watchDevices(page: Page): Promise<void> {
  await press(page, 'Meta+Alt+I')
  await press(page, 'Meta+Alt+Q')
  await seen(page, 'goes on in')
  await page.click('#panel-devices')
  await page.waitForSelector('.more summary')
  await page.click('.more summary')
}

async function showInterlock(page: Page): Promise<void> {
  await page.waitForSelector('.interlock')
  await page.$eval('.interlock', (element) => element.scrollIntoView({ block: 'center' }))
}

async function askWhy(page: Page): Promise<void> {
  await press(page, 'Ctrl+Alt+V')
  await page.click('.trail button')
  await seen(page, 'its frame is off')
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

async function captureKeys(page: Page): Promise<void> {
  await seen(page, 'Cairn Web takes')
  await page.$eval('.triggers', (element) => element.scrollIntoView())
  await page.click('button[aria-label^="Choose sequence 2 on a drawn"]')
}

async function explainKeys(page: Page): Promise<void> {
  await page.focus('[aria-label="Key events, latest first"]')
  await press(page, 'Ctrl+Alt+N')
  await press(page, 'Meta+O')
  await page.keyboard.press('KeyC')
  await press(page, 'Meta+O')
  await page.keyboard.press('KeyX')
  await press(page, 'Ctrl+Alt+V')
  await page.waitForFunction(() =>
    [...document.querySelectorAll('.event')].some((row) => row.textContent!.includes('Pulled 12')),
  )
  await page.click('.tools .el-switch')
  await page.waitForFunction(() => document.querySelectorAll('.event').length > 12)
  await page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('.event')]
      .find((row) => row.textContent!.includes('MetaO') && row.textContent!.includes('passed on'))
      ?.click(),
  )
}

async function replayTyping(page: Page): Promise<void> {
  await button(page, 'Replay')
  await page.waitForSelector('.proposal')
  await page.waitForSelector('.apexcharts-series')
}

async function findChart(page: Page): Promise<void> {
  await page.keyboard.press('F2')
  await page.keyboard.type('comet ch')
  await seen(page, 'Comet chart')
}
