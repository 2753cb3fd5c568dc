import { describe, expect, test } from 'vitest'
import { exampleBench } from '../bench/exampleBench'
import { rehearse, runSchema, traceOf } from '.'
import { begin, nextId, play, said, say, sheetOf } from './exampleRuns'

const table = (more = {}) => ({
  kind: 'turntable',
  roads: [
    { direction: 'n', label: 'Call', steps: [say('up')] },
    { direction: 'e', steps: [say('right'), say('and on')] },
    {
      direction: 's',
      steps: [
        {
          kind: 'turntable',
          roads: [
            { direction: 'n', steps: [say('down, up')] },
            { direction: 'w', steps: [say('down, left')] },
          ],
        },
      ],
    },
    { direction: 'w', steps: [{ kind: 'lever.pull', leverId: 'other', inputs: [] }] },
  ],
  ...more,
})
const levers = {
  other: {
    plate: 2,
    steps: [
      {
        kind: 'turntable',
        roads: [
          { direction: 'ne', steps: [say('other, right')] },
          { direction: 'nw', steps: [say('other, left')] },
        ],
      },
    ],
  },
}

describe('a turntable in a run', () => {
  test('does the steps of the road that was taken before, through tables and levers', () => {
    const end = (...roads: string[]) => play(begin([table(), say('after')], { levers, roads }), exampleBench())
    expect(said(end('n').bench)).toEqual(['up', 'after'])
    expect(said(end('e').bench)).toEqual(['right', 'and on', 'after'])
    expect(said(end('s', 'w').bench)).toEqual(['down, left', 'after'])
    expect(said(end('w', 'ne').bench)).toEqual(['other, right', 'after'])
    const { run } = end('n')
    expect(runSchema.parse(JSON.parse(JSON.stringify(run)))).toEqual(run)
    expect([run.outcome, traceOf(run)[0]!.note]).toEqual(['done', 'the road up, “Call”'])
  })

  test('asks for the road where none was taken, or one that is not there; the answer goes on', () => {
    const asking = play(begin([table(), say('after')], { levers }), exampleBench())
    expect(asking.run.question).toMatchObject({
      kind: 'choice',
      choices: [
        { id: 'n', label: '1 up, “Call”' },
        { id: 'e', label: '2 right' },
        { id: 's', label: '3 down' },
        { id: 'w', label: '4 left' },
      ],
    })
    const end = play(asking.run, asking.bench, ['e'])
    expect([said(end.bench), end.run.outcome]).toEqual([['right', 'and on', 'after'], 'done'])
    expect(traceOf(end.run).map(({ path, outcome }) => `${path} ${outcome}`)).toEqual([
      '0 done',
      '0.roads.1.steps.0 done',
      '0.roads.1.steps.1 done',
      '1 done',
    ])
    expect(play(begin([table()], { levers, roads: ['nw'] }), exampleBench()).run.phase).toBe('asking')
    // An answer is for the table that asked, and the next one asks for itself.
    expect(play(begin([table()], { levers }), exampleBench(), ['s']).run.question?.text).toBe('Which road?')
    expect(said(play(begin([table()], { levers }), exampleBench(), ['s', 'n']).bench)).toEqual(['down, up'])
  })

  test('in a loop asks each time; a rehearsal takes the road that it is given', () => {
    const loop = { kind: 'repeat', times: '2', steps: [table()] }
    expect(said(play(begin([loop], { levers }), exampleBench(), ['e', 'n']).bench)).toEqual(['right', 'and on', 'up'])
    const simple = table({ roads: table().roads.slice(0, 2) })
    const lever = { id: 'root', name: 'Root', plate: 1, steps: sheetOf(simple) }
    expect(rehearse(lever, exampleBench(), { nowMs: 0, nextId }).run.phase).toBe('asking')
    const rehearsed = rehearse(lever, exampleBench(), { nowMs: 0, nextId, answers: { 0: 'n' } })
    expect([rehearsed.run.outcome, rehearsed.changes]).toEqual(['done', ['A message appears: up']])
  })

  test('has two to eight roads, each its own way, and no more than three tables deep', () => {
    const road = (direction: string, steps: object[] = []) => ({ direction, steps })
    const of = (...roads: object[]) => ({ kind: 'turntable', roads })
    expect(() => sheetOf(of(road('n')))).toThrow('at least two roads')
    expect(() => sheetOf(of(road('n'), road('n')))).toThrow('same way')
    const deep = (count: number): object => (count === 0 ? say('deep') : of(road('n', [deep(count - 1)]), road('s')))
    expect(() => sheetOf(deep(3) as never)).not.toThrow()
    expect(() => sheetOf(deep(4) as never)).toThrow('At most 3 turntables')
  })
})
