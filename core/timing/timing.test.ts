import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { HOLD_TIMES_MS, proposeHold, replayTyping, seededRandom, sweepHoldTimes, synthesizeTyping } from '.'
import type { TypingEvent, TypingOutcome } from '.'

const down = (code: string, atMs: number): TypingEvent => ({ kind: 'down', code, atMs })
const up = (code: string, atMs: number): TypingEvent => ({ kind: 'up', code, atMs })

describe('typing that is replayed with a key as tap and hold', () => {
  test('has no accident where the key comes up within the time and before any other', () => {
    const events = [down('KeyF', 0), up('KeyF', 80), down('KeyJ', 200), up('KeyJ', 260)]
    expect(replayTyping(events, 'KeyF', 200)).toMatchObject({
      code: 'KeyF',
      holdMs: 200,
      keyCount: 2,
      accidentalPerThousand: 0,
    })
  })

  test('counts as held what stays down longer, or while another key is pressed and let go', () => {
    const long = [down('KeyF', 0), up('KeyF', 300)]
    expect(replayTyping(long, 'KeyF', 200).accidentalPerThousand).toBe(1000)
    expect(replayTyping(long, 'KeyF', 400).accidentalPerThousand).toBe(0)
    const nested = [down('KeyF', 0), down('KeyJ', 50), up('KeyJ', 90), up('KeyF', 130)]
    expect(replayTyping(nested, 'KeyF', 200, true).accidentalPerThousand).toBe(500)
    expect(replayTyping(nested, 'KeyF', 200, false).accidentalPerThousand).toBe(0)
  })

  test('says how late keys come: the tapped one when it is let go, what is typed meanwhile with it, others at once', () => {
    const alone = replayTyping([down('KeyF', 0), up('KeyF', 80), down('KeyJ', 200), up('KeyJ', 260)], 'KeyF', 200)
    expect([alone.meanDelayMs, alone.p95DelayMs]).toEqual([40, 80])
    const none = replayTyping([down('KeyJ', 0), up('KeyJ', 90)], 'KeyF', 200)
    expect([none.meanDelayMs, none.p95DelayMs, none.keyCount]).toEqual([0, 0, 1])
    expect(replayTyping([], 'KeyF', 200)).toMatchObject({ keyCount: 0, accidentalPerThousand: 0, meanDelayMs: 0 })
  })

  test('never has more accidents of long keys the longer the time is', () => {
    const typist = fc.record({ wordsPerMinute: fc.integer({ min: 30, max: 120 }), seed: fc.nat() })
    fc.assert(
      fc.property(typist, ({ wordsPerMinute, seed }) => {
        const random = seededRandom(seed)
        const events = synthesizeTyping('dusk flats first, then the veil field for an hour.', {
          wordsPerMinute,
          random,
        })
        const rates = HOLD_TIMES_MS.map((holdMs) => replayTyping(events, 'KeyF', holdMs, false).accidentalPerThousand)
        for (const [i, rate] of rates.entries()) expect(rate).toBeLessThanOrEqual(rates[i - 1] ?? 1000)
      }),
      { numRuns: 30 },
    )
  })

  test('is tried for each key at each time, and told how far it is', () => {
    const told: [number, number][] = []
    const outcomes = sweepHoldTimes([down('KeyF', 0), up('KeyF', 150)], ['KeyF', 'KeyJ'], true, (done, all) =>
      told.push([done, all]),
    )
    expect(outcomes.map(({ code, holdMs }) => `${code} ${holdMs}`)).toEqual(
      ['KeyF', 'KeyJ'].flatMap((code) => HOLD_TIMES_MS.map((holdMs) => `${code} ${holdMs}`)),
    )
    expect([HOLD_TIMES_MS[0], HOLD_TIMES_MS.at(-1)]).toEqual([100, 400])
    expect(told.at(-1)).toEqual([26, 26])
    const accidents = outcomes.filter(({ accidentalPerThousand }) => accidentalPerThousand > 0)
    expect(accidents.map(({ code, holdMs }) => [code, holdMs])).toEqual([100, 125, 150].map((ms) => ['KeyF', ms]))
  })
})

describe('the time that is proposed', () => {
  const outcome = (accidentalPerThousand: number, meanDelayMs: number, holdMs: number): TypingOutcome => {
    return { code: 'KeyF', holdMs, accidentalPerThousand, meanDelayMs, p95DelayMs: 0, keyCount: 1000 }
  }

  test('is the one with the least delay among those whose accidents are not felt, the shortest of equal ones', () => {
    const quick = outcome(3, 10, 100)
    const even = [outcome(1, 30, 250), outcome(0.5, 30, 200), outcome(0, 40, 400)]
    expect(proposeHold([quick, ...even])).toBe(even[1])
  })

  test('is the one with the fewest accidents where all are felt, and none where nothing was tried', () => {
    const few = outcome(2, 90, 400)
    expect(proposeHold([outcome(5, 10, 100), few, outcome(2, 95, 300)])).toBe(few)
    expect(proposeHold([])).toBeUndefined()
  })
})

describe('typing that is made up', () => {
  test('is the same for the same seed, in order of time, each key down before it is up and up before it is down again', () => {
    const text = 'Seeing 2.1, wind calm.\nAll good, book kept'
    const make = (seed: number) => synthesizeTyping(text, { wordsPerMinute: 70, random: seededRandom(seed) })
    expect(make(4)).toEqual(make(4))
    expect(make(4)).not.toEqual(make(5))
    fc.assert(
      fc.property(fc.nat(), fc.integer({ min: 30, max: 120 }), (seed, wordsPerMinute) => {
        const events = synthesizeTyping(text, { wordsPerMinute, random: seededRandom(seed) })
        const held = new Set<string>()
        let atMs = 0
        for (const event of events) {
          expect(event.atMs).toBeGreaterThanOrEqual(atMs)
          expect(held.has(event.code)).toBe(event.kind === 'up')
          if (event.kind === 'down') held.add(event.code)
          else held.delete(event.code)
          ;({ atMs } = event)
        }
        expect(held.size).toBe(0)
        expect(events).toHaveLength(2 * text.length)
      }),
      { numRuns: 50 },
    )
  })

  test('goes at the pace that is said, letters, digits and signs by their keys, and leaves out what has none', () => {
    const events = synthesizeTyping('aé7 ,.', { wordsPerMinute: 60, random: () => 0.5 })
    expect(events.filter(({ kind }) => kind === 'down')).toEqual([
      down('KeyA', 200),
      down('Digit7', 400),
      down('Space', 600),
      down('Comma', 800),
      down('Period', 1000),
    ])
    const random = seededRandom(1)
    const long = synthesizeTyping('the moon is up '.repeat(200), { wordsPerMinute: 90, random })
    const meanMs = long.findLast(({ kind }) => kind === 'down')!.atMs / (long.length / 2)
    expect(meanMs).toBeGreaterThan(133 * 0.95)
    expect(meanMs).toBeLessThan(133 * 1.05)
  })

  test('draws evenly between 0 and 1', () => {
    const random = seededRandom(42)
    const drawn = Array.from({ length: 20_000 }, random)
    expect(Math.min(...drawn)).toBeGreaterThanOrEqual(0)
    expect(Math.max(...drawn)).toBeLessThan(1)
    for (let tenth = 0; tenth < 10; tenth++) {
      const count = drawn.filter((one) => Math.floor(one * 10) === tenth).length
      expect(Math.abs(count - 2000)).toBeLessThan(200)
    }
  })
})
