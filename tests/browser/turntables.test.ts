import type { Page } from 'puppeteer-core'
import { expect, test } from 'vitest'
import type { BenchState } from '../../core/bench'
import { frontProgram } from '../../core/bench'
import type { Lever } from '../../core/levers'
import type { KeyLogEntry, RunAnswer } from '../../contract'
import { draft, eventually } from '../support/api'
import { browserSession } from '../support/browserSession'
import { press } from '../support/openBrowser'
import { button, chooseProgram, seen } from '../support/screen'

const session = browserSession()
let page: Page

const bench = async () => (await session.call<{ state: BenchState }>('GET', '/api/bench')).body.state
const front = async () => frontProgram(await bench())?.id
const messages = async () => (await bench()).messages.map(({ text }) => text)
const keys = async () => (await session.call<{ keys: KeyLogEntry[] }>('GET', '/api/state')).body.keys
const levers = async () => (await session.call<Lever[]>('GET', '/api/levers')).body
const runs = async () => (await session.call<RunAnswer[]>('GET', '/api/runs')).body
const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))
const says = (direction: string, text: string) => ({
  direction,
  label: text,
  steps: [{ id: text.replaceAll(' ', '-'), kind: 'message.show', text }],
})
const table = (name: string, chord: string, roads: object[], part: object = {}, step: object = {}) =>
  session.call<Lever>(
    'POST',
    '/api/levers',
    draft({
      name,
      steps: [{ id: 'a', kind: 'turntable', roads, ...step }],
      triggers: [{ id: 't', kind: 'chord', chord }],
      ...part,
    }),
  )

/** A stroke with the middle button, from a place on. */
async function stroke(from: [number, number], ...to: [number, number][]): Promise<void> {
  await page.mouse.move(...from)
  await page.mouse.down({ button: 'middle' })
  for (const [x, y] of to) await page.mouse.move(x, y, { steps: 4 })
  await page.mouse.up({ button: 'middle' })
}
const isOpen = () => page.waitForSelector('[data-turntable]')
const isGone = () => page.waitForFunction(() => !document.querySelector('[data-turntable]'))

test('a turntable made from a program’s verbs is pulled by a stroke there, and does nothing in another program', async () => {
  await session.call('POST', '/api/open', { programId: 'atlas-room' })
  page = await session.open('/turntables')
  await chooseProgram(page, 'A turntable from a program', 'visitor', 'Visitor Board')
  await seen(page, 'Edit Roads of Visitor Board')
  const made = (await levers()).find(({ name }) => name === 'Roads of Visitor Board')!
  expect(made.scope).toEqual({ kind: 'only', programIds: ['visitor-board'] })
  expect(made.steps[0]).toMatchObject({
    roads: [
      { direction: 'e', label: 'Next page', steps: [{ kind: 'program.tell', verb: 'next-page' }] },
      { direction: 'w', label: 'Page before', steps: [{ kind: 'program.tell', verb: 'page-before' }] },
    ],
  })
  const triggers = [{ id: 't', kind: 'chord', chord: 'Mouse3' }]
  await session.call('PATCH', `/api/levers/${made.id}`, { version: made.version, triggers })
  await session.call('POST', '/api/open', { programId: 'visitor-board' })
  await page.close()
  page = await session.open('/bench')
  await eventually(async () => (await front()) === 'visitor-board')
  const shown = async () =>
    Object.values((await bench()).windows).find(({ programId }) => programId === 'visitor-board')?.content.views?.page
  await stroke([400, 300], [500, 296])
  await eventually(async () => (await shown()) === '2')
  await seen(page, 'Took the road right: “Next page” by')
  await stroke([400, 300], [300, 304])
  await eventually(async () => (await shown()) === '1')
  // Beside it by more than half way to the next road, nothing is taken, and it is told by how much.
  // A machine that stands still for a moment makes a rest of a stroke; then it is made again.
  await eventually(async () => {
    const before = await shown()
    const count = (await keys()).length
    await stroke([400, 300], [420, 200])
    const turn = await eventually(async () => (await keys()).slice(count).find((entry) => entry.turn)?.turn)
    if (turn?.kind === 'beside') expect(await shown()).toBe(before)
    return turn?.kind === 'beside'
  })
  await seen(page, '° beside the road right: “Next page”, so none was taken')
  await session.call('POST', '/api/open', { programId: 'fell-weather' })
  await eventually(async () => (await front()) === 'fell-weather')
  const before = (await runs()).filter(({ leverId }) => leverId === made.id).length
  await stroke([400, 300], [500, 300])
  await eventually(async () => (await keys()).at(-1)?.decision.event.kind === 'up')
  expect((await runs()).filter(({ leverId }) => leverId === made.id)).toHaveLength(before)
})

