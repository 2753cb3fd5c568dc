import { describe, expect, test } from 'vitest'
import { exampleDesk } from '../bench/exampleBench'
import { leverDraftSchema, readInputs } from '../levers'
import type { Lever } from '../levers'
import { valueOf } from '../result'
import { rehearse } from '../run'
import { stepSchema } from '../steps'
import { alikeLevers, findRepeats, proposalsOf, undoneAtOnce } from '.'
import type { NoticedAct } from '.'

const bench = exampleDesk()
const names = { programs: bench.programs, devices: bench.devices }
const step = (part: Record<string, unknown>) => stepSchema.parse({ id: 'act', ...part })
const open = (programId: string, ...args: string[]) => step({ kind: 'program.open', programId, args })
const DAY_MS = 86_400_000

let plate = 0
function lever(name: string, steps: Record<string, unknown>[], part: object = {}): Lever {
  const draft = leverDraftSchema.parse({
    frameId: 'desk',
    name,
    steps: steps.map((one, i) => ({ id: `s${i}`, ...one })),
  })
  return { ...draft, id: name, plate: ++plate, version: 1, ...part } as Lever
}

/** The same sequence on some days, one after the other. */
function everyDay(days: number, steps: (day: number) => ReturnType<typeof step>[], programId = 'book'): NoticedAct[] {
  return Array.from({ length: days }, (_, day) => day).flatMap((day) =>
    steps(day).map((one, i) => ({ step: one, atMs: day * DAY_MS + i * 1000, programId, costMs: 4000 })),
  )
}
const propose = (acts: readonly NoticedAct[], nowDay: number, levers: readonly Lever[] = []) =>
  proposalsOf(findRepeats(acts, { pullCost: 1950 }), { bench, names, levers, nowMs: nowDay * DAY_MS })

describe('a proposal', () => {
  const evening = (day: number) => [open('chart', `/l/${day}.log`), open('book')]

  test('is a lever with name, steps, inputs and scope, and with what it would spare in a week', () => {
    const [found, ...more] = propose(everyDay(14, evening), 14)
    expect(more).toEqual([])
    expect(found).toMatchObject({ count: 14, perWeek: 7, scope: { kind: 'everywhere' }, isArrangement: false })
    expect(found!.name).toMatch(/, and 1 more$/)
    expect(found!.inputs).toEqual([{ name: 'file', kind: 'text', standard: '13' }])
    // By a chord: a thought and three keys.
    expect(found!.keyMs).toBe(1350 + 3 * 200)
    expect(found!.perWeekMs).toBe(7 * (found!.handMs - found!.keyMs))
    expect(leverDraftSchema.safeParse({ ...found, frameId: 'desk' }).success).toBe(true)
  })

  test('of what was set otherwise each time sets what it is given, and else what it was the last time', () => {
    const value = (day: number) => ({ kind: 'set', value: 30 + day })
    const target = { kind: 'devices', deviceIds: ['mic'] }
    const gain = (day: number) => step({ kind: 'device.control', target, controlId: 'gain', to: value(day) })
    const [found] = propose(
      everyDay(5, (day) => [open('chart'), gain(day)]),
      5,
    )
    expect(found!.inputs).toEqual([{ name: 'value', kind: 'number', standard: '34' }])
    const made = lever('Gain', [{ kind: 'wait', ms: 1 }], { steps: found!.steps, inputs: found!.inputs })
    const gainAfter = (given: Record<string, number>) => {
      const inputs = valueOf(readInputs(made.inputs!, given))
      const { run, bench: after } = rehearse(made, bench, { nowMs: 0, nextId: () => `n${++plate}`, inputs })
      expect(run.outcome).toBe('done')
      return after.devices.mic!.controls.gain!.value
    }
    expect([gainAfter({}), gainAfter({ value: 71 })]).toEqual([34, 71])
  })

  test('counts what was done on one day as of a week, and leaves out what spares next to nothing', () => {
    const [found] = propose(everyDay(3, evening), 3)
    expect(found!.perWeek).toBe(3)
    // Three times in a year are no work.
    expect(propose(everyDay(3, evening), 365)).toEqual([])
  })

  test('is meant in the program in front where it writes there, each time in the same', () => {
    const save = () => [
      step({ kind: 'keys.send', chords: ['Ctrl+S', 'Ctrl+W', 'Ctrl+N', 'Ctrl+P'], programId: '' }),
      open('chart'),
    ]
    expect(propose(everyDay(5, save), 5)[0]!.scope).toEqual({ kind: 'only', programIds: ['book'] })
    const mixed = [
      ...everyDay(3, save),
      ...everyDay(3, save, 'web').map((act) => ({ ...act, atMs: act.atMs + 9 * DAY_MS })),
    ]
    expect(propose(mixed, 12)[0]!.scope).toEqual({ kind: 'everywhere' })
  })

  test('names a lever that does it already, whatever it does where that fails', () => {
    const mine = lever('Evening', [
      { kind: 'program.open', programId: 'chart', args: ['/l/now.log'], onFailure: 'go-on' },
      { kind: 'program.open', programId: 'book', args: [] },
    ])
    const other = lever('Other', [{ kind: 'program.open', programId: 'chart', args: [] }])
    expect(propose(everyDay(7, evening), 7, [other, mine])[0]!.leverId).toBe('Evening')
    expect(propose(everyDay(7, evening), 7, [other])[0]!.leverId).toBeUndefined()
    const same = () => [open('chart', '/l/one.log'), open('book')]
    expect(propose(everyDay(7, same), 7, [mine])[0]!.leverId).toBeUndefined()
  })

  test('may be an arrangement where it is about windows only', () => {
    const desk = () => [open('chart'), open('book'), step({ kind: 'program.raise', programId: 'chart' })]
    expect(propose(everyDay(7, desk), 7)[0]!.isArrangement).toBe(true)
    const typed = () => [...desk(), step({ kind: 'message.show', text: 'x' })]
    expect(propose(everyDay(7, typed), 7)[0]!.isArrangement).toBe(false)
  })

  test('comes of levers that are always pulled one after the other', () => {
    const pull = (leverId: string) => step({ kind: 'lever.pull', leverId, inputs: [] })
    const acts = everyDay(20, () => [pull('a'), pull('b')]).map((act) => ({ ...act, costMs: 1950 }))
    expect(propose(acts, 20)[0]!.steps.map(({ kind }) => kind)).toEqual(['lever.pull', 'lever.pull'])
    const alone = everyDay(20, () => [pull('a')]).map((act) => ({ ...act, costMs: 1950 }))
    expect(propose(alone, 20)).toEqual([])
  })
})

