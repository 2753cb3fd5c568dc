import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { exampleDesk } from '../bench/exampleBench'
import type { BenchState } from '../bench'
import { makeChanges } from '../run'
import { performStep, stepSchema } from '../steps'
import type { PlainStep, Step } from '../steps'
import { betterSteps, makeInput, nameTargets, replaySteps, stepsFromActs, textOfStep } from '.'
import type { Act } from '.'

let count = 0
const nextId = () => `id-${++count}`
const step = (fields: Record<string, unknown> & { kind: string }): Step => stepSchema.parse({ id: nextId(), ...fields })
const acts = (...fields: (Record<string, unknown> & { kind: string })[]): Act[] =>
  fields.map((one, i) => ({ step: step(one), atMs: i * 1000 }))
const recorded = (...fields: (Record<string, unknown> & { kind: string })[]) =>
  stepsFromActs(acts(...fields), exampleDesk(), { nextId })
const plain = (steps: readonly Step[]) => steps.map(({ id: _, onFailure: __, ...rest }) => rest)

/** Which desktop was shown before is nothing that anybody did. */
const seen = ({ desktops, ...rest }: BenchState) => ({ ...rest, shown: desktops?.shown })

function replay(steps: readonly Step[], bench: BenchState): BenchState {
  return steps.reduce((now, one) => {
    const effect = performStep(one as PlainStep, now, { nowMs: 0, nextId })
    return effect.kind === 'done' ? makeChanges(effect.changes, now).bench : now
  }, bench)
}

const book = { kind: 'program', programId: 'book' }
const place = (name: string, which: object = book) => ({ kind: 'windows.place', which, place: { kind: 'named', name } })
const gain = (value: number) => ({
  kind: 'device.control',
  target: { kind: 'devices', deviceIds: ['mic'] },
  controlId: 'gain',
  to: { kind: 'set', value },
})
const type = (text: string) => ({ kind: 'text.type', text, programId: 'book' })

describe('what was done by hand, as steps', () => {
  test('typing is one step, a window that was dragged about is placed once, a level is set once', () => {
    const { steps } = recorded(type('Clear '), type('at last.'), place('left'), place('right'), gain(60), gain(70))
    expect(plain(steps)).toEqual([
      { kind: 'text.type', text: 'Clear at last.', programId: 'book' },
      { kind: 'windows.place', which: book, place: { kind: 'named', name: 'right' } },
      expect.objectContaining({ kind: 'device.control', to: { kind: 'set', value: 70 } }),
    ])
  })

  test('a placement keeps what only the first of them said; another window is another step', () => {
    const other = { kind: 'windows.place', which: book, desktop: 2 }
    const chart = { kind: 'program', programId: 'chart' }
    expect(plain(recorded(place('left'), other, place('left', chart)).steps)).toEqual([
      { kind: 'windows.place', which: book, place: { kind: 'named', name: 'left' }, desktop: 2 },
      {
        kind: 'windows.place',
        which: { kind: 'meant', programId: 'chart', title: 'CHART: red · a.log' },
        place: { kind: 'named', name: 'left' },
      },
    ])
  })

  test('what was taken back at once, or changed nothing, is left out and named', () => {
    const mute = (value: boolean) => ({ ...gain(0), controlId: 'mute', to: { kind: 'set', value } })
    const { steps, left } = recorded(gain(80), mute(true), gain(80), {
      kind: 'desktop.go',
      to: { kind: 'number', desktop: 1 },
    })
    expect(plain(steps).map(({ kind }) => kind)).toEqual(['device.control', 'device.control'])
    expect(left.map(({ because }) => because)).toEqual(['nothing', 'nothing'])
    const minimized = { kind: 'windows.set', which: book, to: 'minimized' }
    const back = recorded(gain(80), gain(50))
    expect([back.steps, back.left.map(({ because }) => because)]).toEqual([[], ['undone', 'undone']])
    // Done again later it was meant.
    expect(recorded(minimized, gain(80), { ...minimized, to: 'other-way' }).steps).toHaveLength(3)
  })

  test('a wait stands where something had to appear, and can be dropped', () => {
    const all: Act[] = [...acts(gain(60)), { ...acts(gain(70))[0]!, atMs: 90_000, appeared: ['vault'] }]
    expect(plain(stepsFromActs(all, exampleDesk(), { nextId }).steps).map(({ kind }) => kind)).toEqual([
      'device.control',
      'wait.until',
      'device.control',
    ])
    expect(stepsFromActs(all, exampleDesk(), { nextId, waits: 'none' }).steps).toHaveLength(1)
  })

  test('5,000 acts become steps in moments', () => {
    const many = Array.from({ length: 5000 }, (_, i): Act => ({
      step: step(gain(i % 2 === 0 ? 5 : (i % 19) * 5)),
      atMs: i,
    }))
    const startedAt = performance.now()
    const { steps, left } = stepsFromActs(many, exampleDesk(), { nextId })
    expect(performance.now() - startedAt).toBeLessThan(30_000)
    expect(steps.length + left.length).toBeLessThanOrEqual(5000)
    const readAt = performance.now()
    betterSteps(steps, exampleDesk(), { nowMs: 0, nextId })
    expect(performance.now() - readAt).toBeLessThan(30_000)
  })

  test('the steps lead to where the hand led', () => {
    const which = fc.constantFrom<object>(book, { kind: 'program', programId: 'chart' }, { kind: 'front' })
    const act = fc.oneof(
      fc.constantFrom('A', 'bc', ' ').map(type),
      fc.record({
        kind: fc.constant('windows.place'),
        which,
        place: fc.constantFrom('left', 'right', 'whole').map((name) => ({ kind: 'named', name })),
      }),
      fc.record({ kind: fc.constant('windows.set'), which, to: fc.constantFrom('front', 'minimized', 'maximized') }),
      fc.constantFrom(0, 50, 75).map(gain),
      fc.integer({ min: 1, max: 3 }).map((desktop) => ({ kind: 'desktop.go', to: { kind: 'number', desktop } })),
      fc.constantFrom('grid', 'mute', 'mark').map((verb) => ({ kind: 'program.tell', programId: 'book', verb })),
    )
    fc.assert(
      fc.property(fc.array(act, { maxLength: 14 }), (fields) => {
        const all = acts(...(fields as never[]))
        const { steps } = stepsFromActs(all, exampleDesk(), { nextId })
        expect(seen(replay(steps, exampleDesk()))).toEqual(
          seen(
            replay(
              all.map((one) => one.step),
              exampleDesk(),
            ),
          ),
        )
      }),
      { numRuns: 150 },
    )
  })
})

