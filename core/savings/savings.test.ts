import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { exampleDesk } from '../bench/exampleBench'
import { applyChange } from '../bench'
import type { Lever } from '../levers'
import { valueOf } from '../result'
import { STEP_KINDS, stepSchema } from '../steps'
import type { Step } from '../steps'
import {
  createEstimates,
  formatOperators,
  handWork,
  keyWork,
  msOf,
  parseOperators,
  savedBy,
  timeByHand,
  timeByKey,
} from '.'

const steps = (...parts: Record<string, unknown>[]): Step[] =>
  parts.map((part, i) => stepSchema.parse({ id: `s${i}`, ...part }))
const bench = exampleDesk()
const ms = (...parts: Record<string, unknown>[]) => timeByHand(steps(...parts), bench)
const operators = (...parts: Record<string, unknown>[]) => formatOperators(handWork(steps(...parts), bench).work)
const lever = { name: 'Night', triggers: [], aliases: [] }

describe('the Keystroke-Level Model', () => {
  test('each operator has its published time: K 0.2 s, P 1.1 s, H 0.4 s, M 1.35 s, R as it is', () => {
    const one = (text: string) => msOf(valueOf(parseOperators(text)))
    expect(['K', 'P', 'H', 'M', '0.75R'].map(one)).toEqual([200, 1100, 400, 1350, 750])
    // They add up, whatever their order.
    expect(one('4M 2P 10K 2H')).toBe(4 * 1350 + 2 * 1100 + 10 * 200 + 2 * 400)
  })

  test('operators are written and read again, in any order; what is none is told', () => {
    expect(formatOperators(valueOf(parseOperators('k 2K m 1.5r, 3P')))).toBe('1M 3P 3K 1.5R')
    expect(valueOf(parseOperators('0'))).toEqual(valueOf(parseOperators('0K')))
    for (const text of ['', '  ', '2X', 'MM', '-1K', '1e9K', '2 K M 9999999K'])
      expect([text, parseOperators(text).ok]).toEqual([text, false])
    const count = fc.nat(500)
    fc.assert(
      fc.property(
        fc.record({ k: count, p: count, h: count, m: count, responseMs: count.map((n) => n * 100) }),
        (work) => {
          const text = formatOperators(work)
          expect(valueOf(parseOperators(text))).toEqual(work)
        },
      ),
    )
  })
})

describe('by hand', () => {
  test('a window is raised by thinking, pointing and clicking: 2.65 s', () => {
    expect(operators({ kind: 'program.raise', programId: 'book' })).toBe('1M 1P 1K')
    expect(ms({ kind: 'program.raise', programId: 'book' })).toBe(1350 + 1100 + 200)
  })

  test('a text takes its letters, and the way to the keyboard and back', () => {
    expect(operators({ kind: 'text.type', text: 'Frost', programId: '' })).toBe('5K 2H')
    expect(operators({ kind: 'keys.send', chords: ['Ctrl+S', 'F9'], programId: '' })).toBe('1M 3K')
  })

  test('arguments are asked for one after the other; a message or a wait is nobody’s work', () => {
    const plain = ms({ kind: 'program.open', programId: 'chart', args: [] })
    expect(ms({ kind: 'program.open', programId: 'chart', args: ['/l/a.log'] })).toBeGreaterThan(plain)
    expect(ms({ kind: 'message.show', text: 'x' }, { kind: 'wait', ms: 60_000 }, { kind: 'note', text: 'n' })).toBe(0)
  })

  test('a loop takes as long as it would go round now; of two ways one is gone', () => {
    const raise = { id: 'r', kind: 'program.raise', programId: 'book' }
    const each = {
      kind: 'each',
      as: 'file',
      source: { kind: 'files', folder: '/in', pattern: '*.exposure' },
      steps: [raise],
    }
    const once = ms(raise)
    const count = handWork(steps(each), bench).work.p
    expect(count).toBeGreaterThan(1)
    expect(ms(each)).toBe(count * once)
    expect(ms({ kind: 'repeat', times: '5', steps: [raise] })).toBe(5 * once)
    const ways = {
      kind: 'if',
      branches: [{ condition: { kind: 'program-runs', programId: 'book' }, steps: [raise, { ...raise, id: 'q' }] }],
      otherwise: [{ ...raise, id: 'o' }],
    }
    expect(ms(ways)).toBe(1350 + 1.5 * once)
    expect(ms({ ...raise, off: true })).toBe(0)
  })

  test('it is honest about what it does not know', () => {
    expect(handWork(steps({ kind: 'script.run', script: 'return 1' }, { kind: 'run.put-back' }), bench).unknown).toBe(2)
    expect(handWork(steps({ kind: 'program.raise', programId: 'book' }), bench).unknown).toBe(0)
  })

  test('every kind has an answer, and none takes less than nothing', () => {
    for (const { fresh, kind } of STEP_KINDS) {
      const { work, unknown } = handWork([fresh('s')], bench)
      expect([kind, msOf(work) >= 0, Number.isFinite(msOf(work)), unknown <= 1]).toEqual([kind, true, true, true])
    }
  })
})

