import type { Page } from 'puppeteer-core'
import { expect, test } from 'vitest'
import type { BenchState } from '../../core/bench'
import type { Lever } from '../../core/levers'
import { draft, eventually } from '../support/api'
import { browserSession } from '../support/browserSession'
import { press } from '../support/openBrowser'
import { button, seen } from '../support/screen'

const session = browserSession()
let page: Page

const value = async (deviceId: string, controlId: string) => (await session.call<{ state: BenchState }>('GET', '/api/bench')).body.state.devices[deviceId]!.controls[controlId]!.value
const control = (chord: string, part: Record<string, unknown>) => session.call<Lever>('POST', '/api/levers', draft({ name: `By ${chord}`, steps: [{ id: 'a', kind: 'device.control', ...part }], triggers: [{ id: 't', kind: 'chord', chord }] }))

test('a control becomes a lever; its chord mutes, and the lamp follows in a second tab', async () => {
  page = await session.open('/bench')
  await page.type('input[aria-label="Filter the devices"]', 'microphone')
  await page.click('button[aria-label="Make a lever of Mute of Intercom microphone"]')
  await page.waitForSelector('.editor-form')
  await seen(page, 'Intercom microphone: Mute becomes open (was muted).')
  await button(page, 'Chord')
  await page.type('input[aria-label="Chord 1"]', 'Ctrl+Alt+M')
  await press(page, 'Ctrl+S')
  await seen(page, 'Saved 16 Intercom microphone: Mute.')
  const other = await session.open('/ledger')
  await page.bringToFront()
  await page.focus('[role="listbox"][aria-label="Levers"]')
  await press(page, 'Ctrl+Alt+M')
  await other.waitForSelector('[aria-label^="Intercom microphone: open"]')
  await press(page, 'Ctrl+Alt+M')
  await other.waitForSelector('[aria-label^="Intercom microphone: muted"]')
  expect(await value('intercom-mic', 'mute')).toBe(true)
})

test('plans go round on one key, all displays go dark on another, and what is not plugged in is refused with its reason', async () => {
  await control('Ctrl+Alt+P', { target: { kind: 'default', deviceKind: 'power' }, controlId: 'plan', to: { kind: 'cycle', values: ['plan-mains', 'plan-generator'] } })
  await control('Ctrl+Alt+S', { target: { kind: 'all', deviceKind: 'display' }, controlId: 'power', to: { kind: 'set', value: false } })
  await control('Ctrl+Alt+K', { target: { kind: 'devices', deviceIds: ['finder-camera'] }, controlId: 'cooling', to: { kind: 'toggle', whenUnknown: true } })
  page = await session.open('/bench')
  for (const plan of ['plan-generator', 'plan-mains', 'plan-generator']) {
    await press(page, 'Ctrl+Alt+P')
    await eventually(async () => await value('power', 'plan') === plan)
  }
  await press(page, 'Ctrl+Alt+S')
  await eventually(async () => await value('display-left', 'power') === false && await value('display-right', 'power') === false)
  await press(page, 'Ctrl+Alt+K')
  await seen(page, 'Finder camera is not plugged in.')
  await page.type('input[aria-label="Filter the devices"]', 'finder')
  await button(page, 'Plug in')
  await page.focus('[data-bench-screen]')
  await press(page, 'Ctrl+Alt+K')
  await eventually(async () => await value('finder-camera', 'cooling') === true)
  await page.click('button[aria-label="Cooling of Finder camera as a lamp"]')
  await page.waitForSelector('[aria-label^="Finder camera: on"]')
})
