import type { Page } from 'puppeteer-core'
import { expect, test } from 'vitest'
import type { BenchState } from '../../core/bench'
import type { Lever } from '../../core/levers'
import { eventually } from '../support/api'
import { browserSession } from '../support/browserSession'
import { press } from '../support/openBrowser'
import { button, seen, unseen } from '../support/screen'

const session = browserSession()
let page: Page
const FIELD = '[aria-label="Say what it shall do"] textarea'

const levers = async () => (await session.call<Lever[]>('GET', '/api/levers')).body
const bench = async () => (await session.call<{ state: BenchState }>('GET', '/api/bench')).body.state
const text = () => page.$eval(FIELD, (field) => (field as HTMLTextAreaElement).value)
const meant = () =>
  page.$$eval('[aria-label="The steps it means"] li', (rows) =>
    rows.map((row) => row.textContent!.replace(/\s+/g, ' ').trim()),
  )

async function openSheet(name: string): Promise<Lever> {
  const lever = (await levers()).find((one) => one.name === name)!
  page = await session.open(`/levers/${lever.id}`)
  await page.waitForSelector(FIELD)
  return lever
}

test('three sentences become a sheet, a doubtful word is chosen, and the lever is pulled', async () => {
  const lever = await openSheet('Good morning')
  await page.focus('[role="listbox"][aria-label="Rows of the sheet"], .rows-of-sheet [tabindex="0"]')
  await press(page, 'F4')
  await page.waitForFunction((field) => document.activeElement === document.querySelector(field), {}, FIELD)
  await page.keyboard.type(
    'Close Cairn Web without saving. Mute the intercom, then say “Watch begins”. If the finder camera is missing, warn “No camera”.',
  )
  await seen(page, '1 place is in doubt')
  await seen(page, 'the device Intercom speaker')
  // The first of the choices was taken so far; the other one is chosen, and is what stands in the text then.
  await page.$$eval('.choices button', (choices) =>
    (choices as HTMLElement[]).find(({ innerText }) => innerText.includes('microphone'))!.click(),
  )
  await seen(page, 'Every word was used.')
  expect(await text()).toContain('Mute the Intercom microphone, then')
  expect(await meant()).toEqual([
    '1 Closes Cairn Web and discards unsaved work.',
    '2 Sets Mute of Intercom microphone to muted.',
    '3 Announces “Watch begins”.',
    '4 If Finder camera is not plugged in',
    '5 Warns “No camera” and waits until it is read.',
  ])
  await page.focus(FIELD)
  await press(page, 'Ctrl+Enter')
  await unseen(page, 'Every word was used.')
  await button(page, 'Save')
  await eventually(
    async () => (await levers()).find(({ id }) => id === lever.id)!.steps.length === lever.steps.length + 4,
  )
  await session.call('POST', `/api/levers/${lever.id}/pull`, {})
  await eventually(async () => (await bench()).devices['intercom-mic']!.controls.mute!.value === true)
  await eventually(
    async () => !Object.values((await bench()).windows).some(({ programId }) => programId === 'cairn-web'),
  )
})

test('a sheet reads itself out; what is altered in the words is put in its place, and taken back as one', async () => {
  const lever = await openSheet('Prepare the night')
  const before = lever.steps.length
  await button(page, 'Read it out')
  await eventually(async () => (await text()).split('\n').length >= before)
  await seen(page, 'Every word was used.')
  await page.focus(FIELD)
  await press(page, 'Ctrl+End')
  await page.keyboard.type('\nWait two minutes.')
  await eventually(async () => (await meant()).at(-1)?.endsWith('Waits 2 min.') === true)
  await button(page, 'Put it in place of the sheet')
  await seen(page, 'Waits 2 min')
  await button(page, 'Undo')
  await unseen(page, 'Waits 2 min')
})

test('what was said is still there after a reload, and words that mean nothing are said to', async () => {
  await openSheet('Good morning')
  await page.type(FIELD, 'frobnicate everything')
  await seen(page, 'not used')
  await page.reload()
  await page.waitForSelector(FIELD)
  expect(await text()).toBe('frobnicate everything')
  await button(page, 'Clear')
  expect(await text()).toBe('')
})
