import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { applyChange, applyChanges } from '../bench'
import { exampleBench } from '../bench/exampleBench'
import { valueOf } from '../result'
import { clockTime, conditionSchema, describeCondition, evaluate } from '.'
import type { Condition } from '.'

const runs = (programId: string): Condition => ({ kind: 'program-runs', programId })
const between = (fromMinute: number, toMinute: number): Condition => ({ kind: 'time-of-day', fromMinute, toMinute })
const verdict = (condition: Condition, minuteOfDay?: number, bench = exampleBench()) => {
  const { holds, because } = evaluate(condition, bench, minuteOfDay)
  return [holds, because]
}

describe('a condition', () => {
  test('on programs and devices says what is so', () => {
    expect(verdict(runs('chart'))).toEqual([true, 'CHART is running'])
    expect(verdict(runs('web'))).toEqual([false, 'WEB is not running'])
    expect(verdict({ kind: 'program-front', programId: 'chart' })).toEqual([false, 'BOOK is in front'])
    expect(verdict({ kind: 'device-present', deviceId: 'mic' })).toEqual([true, 'Microphone is plugged in'])
    expect(verdict({ kind: 'device-present', deviceId: 'horn' })).toEqual([false, 'horn is not plugged in'])
  })

  test('on a value or a lamp takes unknown for what it is', () => {
    expect(verdict({ kind: 'control-is', deviceId: 'mic', controlId: 'mute', value: true })).toEqual([
      false,
      'Mute of Microphone is unknown',
    ])
    expect(verdict({ kind: 'control-is', deviceId: 'mic', controlId: 'mute', value: null })).toEqual([
      true,
      'Mute of Microphone is unknown',
    ])
    expect(verdict({ kind: 'lamp-is', deviceId: 'mic', controlId: 'mute', state: 'unknown' })).toEqual([
      true,
      'the lamp Mute of Microphone is unknown',
    ])
    const watched = valueOf(
      applyChanges(exampleBench(), [
        { kind: 'lamp.watch', deviceId: 'mic', controlId: 'pattern', litWhen: 'narrow', watched: true },
      ]),
    )
    expect(
      verdict({ kind: 'lamp-is', deviceId: 'mic', controlId: 'pattern', state: 'lit' }, undefined, watched),
    ).toEqual([false, 'the lamp Pattern of Microphone is dark'])
    const unplugged = valueOf(applyChange(exampleBench(), { kind: 'device.plug', deviceId: 'mic', plugged: false }))
    expect(
      verdict({ kind: 'control-is', deviceId: 'mic', controlId: 'gain', value: 50 }, undefined, unplugged),
    ).toEqual([false, 'Microphone is not plugged in'])
  })

  test('on the time of day passes midnight; without a clock it does not hold', () => {
    const night = between(22 * 60, 6 * 60)
    expect(
      [21 * 60 + 59, 22 * 60, 0, 5 * 60 + 59, 6 * 60].map((minute) => evaluate(night, exampleBench(), minute).holds),
    ).toEqual([false, true, true, true, false])
    expect(verdict(between(9 * 60, 17 * 60), 17 * 60)).toEqual([false, 'it is 17:00'])
    expect(verdict(night)).toEqual([false, 'the time of day is not known here'])
    expect(clockTime(65)).toBe('01:05')
  })

  test('of several says which decide', () => {
    expect(verdict({ kind: 'all', conditions: [runs('chart'), runs('web'), runs('dome')] })).toEqual([
      false,
      'WEB is not running, and DOME is not running',
    ])
    expect(verdict({ kind: 'any', conditions: [runs('web'), runs('book'), runs('chart')] })).toEqual([
      true,
      'BOOK is running',
    ])
    expect(verdict({ kind: 'not', condition: runs('web') })).toEqual([true, 'WEB is not running'])
  })

  test('is a sentence', () => {
    const words = describeCondition(
      {
        kind: 'all',
        conditions: [
          runs('chart'),
          {
            kind: 'any',
            conditions: [between(0, 60), { kind: 'lamp-is', deviceId: 'mic', controlId: 'gain', state: 'lit' }],
          },
          { kind: 'not', condition: runs('gone') },
        ],
      },
      exampleBench(),
    )
    expect(words).toBe(
      'CHART runs and it is between 00:00 and 01:00 or the lamp Gain of ' +
        'Microphone is lit and it is not so that the missing program “gone” runs',
    )
  })
})

describe('laws', () => {
  const leaves = fc.oneof(
    fc.constantFrom('chart', 'web', 'gone').map(runs),
    fc.constantFrom<Condition>(
      { kind: 'device-present', deviceId: 'mic' },
      { kind: 'lamp-is', deviceId: 'mic', controlId: 'gain', state: 'lit' },
    ),
    fc
      .tuple(fc.integer({ min: 0, max: 1439 }), fc.integer({ min: 0, max: 1439 }))
      .map(([from, to]) => between(from, to)),
  )
  const conditions: fc.Arbitrary<Condition> = fc.letrec<{ node: Condition }>((tie) => ({
    node: fc.oneof(
      { maxDepth: 3 },
      leaves,
      tie('node').map((condition): Condition => ({ kind: 'not', condition })),
      fc
        .tuple(fc.constantFrom('all' as const, 'any' as const), fc.array(tie('node'), { minLength: 1, maxLength: 3 }))
        .map(([kind, parts]): Condition => ({ kind, conditions: parts })),
    ),
  })).node
  const minutes = fc.integer({ min: 0, max: 1439 })

  test('not of all is any of not, not of not is the thing itself, and each says why', () => {
    fc.assert(
      fc.property(fc.array(conditions, { minLength: 1, maxLength: 4 }), minutes, (parts, minute) => {
        const holds = (condition: Condition) => evaluate(condition, exampleBench(), minute).holds
        expect(holds({ kind: 'not', condition: { kind: 'all', conditions: parts } })).toBe(
          holds({ kind: 'any', conditions: parts.map((condition) => ({ kind: 'not', condition })) }),
        )
        expect(holds({ kind: 'not', condition: { kind: 'not', condition: parts[0]! } })).toBe(holds(parts[0]!))
        expect(evaluate({ kind: 'all', conditions: parts }, exampleBench(), minute).because).not.toBe('')
      }),
    )
  })

  test('a span of the day and the rest of the day share no minute and leave none out', () => {
    fc.assert(
      fc.property(minutes, minutes, minutes, (from, to, at) => {
        fc.pre(from !== to)
        expect(evaluate(between(from, to), exampleBench(), at).holds).not.toBe(
          evaluate(between(to, from), exampleBench(), at).holds,
        )
      }),
    )
  })

  test('is stored and read back as it is', () => {
    fc.assert(
      fc.property(conditions, (condition) => {
        expect(conditionSchema.parse(JSON.parse(JSON.stringify(condition)))).toEqual(condition)
      }),
    )
  })
})
