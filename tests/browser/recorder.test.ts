import type { Page } from 'puppeteer-core'
import { expect, test } from 'vitest'
import type { AnswerOf } from '../../contract'
import type { BenchState } from '../../core/bench'
import type { Lever } from '../../core/levers'
import { eventually } from '../support/api'
import { browserSession } from '../support/browserSession'
import { press } from '../support/openBrowser'
import { button, seen } from '../support/screen'

const session = browserSession()
let page: Page

const bench = async () => (await session.call<{ state: BenchState }>('GET', '/api/bench')).body.state
const act = (step: object) =>
  session.call('POST', '/api/bench/acts', { step: { id: 'act', onFailure: 'stop', ...step } })
const phase = async () => (await session.call<AnswerOf<'state'>>('GET', '/api/state')).body.recorder.phase
const night = async () => Object.values((await bench()).windows).find(({ programId }) => programId === 'night-book')!

test('done once by hand and recorded, it is replayed after its window was moved to the other display', async () => {
  page = await session.open('/bench')
  await button(page, 'Record')
  await seen(page, 'Recording')
  const menu = 'button[aria-label="Menu of Night Book"]'
  await page.click(menu)
  await seen(page, 'Bold')
  await page.evaluate(() => {
    const items = [...document.querySelectorAll<HTMLElement>('.el-dropdown-menu__item')]
    items.find(({ innerText }) => innerText.trim().startsWith('Bold'))!.click()
  })
  await eventually(async () => (await night()).content.views?.bold === 'on')
  await page.focus('[data-bench-screen]')
  await page.keyboard.type('calm')
  await seen(page, '2 steps')
  await press(page, 'Ctrl+F8')
  await seen(page, 'Tells')
  await seen(page, 'calm')
  expect(await phase()).toBe('off')
  await button(page, 'Make a lever of it')
  await seen(page, 'Edit What was recorded')
  const made = (await session.call<Lever[]>('GET', '/api/levers')).body.find(
    ({ name }) => name === 'What was recorded',
  )!
  expect(JSON.stringify(made.steps)).not.toContain('F8')
  await act({ kind: 'windows.place', which: { kind: 'program', programId: 'night-book' }, display: { kind: 'next' } })
  const before = await night()
  await session.call('POST', `/api/levers/${made.id}/pull`, {})
  await eventually(async () => (await night()).content.views?.bold === 'off')
  const after = await night()
  expect(after.displayId).toBe(before.displayId)
  expect(after.content.documents.some(({ draft }) => draft?.text.includes('calmcalm'))).toBe(true)
})

test('it is paused and ended by key from any view; a step is cut, one is taken for several, the rest is copied', async () => {
  page = await session.open('/levers')
  await press(page, 'Ctrl+F8')
  await eventually(async () => (await phase()) === 'on')
  const raise = { kind: 'windows.set', which: { kind: 'program', programId: 'night-book' }, to: 'front' }
  await session.call('POST', '/api/open', { programId: 'fell-weather' })
  await act(raise)
  await act({ kind: 'program.tell', programId: '', verb: 'bold' })
  await press(page, 'Ctrl+Shift+F8')
  await seen(page, 'Recording paused')
  await act({ kind: 'desktop.go', to: { kind: 'number', desktop: 2 } })
  await act({ kind: 'desktop.go', to: { kind: 'number', desktop: 1 } })
  await press(page, 'Ctrl+Shift+F8')
  await eventually(async () => (await phase()) === 'on')
  await press(page, 'Ctrl+F8')
  await seen(page, 'come to one')
  await button(page, 'Take it')
  await page.waitForFunction(() => document.querySelectorAll('[aria-label="Steps"] > li').length === 2)
  await seen(page, 'Tells Night Book “Bold”')
  await page.click('button[aria-label="Cut step 1"]')
  await page.waitForFunction(() => document.querySelectorAll('[aria-label="Steps"] > li').length === 1)
  await session.browser
    .defaultBrowserContext()
    .overridePermissions(session.server.url, ['clipboard-read', 'clipboard-sanitized-write'])
  await button(page, 'Copy the steps')
  await page.waitForFunction(async () => (await navigator.clipboard.readText()).includes('program.tell'))
})

test('recorded from a sheet it comes below the marked row; a text becomes an input; it is done again twenty times as fast', async () => {
  const lever = (await session.call<Lever[]>('GET', '/api/levers')).body.find(
    ({ name }) => name === 'Prepare the night',
  )!
  page = await session.open(`/levers/${lever.id}`)
  await page.waitForSelector('.rows-of-sheet .sheet-row')
  await page.click('.rows-of-sheet .sheet-row .number')
  await button(page, 'Record here')
  await page.waitForSelector('[data-bench-screen]')
  await eventually(async () => (await phase()) === 'on')
  await act({ kind: 'windows.set', which: { kind: 'program', programId: 'night-book' }, to: 'front' })
  await page.focus('[data-bench-screen]')
  await page.keyboard.type('dusk')
  await press(page, 'Ctrl+F8')
  await seen(page, 'Edit Prepare the night')
  await seen(page, 'Types “dusk” into Night Book')
  const rows = await page.$$eval('.rows-of-sheet .sheet-row', (all) => all.map(({ textContent }) => textContent))
  expect(rows.findIndex((text) => text!.includes('dusk'))).toBeLessThan(4)
  await button(page, 'Discard')
  await page.goto(new URL('/recording', page.url()).href)
  await seen(page, 'dusk')
  await button(page, 'Text as input')
  await seen(page, 'Types “${text}”')
  await seen(page, 'a text, “dusk” where none is given')
  await page.click('.pace')
  await seen(page, '20 times as fast as by hand')
  await page.evaluate(() => {
    const options = [...document.querySelectorAll<HTMLElement>('.el-select-dropdown__item')]
    options.find(({ innerText }) => innerText.startsWith('20 times'))!.click()
  })
  await button(page, 'Do it again')
  await eventually(async () =>
    (await night()).content.documents.some(({ draft }) => draft?.text.includes('duskdusk') === true),
  )
  // What is done to a recording is still there after a look elsewhere.
  await page.goto(new URL('/levers', page.url()).href)
  await page.goto(new URL('/recording', page.url()).href)
  await seen(page, 'Types “${text}”')
  await button(page, 'Make a lever of it')
  await seen(page, 'Edit What was recorded')
  const made = (await session.call<Lever[]>('GET', '/api/levers')).body.filter(
    ({ name }) => name === 'What was recorded',
  )
  expect(made.at(-1)!.inputs).toEqual([{ name: 'text', kind: 'text', standard: 'dusk' }])
})
