import type { Page } from 'puppeteer-core'
import { expect, test } from 'vitest'
import { fileTree, namesIn } from '../../core/bench'
import type { WrittenBench } from '../../core/bench'
import type { RunSummary } from '../../contract'
import { eventually } from '../support/api'
import { browserSession } from '../support/browserSession'
import { press } from '../support/openBrowser'
import { answer, button, seen, unseen } from '../support/screen'

const session = browserSession()
let page: Page

const bench = async () => (await session.call<{ state: WrittenBench }>('GET', '/api/bench')).body.state
const names = async (folder: string) =>
  namesIn(fileTree((await bench()).files), folder)
    .map(([name]) => name)
    .sort()
const act = (step: Record<string, unknown>) => session.call('POST', '/api/bench/acts', { step: { id: 'act', ...step } })
const windowOf = async (programId: string) =>
  Object.values((await bench()).windows).find((window) => window.programId === programId)
const logText = async () => {
  const state = await bench()
  const [document] = state.windows['w-book']!.content.documents
  return document!.draft?.text ?? ''
}
const lastRun = async () => (await session.call<RunSummary[]>('GET', '/api/runs?limit=1')).body[0]!

/** Where an element stands once it has come to rest in sight: windows that were just opened are still being placed. */
async function atRest(selector: string) {
  let before = ''
  return eventually(async () => {
    const found = (await page.waitForSelector(selector))!
    const box = await found.boundingBox()
    const inSight = await found.evaluate((element) => {
      const { x, y, width } = element.getBoundingClientRect()
      return element.contains(document.elementFromPoint(x + Math.min(60, width / 2), y + 8))
    })
    const now = JSON.stringify(box)
    const same = now === before
    before = now
    return box && inSight && same ? box : undefined
  })
}

/** Drags from one element to a point of another, as a hand does, in steps. */
async function drag(from: string, to: string, at: { x: number; y: number } = { x: 0.5, y: 0.5 }): Promise<void> {
  const [start, end] = await Promise.all([from, to].map(atRest))
  await page.mouse.move(start!.x + Math.min(60, start!.width / 2), start!.y + 8)
  await page.mouse.down()
  await page.mouse.move(end!.x + end!.width * at.x, end!.y + end!.height * at.y, { steps: 8 })
  await page.mouse.up()
}

async function onScreen(): Promise<void> {
  page = await session.open('/bench')
  await page.focus('[data-bench-screen]')
}

test('a text is typed into the document in front: a sign by a lever, the rest by hand, saved by the program’s own key', async () => {
  await onScreen()
  await page.click('article[aria-label^="Night Book"] .title')
  await page.focus('[data-bench-screen]')
  await page.keyboard.type('Frost, -2')
  await press(page, 'Meta+Alt+G')
  await page.keyboard.type('C ')
  await press(page, 'Meta+Alt+Y')
  await seen(page, 'Frost, -2°C ✓')
  expect(await logText()).toMatch(/Frost, -2°C ✓$/)
  await press(page, 'Ctrl+S')
  await eventually(async () => {
    const file = (await bench()).files['/home/watch/documents/logs/tonight.log']
    return file?.kind === 'file' && file.text?.endsWith('Frost, -2°C ✓')
  })
  await page.click('#panel-acts')
  await seen(page, 'Sends Ctrl+S to the program in front.')
  await seen(page, 'Types “C ”.')
})

test('a window goes to the other display and to another desktop, by hand and by a key', async () => {
  await onScreen()
  await drag('article[aria-label^="Night Planner"] .title', '[data-display="display-right"]', { x: 0.98, y: 0.5 })
  await eventually(async () => (await windowOf('night-planner'))?.displayId === 'display-right')
  expect((await windowOf('night-planner'))!.area).toEqual({ x: 50, y: 0, width: 50, height: 100 })
  await drag('article[aria-label^="Night Planner"] .title', '[data-desktop="2"]')
  await eventually(async () => (await windowOf('night-planner'))?.desktop === 2)
  await page.waitForSelector('article[aria-label^="Night Planner"]', { hidden: true })
  await press(page, 'Meta+Alt+2')
  await page.waitForSelector('article[aria-label^="Night Planner"]')
  await page.click('[data-desktop="1"] button')
  await page.click('article[aria-label^="Cairn Web"] .title')
  await page.focus('[data-bench-screen]')
  await press(page, 'Meta+Alt+ArrowRight')
  await eventually(async () => (await windowOf('cairn-web'))?.desktop === 3)
  expect(await windowOf('cairn-web')).toMatchObject({ displayId: 'display-right', desktop: 3 })
})

