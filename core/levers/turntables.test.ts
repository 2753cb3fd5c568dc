import { expect, test } from 'vitest'
import { exampleBench } from '../bench/exampleBench'
import { describeTurn, opensTurntable, stepsOnWay, turntableOf } from '.'
import type { Lever } from '.'
import { exampleLever } from './exampleLever'

const key = { kind: 'chord', chord: 'F9' }
const say = { id: 's', kind: 'message.show', text: 'Hello', onFailure: 'stop' }
const pull = (leverId: string) => ({ id: 'p', kind: 'lever.pull', leverId, inputs: [], onFailure: 'stop' })
const table = (...roads: object[]) => ({ id: 't', kind: 'turntable', roads, onFailure: 'stop' })
const two = table({ direction: 'n', steps: [] }, { direction: 's', steps: [] })
const lever = (plate: number, ...steps: object[]) => exampleLever(plate, key, { steps: steps as never })
const note = { id: 'n', kind: 'note', text: 'By the pointer', onFailure: 'stop' }

const plain = { ...lever(2, say), name: 'Greet' }
const inner = { ...lever(3, table({ direction: 'e', steps: [say] }, { direction: 'w', steps: [] })), name: 'Chart' }
const outer = lever(
  1,
  note,
  table(
    { direction: 'n', steps: [pull(plain.id)] },
    { direction: 'e', steps: [pull(inner.id)] },
    { direction: 's', label: 'Say it', steps: [say] },
    { direction: 'w', steps: [] },
  ),
)
const all = new Map([plain, inner, outer].map((one) => [one.id, one]))
const tableOf = (one: Lever, from = all) => turntableOf(one, (id) => from.get(id), exampleBench())!

test('a lever opens a turntable where the first thing it does is one', () => {
  expect([opensTurntable(outer), opensTurntable(plain), opensTurntable(lever(4, say, two))]).toEqual([
    true,
    false,
    false,
  ])
  expect(turntableOf(plain, () => undefined, exampleBench())).toBe(undefined)
})

test('its plates say what they are called, else the lever they pull, else what they do, else where they go', () => {
  const { roads } = tableOf(outer)
  expect(roads.map(({ id, label, leverId }) => [id, label, leverId])).toEqual([
    ['n', 'Greet', plain.id],
    ['e', 'Chart', inner.id],
    ['s', 'Say it', undefined],
    ['w', 'left', undefined],
  ])
  expect(roads[1]!.table!.roads.map(({ label }) => label)).toEqual(['Shows the message “Hello”', 'left'])
  expect(roads[0]!.table).toBe(undefined)
})

test('a lever that is off or gone leads to no table, and tables in a circle end', () => {
  const off = new Map([...all, [inner.id, { ...inner, enabled: false }]])
  expect(tableOf(outer, off).roads[1]!.table).toBe(undefined)
  expect(tableOf(outer, new Map()).roads[1]).toMatchObject({ label: 'Pulls the lever “l3”' })
  const circle = lever(5, table({ direction: 'n', steps: [pull('lever-5')] }, { direction: 's', steps: [] }))
  const itself = new Map([['lever-5', { ...circle, id: 'lever-5' }]])
  expect(tableOf(itself.get('lever-5')!, itself).roads[0]!.table?.roads[0]!.table?.roads[0]!.table).toBe(undefined)
})

test('a way leads to the steps of its road, through the levers that roads pull', () => {
  const on = (...way: string[]) => stepsOnWay(outer, way, (id) => all.get(id)).map(({ kind }) => kind)
  expect([on('n'), on('e', 'e'), on('s'), on('w'), on('ne'), on('e', 's'), on('s', 'n')]).toEqual([
    ['lever.pull'],
    ['message.show'],
    ['message.show'],
    [],
    [],
    [],
    [],
  ])
})

test('a turn is told in words, with how far it was beside the road', () => {
  const said = (outcome: Parameters<typeof describeTurn>[0]) => describeTurn(outcome, tableOf(outer))
  expect(said({ kind: 'chosen', way: ['n'], by: 'stroke', offDeg: 6.2 })).toBe(
    'Took the road up: “Greet” by a stroke, 6° clockwise of it.',
  )
  expect(said({ kind: 'chosen', way: ['e', 'e'], by: 'key', offDeg: 0 })).toBe(
    'Took the road right, then right: “Shows the message “Hello”” by a key.',
  )
  expect(said({ kind: 'beside', way: ['s'], besideDeg: 14.2 })).toBe(
    'The stroke went 14° beside the road down: “Say it”, so none was taken.',
  )
  expect(said({ kind: 'left', because: 'middle' })).toContain('back to the middle')
  expect(describeTurn({ kind: 'chosen', way: ['sw'], by: 'click', offDeg: 1 }, undefined)).toBe(
    'Took the road down and left by a click.',
  )
})
