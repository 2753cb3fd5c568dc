import { expect, test } from 'vitest'
import { exampleBench } from '../bench/exampleBench'
import type { Program } from '../bench'
import { fitRoads, hasRoadFree, roadsOfLevers, roadsOfProgram, withRoadTo } from '.'
import { stepSchema } from '../steps'

let count = 0
const nextId = () => `id-${++count}`
const program = (id: string, verbs: string[], keys: Record<string, string> = {}): Program => ({
  ...exampleBench().programs.chart!,
  id,
  name: id.toUpperCase(),
  claims: Object.entries(keys).map(([chord, does]) => ({ chord, does })),
  verbs: verbs.map((name) => ({
    id: `${id}-${name.toLowerCase().replaceAll(' ', '-')}`,
    name,
    effect: { kind: 'save' as const },
  })),
})
const chart = program('chart', ['Next sheet', 'Sheet before', 'Redraw'], { F5: 'Measure' })

test('a program becomes roads that tell it its verbs, and send what it only has a key for', () => {
  const roads = roadsOfProgram(chart, nextId)
  expect(roads.map(({ direction, label, steps: [step] }) => [direction, label, step!.kind])).toEqual([
    ['n', 'Redraw', 'program.tell'],
    ['e', 'Next sheet', 'program.tell'],
    ['s', 'Measure', 'keys.send'],
    ['w', 'Sheet before', 'program.tell'],
  ])
  expect(roads[2]!.steps[0]).toMatchObject({ chords: ['F5'], programId: 'chart' })
})

test('marked levers become roads round the deck, eight at most', () => {
  const levers = Array.from({ length: 10 }, (_, i) => ({ id: `l${i}` }))
  expect(roadsOfLevers(levers.slice(0, 3), nextId).map(({ direction }) => direction)).toEqual(['n', 'e', 's'])
  expect(
    roadsOfLevers(levers, nextId)
      .map(({ direction }) => direction)
      .join(),
  ).toBe('n,ne,e,se,s,sw,w,nw')
  expect(roadsOfLevers(levers, nextId)[7]!.steps[0]).toMatchObject({ kind: 'lever.pull', leverId: 'l7' })
})

test('a turntable gets roads one after the other, where they are free, until it has all eight', () => {
  const say = stepSchema.parse({ id: 'say', kind: 'message.show', text: 'x' })
  const roads = roadsOfLevers([{ id: 'a' }, { id: 'b' }, { id: 'c' }], nextId)
  let table = { steps: [say, stepSchema.parse({ id: 'table', kind: 'turntable', roads })] }
  const added: string[] = []
  while (hasRoadFree(table)) {
    const steps = withRoadTo(table, { id: `l${added.length}` }, nextId)!
    expect(steps[0]).toBe(say)
    const last = (steps[1] as unknown as { roads: { direction: string; steps: object[] }[] }).roads.at(-1)!
    expect(last.steps).toMatchObject([{ kind: 'lever.pull', leverId: `l${added.length}` }])
    added.push(last.direction)
    table = { steps }
  }
  expect(added).toEqual(['ne', 'se', 'sw', 'w', 'nw'])
  expect(withRoadTo(table, { id: 'x' }, nextId)).toBe(undefined)
  expect([hasRoadFree({ steps: [say] }), withRoadTo({ steps: [say] }, { id: 'x' }, nextId)]).toEqual([false, undefined])
})

test('for another program what fits is kept, by the name of the act, and the rest is named', () => {
  const pull = { direction: 'ne' as const, label: 'Lever', steps: roadsOfLevers([{ id: 'x' }], nextId)[0]!.steps }
  const book = program('book', ['next sheet'], { 'Ctrl+R': 'Redraw', F9: 'Measure' })
  const { roads, left } = fitRoads([...roadsOfProgram(chart, nextId), pull], chart, book)
  expect(left).toEqual(['Sheet before'])
  expect(roads.map(({ direction, steps: [step] }) => [direction, { ...step, id: '' }])).toMatchObject([
    ['n', { kind: 'keys.send', chords: ['Ctrl+R'], programId: 'book' }],
    ['e', { kind: 'program.tell', verb: 'book-next-sheet', programId: 'book' }],
    ['s', { kind: 'keys.send', chords: ['F9'], programId: 'book' }],
    ['ne', { kind: 'lever.pull', leverId: 'x' }],
  ])
})