describe('one step for several', () => {
  const better = (...fields: (Record<string, unknown> & { kind: string })[]) =>
    betterSteps(fields.map(step), exampleDesk(), { nowMs: 0, nextId })

  test('a window raised and told something by its menu or its key is the program told, or the control set', () => {
    const raise = (which: object) => ({ kind: 'windows.set', which, to: 'front' })
    const log = raise({ kind: 'title', text: 'B.LOG' })
    const tell = (verb: string) => ({ kind: 'program.tell', programId: '', verb })
    const chart = raise({ kind: 'program', programId: 'chart' })
    // Only which window is in front differs.
    expect(better(chart, log, tell('mute'))).toMatchObject([
      { at: 1, count: 2, isSame: false, step: { kind: 'device.control', controlId: 'mute' } },
    ])
    expect(better(chart, log, tell('grid'))).toMatchObject([
      { at: 1, count: 2, isSame: false, step: { kind: 'program.tell', programId: 'book', verb: 'grid' } },
    ])
    expect(better(type('more'), log, { kind: 'keys.send', chords: ['Ctrl+S'], programId: '' })).toMatchObject([
      { at: 1, count: 2, isSame: true, step: { kind: 'program.tell', programId: 'book', verb: 'save' } },
    ])
    // Raising all of its windows brings back one that was minimized, and telling it does not.
    expect(better(chart, raise(book), tell('grid'))).toEqual([])
  })

  test('programs closed one by one are closed by one step; what differs in more than the front is not proposed', () => {
    const close = (programId: string) => ({
      kind: 'windows.close',
      which: { kind: 'program', programId },
      unsaved: 'save',
    })
    expect(better(close('chart'), close('book'))).toMatchObject([
      { at: 0, count: 2, isSame: true, step: { kind: 'programs.put-away', which: { programIds: ['chart', 'book'] } } },
    ])
    expect(better(gain(60), gain(70))).toEqual([])
  })
})