describe('what is said of levers', () => {
  function factsOf(levers: readonly Lever[]) {
    const finding = alikeLevers(levers)
    for (;;) {
      const part = finding.next()
      if (part.done) return part.value
    }
  }
  const raise = (programId: string) => ({ kind: 'program.raise', programId })
  const say = (text: string) => ({ kind: 'message.show', text })

  test('two that do the same are told, and of several steps those that differ in one text', () => {
    expect(factsOf([lever('a', [raise('book')]), lever('b', [raise('book')])])).toMatchObject([
      { kind: 'alike', leverIds: ['a', 'b'], texts: 0 },
    ])
    expect(factsOf([lever('c', [raise('book'), say('x')]), lever('d', [raise('book'), say('y')])])).toMatchObject([
      { leverIds: ['c', 'd'], texts: 1 },
    ])
    // One step with another text is another lever.
    expect(factsOf([lever('e', [say('x')]), lever('f', [say('y')])])).toEqual([])
    expect(factsOf([lever('g', [raise('book')]), lever('h', [raise('web')])])).toEqual([])
  })

  test('variants of one pattern are meant to be alike', () => {
    const variant = { variant: { patternId: 'p', own: {} } }
    const of = (name: string, part = {}) => lever(name, [raise('book')], part)
    expect(factsOf([of('p'), of('v', variant), of('w', variant)])).toEqual([])
  })

  test('a lever is told that is taken back right away often', () => {
    const pulls = [
      { leverId: 'often', count: 9, undone: 3 },
      { leverId: 'seldom', count: 11, undone: 3 },
      { leverId: 'twice', count: 2, undone: 2 },
      { leverId: 'always', count: 5, undone: 5 },
    ]
    expect(undoneAtOnce(pulls)).toEqual([
      { kind: 'undone', id: 'undone:always', leverId: 'always', count: 5, of: 5 },
      { kind: 'undone', id: 'undone:often', leverId: 'often', count: 3, of: 9 },
    ])
  })
})