test('a folder is swept by a key and put back by a click; a file is dragged, thrown away, and comes back', async () => {
  const before = await names('/home/watch/downloads')
  await act({ kind: 'place.open', places: ['${downloads}'] })
  await act({ kind: 'windows.place', which: { kind: 'front' }, place: { kind: 'named', name: 'right' } })
  await onScreen()
  await press(page, 'Meta+Alt+X')
  await seen(page, 'The downloads are swept.')
  expect(await names('/home/watch/downloads')).toEqual(['mast readings.txt', 'rota "week 48".txt'])
  expect(await names('/home/watch/documents/for later')).toHaveLength(12)
  await session.call('POST', `/api/runs/${(await lastRun()).id}/put-back`)
  await page.waitForSelector('[id$="-comet-0007.exposure"]')
  expect(await names('/home/watch/downloads')).toEqual(before)

  await act({ kind: 'place.open', places: ['${documents}'] })
  await act({ kind: 'windows.place', which: { kind: 'front' }, place: { kind: 'named', name: 'bottom-left' } })
  await drag('[id$="-mast readings.txt"]', '[id$="-for later"]')
  await eventually(async () => (await names('/home/watch/documents/for later')).includes('mast readings.txt'))
  await page.click('[id$="-comet-0001.exposure"]')
  await page.keyboard.down('Shift')
  await page.click('[id$="-comet-0003.exposure"]')
  await page.keyboard.up('Shift')
  await eventually(async () => {
    const open = Object.values((await bench()).windows).find(({ content }) => content.selected?.length === 3)
    return open !== undefined
  })
  await page.keyboard.press('Delete')
  await eventually(async () => (await names('/home/watch/bin')).length === 3)
  await act({ kind: 'place.open', places: ['${bin}'] })
  await page.click('[id$="-comet-0002.exposure"]')
  await button(page, 'Take out')
  await eventually(async () => (await names('/home/watch/downloads')).includes('comet-0002.exposure'))
  expect(await names('/home/watch/bin')).toEqual(['comet-0001.exposure', 'comet-0003.exposure'])
})

test('of twelve programs all but those of the night close on one key; the one that asks keeps none of the others', async () => {
  const all = Object.keys((await bench()).programs).slice(0, 14)
  for (const programId of all) await act({ kind: 'program.open', programId })
  expect(new Set(Object.values((await bench()).windows).map(({ programId }) => programId)).size).toBeGreaterThan(11)
  await act({ kind: 'program.raise', programId: 'night-planner' })
  await act({ kind: 'text.type', text: '03:00 Moon', programId: 'night-planner' })
  page = await session.open('/levers/lever-22')
  await seen(page, 'There is unsaved work in Night Planner; a pull will ask about it.')
  await onScreen()
  await press(page, 'Meta+Alt+K')
  await seen(page, 'There is unsaved work in Night Planner')
  const open = async () => [...new Set(Object.values((await bench()).windows).map(({ programId }) => programId))].sort()
  const night = ['atlas-room', 'dome-desk', 'fell-weather', 'night-book', 'plate-catcher', 'steady-guide']
  expect(await open()).toEqual([...night, 'night-planner'].sort())
  const other = await session.open('/ledger')
  await seen(other, 'There is unsaved work in Night Planner')
  await answer(other, 'Save and close')
  await unseen(page, 'There is unsaved work in Night Planner')
  await eventually(async () => (await open()).length === night.length)
  expect(await open()).toEqual(night)
  const plan = (await bench()).files['/home/watch/documents/tonight.plan']
  expect(plan).toMatchObject({ text: expect.stringContaining('03:00 Moon') })
})

test('everything is hidden on one key and shown on its neighbour; the clock runs forward and ends a rest', async () => {
  await onScreen()
  await press(page, 'Meta+Alt+J')
  await seen(page, 'No window is open.')
  await press(page, 'Meta+Alt+H')
  await unseen(page, 'No window is open.')
  await press(page, 'Meta+Alt+R')
  await seen(page, 'Rest for half an hour')
  await seen(page, 'goes on in 30 min')
  await button(page, '+1 h')
  await seen(page, 'Half an hour is over.')
  await answer(page, 'Read')
  await unseen(page, 'Half an hour is over.')
  await button(page, 'set right')
})