describe('what was meant, and not where it was', () => {
  const desk = exampleDesk()
  const front = { kind: 'windows.set', which: { kind: 'front' }, to: 'maximized' }

  test('a window is named by its program and title, a program in front by its name', () => {
    const named = nameTargets(step(front), desk)
    expect(named).toMatchObject({ which: { kind: 'meant', programId: 'book' } })
    expect(nameTargets(step({ kind: 'program.tell', programId: '', verb: 'grid' }), desk)).toMatchObject({
      programId: 'book',
    })
    // What means several windows, or none, stays as it is.
    const all = step({ kind: 'windows.set', which: book, to: 'front' })
    expect(nameTargets(all, desk)).toBe(all)
    const pause = step({ kind: 'wait', ms: 5 })
    expect(nameTargets(pause, desk)).toBe(pause)
  })

  /** The window that a step brings to the front on a bench, with what is told of it. */
  function raised(which: object, bench: BenchState) {
    const effect = performStep(step({ kind: 'windows.set', which, to: 'minimized' }) as PlainStep, bench, {
      nowMs: 0,
      nextId,
    })
    if (effect.kind !== 'done') return effect.kind
    const change = effect.changes.find(({ kind }) => kind === 'window.mode') as { windowId: string }
    return { programId: bench.windows[change.windowId]!.programId, note: effect.note }
  }
  const without = (...programIds: string[]): BenchState => {
    const windows = Object.fromEntries(
      Object.entries(desk.windows).filter(([, one]) => !programIds.includes(one.programId)),
    )
    return { ...desk, windows, stack: desk.stack.filter((id) => windows[id]) }
  }

  test('what is not there is looked for by program, then title, then kind, and it is told', () => {
    const meant = (programId: string, title: string) => ({ kind: 'meant', programId, title })
    const just = raised(meant('chart', 'CHART: red · a.log'), desk)
    expect(just).toEqual({ programId: 'chart', note: expect.not.stringContaining('instead') })
    expect(raised(meant('chart', 'CHART: another'), desk)).toEqual({
      programId: 'chart',
      note: expect.stringMatching(/^“CHART: another” is not open, so “CHART: red · a\.log” was taken instead\. /),
    })
    // No window of the program: the title is looked for in others.
    expect(raised(meant('dome', 'CHART: red · a.log'), without('dome'))).toMatchObject({ programId: 'chart' })
    // Nor the title: a program of the same category.
    expect(desk.programs.vault!.categories[0]).toBe(desk.programs.book!.categories[0])
    expect(raised(meant('vault', 'VAULT: keys'), without('vault'))).toMatchObject({ programId: 'book' })
    expect(raised(meant('nobody', 'nothing'), desk)).toBe('failed')
  })
})

describe('done again', () => {
  const rows = [
    { step: step(gain(60)), atMs: 1000 },
    {
      step: step({
        kind: 'wait.until',
        condition: { kind: 'program-runs', programId: 'vault' },
        limitMs: 30_000,
        then: 'fail',
      }),
    },
    { step: step(type('Clear.')), atMs: 5000 },
    { step: step(type('Calm.')), atMs: 5040 },
  ]
  const kinds = (steps: readonly Step[]) => steps.map((one) => (one.kind === 'wait' ? one.ms : one.kind))

  test('at the pace of the hand, or so many times as fast, or with no waits at all', () => {
    expect(kinds(replaySteps(rows, 1, nextId))).toEqual([
      'device.control',
      'wait.until',
      4000,
      'text.type',
      'text.type',
    ])
    expect(kinds(replaySteps(rows, 20, nextId))).toEqual([
      'device.control',
      'wait.until',
      200,
      'text.type',
      'text.type',
    ])
    expect(kinds(replaySteps(rows, 'at-once', nextId))).toEqual([
      'device.control',
      'wait.until',
      'text.type',
      'text.type',
    ])
    expect(kinds(replaySteps(rows, 'no-waits', nextId))).toEqual(['device.control', 'text.type', 'text.type'])
    expect(() => replaySteps(rows, 21, nextId)).toThrow('no pace: 21')
    expect(() => replaySteps(rows, 0.5, nextId)).toThrow('no pace: 0.5')
  })

  test('what is aimed at is waited for, up to ten seconds', () => {
    const [mic, , typed] = replaySteps(rows, 'at-once', nextId)
    expect(mic!.retry).toBeUndefined()
    expect(typed!.retry).toEqual({ times: 20, afterMs: 500 })
    expect(replaySteps(rows, 'no-waits', nextId).every(({ retry }) => retry === undefined)).toBe(true)
  })

  test('a text becomes an input wherever it stands as a whole', () => {
    const steps = [
      type('Veil'),
      type('Veil, 300 s'),
      { kind: 'clipboard.use', act: 'put', text: 'Veil', programId: '' },
    ].map(step)
    const { steps: after, inputs } = makeInput(steps, 'Veil', [{ name: 'text', kind: 'text' }])
    expect(after.map((one) => (one as { text?: string }).text)).toEqual(['${text2}', 'Veil, 300 s', '${text2}'])
    expect(inputs.at(-1)).toEqual({ name: 'text2', kind: 'text', standard: 'Veil' })
    // What stands for a value already is none to be made one.
    expect(after.map(textOfStep)).toEqual([undefined, 'Veil, 300 s', undefined])
  })
})
