import type { Page } from 'puppeteer-core'
import { expect, test } from 'vitest'
import type { BenchState } from '../../core/bench'
import type { Lever } from '../../core/levers'
import { levers as demo } from '../../demo'
import { draft, eventually } from '../support/api'
import { browserSession } from '../support/browserSession'
import { press } from '../support/openBrowser'
import { button, seen, unseen } from '../support/screen'

/** So many levers there are in the beginning. */
const DEMO = demo.length

const session = browserSession()
let page: Page

const value = async (deviceId: string, controlId: string) =>
  (await session.call<{ state: BenchState }>('GET', '/api/bench')).body.state.devices[deviceId]!.controls[controlId]!
    .value
const control = (chord: string, part: Record<string, unknown>) =>
  session.call<Lever>(
    'POST',
    '/api/levers',
    draft({
      name: `By ${chord}`,
      steps: [{ id: 'a', kind: 'device.control', ...part }],
      triggers: [{ id: 't', kind: 'chord', chord }],
    }),
  )

test('a control becomes a lever; its chord mutes, and the lamp follows in a second tab', async () => {
  page = await session.open('/bench')
  await page.type('input[aria-label="Filter the devices"]', 'microphone')
  await page.click('button[aria-label="Make a lever of Mute of Intercom microphone"]')
  await page.waitForSelector('.editor-form')
  await seen(page, 'Intercom microphone: Mute becomes open (was muted).')
  await button(page, 'Chord')
  await page.type('input[aria-label="Chord 1"]', 'Ctrl+Alt+M')
  await press(page, 'Ctrl+S')
  await seen(page, `Saved ${DEMO + 1} Intercom microphone: Mute.`)
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
  await control('Ctrl+Alt+P', {
    target: { kind: 'default', deviceKind: 'power' },
    controlId: 'plan',
    to: { kind: 'cycle', values: ['plan-mains', 'plan-generator'] },
  })
  await control('Ctrl+Alt+S', {
    target: { kind: 'all', deviceKind: 'display' },
    controlId: 'power',
    to: { kind: 'set', value: false },
  })
  await control('Ctrl+Alt+K', {
    target: { kind: 'devices', deviceIds: ['finder-camera'] },
    controlId: 'cooling',
    to: { kind: 'toggle', whenUnknown: true },
  })
  page = await session.open('/bench')
  for (const plan of ['plan-generator', 'plan-mains', 'plan-generator']) {
    await press(page, 'Ctrl+Alt+P')
    await eventually(async () => (await value('power', 'plan')) === plan)
  }
  await press(page, 'Ctrl+Alt+S')
  await eventually(
    async () => (await value('display-left', 'power')) === false && (await value('display-right', 'power')) === false,
  )
  await press(page, 'Ctrl+Alt+K')
  await seen(page, 'Finder camera is not plugged in.')
  await page.type('input[aria-label="Filter the devices"]', 'finder')
  await button(page, 'Plug in')
  await page.focus('[data-bench-screen]')
  await press(page, 'Ctrl+Alt+K')
  await eventually(async () => (await value('finder-camera', 'cooling')) === true)
  await page.click('button[aria-label="Cooling of Finder camera as a lamp"]')
  await page.waitForSelector('[aria-label^="Finder camera: on"]')
})

test(
  'displays that a chord put to sleep stay asleep when its keys come ' +
    'up and the pointer trembles, and wake by a pointer that moves',
  async () => {
    page = await session.open('/bench')
    await page.mouse.move(400, 300)
    for (const key of ['Meta', 'Alt', 's']) await page.keyboard.down(key as 'Meta')
    await seen(page, 'Left display is asleep.')
    for (const key of ['s', 'Alt', 'Meta']) await page.keyboard.up(key as 'Meta')
    for (const [x, y] of [
      [402, 300],
      [400, 303],
      [403, 301],
    ] as const)
      await page.mouse.move(x, y)
    expect([await value('display-left', 'power'), await value('display-right', 'power')]).toEqual([false, false])
    await page.mouse.move(520, 340, { steps: 4 })
    await unseen(page, 'Left display is asleep.')
    await eventually(
      async () => (await value('display-left', 'power')) === true && (await value('display-right', 'power')) === true,
    )
  },
)

test('a device is chosen by plugging it in; an interlock refuses with its reason', async () => {
  await session.call('POST', '/api/bench/changes', {
    changes: [{ kind: 'device.plug', deviceId: 'finder-camera', plugged: false }],
  })
  const step = {
    id: 's1',
    kind: 'device.control',
    target: { kind: 'devices', deviceIds: ['red-lamp'] },
    controlId: 'power',
    to: { kind: 'toggle', whenUnknown: true },
    onFailure: 'stop',
  }
  page = await session.open(`/levers/new?name=Cool&step=${encodeURIComponent(JSON.stringify(step))}`)
  await button(page, 'By plugging it in')
  await button(page, 'Plug in Finder camera')
  await page.waitForFunction(() =>
    [...document.querySelectorAll('.devices .el-tag')].some((tag) => tag.textContent?.includes('Finder camera')),
  )
  await page.click('input[aria-label="Control"]')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await seen(page, 'Finder camera: Cooling becomes')
  await page.click('.interlock .el-switch')
  await seen(page, 'Only while Atlas Room runs; otherwise it refuses.')
  await press(page, 'Ctrl+S')
  await seen(page, `Saved ${DEMO + 5} Cool.`)
  const lever = (await session.call<Lever[]>('GET', '/api/levers')).body.find((entry) => entry.name === 'Cool')!
  expect(lever).toMatchObject({
    steps: [{ target: { deviceIds: ['finder-camera'] }, controlId: 'cooling' }],
    interlock: { otherwise: { kind: 'refuse' } },
  })
  await page.goto(`${session.server.url}/levers?lever=${lever.id}`)
  await page.waitForSelector('[role="listbox"][aria-label="Levers"]')
  await page.keyboard.type('Cool')
  await page.keyboard.press('Enter')
  await seen(page, 'is pulled only while Atlas Room runs. Now Atlas Room is not running.')
})

test('a mute for ten minutes is listed in every view, pulled forward, and put back', async () => {
  page = await session.open('/ledger')
  await session.call('POST', '/api/levers/lever-17/pull', {})
  await seen(page, 'goes on in 10 min')
  const other = await session.open('/keys')
  await seen(other, 'Quiet for ten minutes')
  expect(await value('desk-speakers', 'mute')).toBe(true)
  await button(other, 'Now')
  await unseen(page, 'goes on in')
  await eventually(async () => (await value('desk-speakers', 'mute')) === false)
})

test('a device of one’s own is described, and its control becomes a step of a lever by copy and paste', async () => {
  page = await session.open('/bench')
  await button(page, 'Device')
  await page.type('.device-form input[placeholder="Roof heater"]', 'Roof fan')
  await button(page, 'Save')
  await seen(page, 'Give it at least one control.')
  await button(page, 'Control')
  await page.type('input[aria-label="Name of control 1"]', 'Power')
  await button(page, 'Save')
  await seen(page, 'Saved the description of Roof fan.')
  await page.type('input[aria-label="Filter the devices"]', 'roof')
  await page.click('button[aria-label="Copy Power of Roof fan as a step"]')
  await page.goto(`${session.server.url}/levers/new`)
  await page.waitForSelector('.paste')
  await page.click('.paste')
  await seen(page, 'Roof fan: Power becomes on (was unknown).')
})