describe('by key', () => {
  test('the shortest way counts: a chord, a word, a tile, else the launcher', () => {
    const chord = { id: 't', kind: 'chord' as const, chord: 'Ctrl+Alt+M', wins: 'auto' as const }
    expect(formatOperators(keyWork({ ...lever, triggers: [chord] }))).toBe('1M 3K')
    expect(timeByKey({ ...lever, triggers: [chord] })).toBe(1350 + 600)
    expect(timeByKey({ ...lever, aliases: ['go'] })).toBe(1350 + 4 * 200)
    expect(timeByKey(lever)).toBe(1350 + 6 * 200)
    expect(timeByKey({ ...lever, doors: [{ id: 'd', kind: 'event', event: { kind: 'product-starts' } }] })).toBe(0)
  })
})

describe('what is saved', () => {
  test('pulls that went through count, each the hand less the key; a week is the mean of the last four', () => {
    expect(savedBy({ done: 112, doneLately: 12 }, 5000, 2000)).toEqual({
      totalMs: 112 * 3000,
      perWeekMs: (12 * 3000) / 4,
    })
    expect(savedBy({ done: 0, doneLately: 0 }, 5000, 2000)).toEqual({ totalMs: 0, perWeekMs: 0 })
    expect(savedBy({ done: 3, doneLately: 4 }, 1000, 2000)).toEqual({ totalMs: -3000, perWeekMs: -1000 })
  })
})

describe('estimates that are kept', () => {
  const each = (pattern: string) => ({
    kind: 'each',
    as: 'file',
    source: { kind: 'files', folder: '/in', pattern },
    steps: [{ id: 'r', kind: 'program.raise', programId: 'book' }],
  })
  const of = (...parts: Record<string, unknown>[]) => ({ ...lever, steps: steps(...parts) }) as unknown as Lever
  const context = { nowMs: 5, values: { values: { mark: 'Frost' }, broken: {} } }

  test('are those that would be found anew, whatever changed in between', () => {
    const estimates = createEstimates()
    const levers = [
      of({ kind: 'program.raise', programId: 'book' }),
      of(each('*.exposure')),
      of({ kind: 'text.type', text: '${mark}', programId: '' }),
    ]
    const more = valueOf(
      applyChange(bench, { kind: 'file.put', path: '/in/late.exposure', file: { kind: 'file', sizeBytes: 1 } }),
    )
    const longer = { ...context, values: { values: { mark: 'Frost and fog' }, broken: {} } }
    for (const [now, known] of [
      [bench, context],
      [more, context],
      [more, longer],
      [bench, longer],
      [bench, context],
    ] as const)
      for (const one of levers) expect(estimates.of(one, now, known)).toEqual(handWork(one.steps, now, { ...known }))
    expect(estimates.of(levers[1]!, more, context).work.p).toBeGreaterThan(
      estimates.of(levers[1]!, bench, context).work.p,
    )
  })

  test('are not found again where nothing of what they looked at differs', () => {
    const estimates = createEstimates()
    const one = of({ kind: 'program.open', programId: 'chart', args: [] })
    const first = estimates.of(one, bench, context)
    expect(estimates.of(one, { ...bench, messages: [] }, { ...context, nowMs: 9 })).toBe(first)
  })
})