test('it opens by its chord, stays after a tap, and is chosen by digit, arrows, click or hovering; Escape leaves it', async () => {
  const roads = [says('n', 'Up'), says('e', 'Right'), says('s', 'Down')]
  const made = await table('Plain roads', 'Ctrl+Alt+F11', roads, {}, { hoverMs: 300 })
  page = await session.open('/ledger')
  await page.mouse.move(640, 380)
  await press(page, 'Ctrl+Alt+F11')
  await isOpen()
  await page.keyboard.press('Digit2')
  await eventually(async () => (await messages()).includes('Right'))
  await isGone()
  await press(page, 'Ctrl+Alt+F11')
  await isOpen()
  await page.keyboard.press('ArrowDown')
  await page.waitForSelector('[data-road="s"][aria-selected="true"]')
  await page.keyboard.press('Enter')
  await eventually(async () => (await messages()).includes('Down'))
  await press(page, 'Ctrl+Alt+F11')
  await isOpen()
  await page.mouse.move(640, 250, { steps: 4 })
  await eventually(async () => (await messages()).includes('Up'))
  await page.mouse.move(640, 380)
  await press(page, 'Ctrl+Alt+F11')
  await isOpen()
  const before = (await messages()).length
  await page.keyboard.press('Escape')
  await isGone()
  await seen(page, 'Left by Escape')
  await press(page, 'Ctrl+Alt+F11')
  await isOpen()
  // A click on a plate does not reach what lies below it.
  await page.mouse.click(640, 480)
  await eventually(async () => (await messages()).length === before + 1)
  expect(new URL(page.url()).pathname).toBe('/ledger')
  expect((await runs()).filter(({ leverId }) => leverId === made.body.id).map(({ source }) => source)).toEqual(
    Array.from({ length: 4 }, () => 'key'),
  )
})

test('a stroke goes through nested tables; near the edge all roads are there; a lost focus and a deleted lever take nothing', async () => {
  const inner = {
    direction: 'e',
    label: 'More',
    steps: [{ id: 'in', kind: 'turntable', roads: [says('n', 'Inner up'), says('s', 'Inner down')] }],
  }
  const made = await table('Nested', 'Mouse3', [inner, says('w', 'Left')], {
    scope: { kind: 'only', programIds: ['night-planner'] },
  })
  await session.call('POST', '/api/open', { programId: 'night-planner' })
  page = await session.open('/bench')
  await eventually(async () => (await front()) === 'night-planner')
  // A machine that stands still for a moment makes a rest of a stroke; then it is made again.
  await eventually(async () => {
    await stroke([300, 300], [440, 300], [440, 160])
    await sleep(400)
    if (await page.$('[data-turntable]')) await page.keyboard.press('Escape')
    return (await messages()).includes('Inner up')
  })
  await page.mouse.move(2, 795)
  await page.mouse.down({ button: 'middle' })
  await isOpen()
  await sleep(250)
  const boxes = await page.$$eval('[data-road]', (plates) =>
    plates.map((plate) => plate.getBoundingClientRect().toJSON()),
  )
  for (const { left, bottom } of boxes) expect([left >= 0, bottom <= 800]).toEqual([true, true])
  const left = boxes.sort((a, b) => a.left - b.left)[0]!
  await page.mouse.move(left.left + 20, left.top + 17, { steps: 4 })
  await page.waitForSelector('[data-road="w"][aria-selected="true"]')
  await page.mouse.up({ button: 'middle' })
  await eventually(async () => (await messages()).includes('Left'))
  await page.mouse.move(300, 300)
  await page.mouse.down({ button: 'middle' })
  await isOpen()
  await page.evaluate(() => window.dispatchEvent(new Event('blur')))
  await isGone()
  await page.mouse.up({ button: 'middle' })
  await seen(page, 'lost the focus while the table was open')
  await page.mouse.down({ button: 'middle' })
  await isOpen()
  await eventually(async () => (await keys()).at(-1)?.turn === null)
  await session.call('DELETE', `/api/levers/${made.body.id}`)
  await page.mouse.move(200, 300, { steps: 4 })
  await page.mouse.up({ button: 'middle' })
  await seen(page, 'it may have been deleted')
})

