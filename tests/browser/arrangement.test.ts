import type { Page } from 'puppeteer-core'
import { expect, test } from 'vitest'
import type { WrittenBench } from '../../core/bench'
import type { Lever } from '../../core/levers'
import { eventually } from '../support/api'
import { browserSession } from '../support/browserSession'
import { press } from '../support/openBrowser'
import { button, chooseProgram, fill, seen } from '../support/screen'

const session = browserSession()
let page: Page

const bench = async () => (await session.call<{ state: WrittenBench }>('GET', '/api/bench')).body.state
const levers = async () => (await session.call<Lever[]>('GET', '/api/levers')).body
const act = (step: object) => session.call('POST', '/api/bench/acts', { step: { id: 'act', ...step } })
/** Each window with its program, state and place, in the order of the stack. */
const desk = async () => {
  const { stack, windows } = await bench()
  return stack.map((id) => {
    const { programId, mode, displayId, content } = windows[id]!
    return [programId, mode, displayId, content.documents.map(({ path }) => path)]
  })
}
const states = () => page.$$eval('.wanted .state', (all) => all.map((state) => state.textContent.trim()))

test('the bench is kept as an arrangement, disturbed, restored with one key, and put back with the same', async () => {
  page = await session.open('/bench')
  const before = await desk()
  await button(page, 'Keep this arrangement')
  await page.waitForSelector('.wanted')
  expect(new Set(await states())).toEqual(new Set(['is so']))
  await seen(page, 'all is as wanted')
  await fill(page, 'input[id][maxlength], .el-input__inner', 'As the watch begins')
  await button(page, 'Save')
  const lever = await eventually(async () => (await levers()).find(({ name }) => name === 'As the watch begins'))
  expect(lever.pulledAgain).toBe('put-back')
  const triggers = [{ id: 't1', kind: 'chord', chord: 'Ctrl+Alt+Shift+F5', wins: 'auto' }]
  await session.call('PATCH', `/api/levers/${lever.id}`, { version: lever.version, triggers })

  await act({
    kind: 'windows.place',
    which: { kind: 'program', programId: 'fell-weather' },
    display: { kind: 'named', deviceId: 'display-left' },
  })
  await act({ kind: 'program.close', programId: 'cairn-web', unsaved: 'discard' })
  await act({ kind: 'windows.set', which: { kind: 'program', programId: 'night-planner' }, to: 'minimized' })
  await act({ kind: 'program.open', programId: 'dome-desk', args: [] })
  const disturbed = await desk()

  // What would be done is shown before it is.
  page = await session.open(`/levers/${lever.id}`)
  await page.waitForSelector('.wanted')
  await seen(page, 'Opens Cairn Web with')
  await seen(page, 'Puts a window of Fell Weather on Right display.')
  await seen(page, 'Restores a window of Night Planner.')

  page = await session.open('/bench')
  await page.focus('[data-bench-screen]')
  await press(page, 'Ctrl+Alt+Shift+F5')
  const wanted = before.map((window) => JSON.stringify(window))
  await eventually(async () => {
    const now = (await desk()).map((window) => JSON.stringify(window))
    return wanted.every((window) => now.includes(window)) && now.length === wanted.length + 1
  })
  expect((await desk()).at(-1)![0]).toBe(before.at(-1)![0])

  await page.focus('[data-bench-screen]')
  await press(page, 'Ctrl+Alt+Shift+F5')
  await eventually(async () => JSON.stringify(await desk()) === JSON.stringify(disturbed))
})

test('one is written: windows, where they stand, settings; what cannot be reached is told with the reason', async () => {
  page = await session.open('/levers/new')
  await fill(page, '.el-input__inner', 'For visitors')
  const kind = await page.waitForSelector('input[aria-label^="Kind of"]')
  const label = await kind!.evaluate((input) => input.ariaLabel!)
  await chooseProgram(page, label, 'arrangement', 'Reach an arrangement')
  await seen(page, 'Nothing is wanted yet.')
  await button(page, 'A window')
  await chooseProgram(page, 'Program of window 1', 'visitor', 'Visitor Board')
  await page.waitForFunction(() => document.querySelector('.wanted .state')?.textContent.includes('step'))
  await page.waitForFunction(() => document.querySelector('.way ol')?.textContent.includes('Opens Visitor Board'))
  await button(page, 'A window')
  await chooseProgram(page, 'Program of window 2', 'visitor', 'Visitor Board')
  await seen(page, 'Visitor Board has one window only, and another one is wanted already.')
  await page.click('button[aria-label="Leave out window 2"]')
  await button(page, 'Take the frames')
  await page.waitForFunction(() => document.querySelectorAll('.wanted .state').length === 4)
  await page.$eval('input[aria-label="Outreach on"]', (input) => (input as HTMLElement).click())
  await page.waitForFunction(() => document.querySelector('.way ol')?.textContent.includes('Outreach'))
  await button(page, 'Save')
  const lever = await eventually(async () => (await levers()).find(({ name }) => name === 'For visitors'))
  expect(lever.steps).toMatchObject([
    { kind: 'bench.arrange', windows: [{ programId: 'visitor-board', mode: 'normal' }], rest: 'leave' },
  ])
  await session.call('POST', `/api/levers/${lever.id}/pull`, {})
  await eventually(async () =>
    Object.values((await bench()).windows).some(({ programId }) => programId === 'visitor-board'),
  )
  expect((await bench()).frameSwitches).toMatchObject({ outreach: true })
})