test('its roads are edited beside the sheet: another direction, a lever, the roads of a program', async () => {
  const made = await table('To be edited', 'Ctrl+Alt+F12', [says('n', 'Call'), says('s', 'Answer')])
  page = await session.open(`/levers/${made.body.id}`)
  await page.focus('[aria-label="Steps of the run sheet"]')
  await page.keyboard.press('ArrowDown')
  await page.waitForSelector('input[aria-label="Name of road 2"]')
  await seen(page, '0.0 % miss')
  await button(page, 'Road')
  await page.waitForSelector('input[aria-label="Name of road 3"]')
  await page.type('input[aria-label="Name of road 2"]', 'Aside')
  await button(page, 'Save')
  await eventually(async () => {
    const saved = (await session.call<Lever>('GET', `/api/levers/${made.body.id}`)).body.steps[0] as {
      roads?: object[]
    }
    return saved.roads?.length === 3
  })
  expect((await session.call<Lever>('GET', `/api/levers/${made.body.id}`)).body.steps[0]).toMatchObject({
    roads: [
      { direction: 'n', label: 'Call' },
      { direction: 'ne', label: 'Aside', steps: [] },
      { direction: 's', label: 'Answer' },
    ],
  })
})

test('marked levers become a turntable; pulled otherwise than by a key, it asks for its road', async () => {
  page = await session.open('/levers')
  await page.waitForSelector('#lever-lever-1, [id^="lever-"]')
  await page.keyboard.press('ArrowDown')
  await press(page, 'Shift+ArrowDown')
  await press(page, 'Shift+ArrowDown')
  await button(page, 'Put on a turntable')
  await seen(page, 'Edit Roads')
  const made = (await levers()).find(({ name }) => name === 'Roads')!
  expect((made.steps[0] as unknown as { roads: object[] }).roads).toHaveLength(3)
  const run = (await session.call<RunAnswer>('POST', `/api/levers/${made.id}/pull`, {})).body
  expect([run.phase, run.question?.text]).toEqual(['asking', 'Which road?'])
  await seen(page, 'Which road?')
})

test('a lever is dragged onto a road; pulled by hand, its table opens at the pointer', async () => {
  const made = await table('Dragged onto', 'Ctrl+Alt+F7', [says('n', 'Stays'), says('s', 'Goes')])
  page = await session.open(`/turntables?lever=${made.body.id}`)
  await seen(page, 'Goes')
  await page.type('[aria-label="Find levers to be dragged onto a road"]', 'degree')
  const handle = (await page.waitForSelector('[data-lever="lever-29"]'))!
  const from = (await handle.boundingBox())!
  const to = (await (await page.$('[data-road-of="s"]'))!.boundingBox())!
  await page.mouse.move(from.x + 60, from.y + 10)
  await page.mouse.down()
  await sleep(150)
  for (let part = 1; part <= 12; part++) {
    await page.mouse.move(from.x + 60, from.y + 10 + ((to.y + 12 - from.y - 10) * part) / 12)
    await sleep(20)
  }
  await page.mouse.up()
  await seen(page, 'is on road 2 of Dragged onto')
  const { body: saved } = await session.call<Lever>('GET', `/api/levers/${made.body.id}`)
  expect(saved.steps[0]).toMatchObject({
    roads: [{ label: 'Stays' }, { direction: 's', steps: [{ kind: 'lever.pull', leverId: 'lever-29' }] }],
  })
  await page.close()
  page = await session.open('/ledger')
  await page.keyboard.press('F2')
  await page.waitForSelector('#launcher-board')
  await page.keyboard.type('dragged onto')
  await page.waitForFunction(() => document.querySelector('#launcher-0')?.textContent?.includes('Dragged onto'))
  await page.keyboard.press('Enter')
  await isOpen()
  await page.keyboard.press('Digit1')
  await eventually(async () => (await messages()).includes('Stays'))
  expect((await runs()).find(({ leverId }) => leverId === made.body.id)?.source).toBe('launcher')
})
