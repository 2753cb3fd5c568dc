import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { applyChange, applyChanges } from '../bench'
import { exampleBench, exampleDesk } from '../bench/exampleBench'
import { valueOf } from '../result'
import { clockTime, conditionSchema, describeCondition, evaluate } from '.'
import type { Condition } from '.'

const runs = (programId: string): Condition => ({ kind: 'program-runs', programId })
const between = (fromMinute: number, toMinute: number): Condition => ({ kind: 'time-of-day', fromMinute, toMinute })
const verdict = (condition: Condition, minuteOfDay?: number, bench = exampleBench()) => {
  const { holds, because } = evaluate(condition, bench, { minuteOfDay })
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
      [21 * 60 + 59, 22 * 60, 0, 5 * 60 + 59, 6 * 60].map(
        (minute) => evaluate(night, exampleBench(), { minuteOfDay: minute }).holds,
      ),
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
        'Microphone is lit and the missing program “gone” does not run',
    )
  })
})

describe('a condition on the desk', () => {
  const says = (condition: Condition, nowMs?: number, bench = exampleDesk()) =>
    Object.values(evaluate(condition, bench, { nowMs, values: { values: { tonight: 'veil' }, broken: {} } }))
  const file = (path: string, test: Extract<Condition, { kind: 'file-is' }>['test']): Condition => ({
    kind: 'file-is',
    path,
    test,
  })

  test('windows and tabs are found by program, title and address', () => {
    expect(says({ kind: 'window-open', text: 'B.LOG' })).toEqual([true, 'BOOK: b.log* is open'])
    expect(says({ kind: 'window-open', programId: 'chart', text: 'b.log' })).toEqual([
      false,
      'no window of CHART with “b.log” is open',
    ])
    expect(says({ kind: 'window-open', programId: 'chart', text: '/l/a' })[0]).toBe(true)
    expect(says({ kind: 'window-open', programId: 'web', text: '' })).toEqual([false, 'no window of WEB is open'])
    expect(says({ kind: 'window-open', text: '${nobody}' })[0]).toBe(false)
  })

  test('files are there, newer and larger, one or those of a pattern; names are taken as they are written', () => {
    expect(says(file('${in}/veil-1.exposure', { kind: 'there' }))).toEqual([true, '/in/veil-1.exposure is there'])
    expect(says(file('${in}/${tonight}-*.exposure', { kind: 'there' }))).toEqual([
      true,
      '2 entries fit /in/veil-*.exposure',
    ])
    expect(says(file('/in/night $1 "notes".log', { kind: 'there' }))[0]).toBe(true)
    expect(says(file('/in/*.dark', { kind: 'there' }))).toEqual([false, 'there is no /in/*.dark'])
    expect(says(file('/in/veil-2.exposure', { kind: 'newer', withinMs: 60_000 }), 180_000)).toEqual([
      true,
      '/in/veil-2.exposure was changed 1 minute ago',
    ])
    expect(says(file('/in/veil-1.exposure', { kind: 'newer', withinMs: 60_000 }), 180_000)[0]).toBe(false)
    expect(says(file('/in/*.exposure', { kind: 'newer', withinMs: 60_000 }), 180_000)[0]).toBe(true)
    expect(says(file('/in/*.exposure', { kind: 'newer', withinMs: 60_000 }))[0]).toBe(false)
    expect(says(file('/in/veil-2.exposure', { kind: 'newer-than', path: '/in/veil-1.exposure' }))[0]).toBe(true)
    expect(says(file('/in/veil-1.exposure', { kind: 'newer-than', path: '/in/veil-2.exposure' }))[0]).toBe(false)
    expect(says(file('/in/*.exposure', { kind: 'larger', bytes: 19 }))[0]).toBe(true)
    expect(says(file('/in/*.exposure', { kind: 'larger', bytes: 20 }))[0]).toBe(false)
    expect(says(file('/in', { kind: 'larger', bytes: 1 }))).toEqual([false, '/in is a folder, and no file'])
  })

  test('folders are empty, also where they are not there', () => {
    expect(says({ kind: 'folder-empty', path: '/later' })).toEqual([true, '/later is empty'])
    expect(says({ kind: 'folder-empty', path: '/in' })).toEqual([false, '/in has 3 entries'])
    expect(says({ kind: 'folder-empty', path: '/gone' })).toEqual([true, 'there is no folder /gone'])
  })

  test('the text in front, the desktop, the clipboard and the player', () => {
    expect(says({ kind: 'text-has', text: 'SKY' })).toEqual([true, 'b.log has “SKY”'])
    expect(says({ kind: 'text-has', text: 'fog' })[0]).toBe(false)
    expect(says({ kind: 'desktop-shown', desktop: 2 })).toEqual([false, 'desktop 1 Capture is shown'])
    expect(says({ kind: 'clipboard-has', text: '' })).toEqual([false, 'nothing was copied'])
    const copied = { ...exampleDesk(), clipboard: [{ id: 'c', text: '12h 30m', atMs: 0 }] }
    expect(says({ kind: 'clipboard-has', text: '30M' }, 0, copied)[0]).toBe(true)
    expect(says({ kind: 'plays', deviceId: 'player' })).toEqual([false, 'Player does not play'])
    const playing = valueOf(
      applyChange(exampleDesk(), { kind: 'device.set', deviceId: 'player', controlId: 'playing', value: true }),
    )
    expect(says({ kind: 'plays', deviceId: 'player', playlistId: 'calm' }, 0, playing)).toEqual([
      true,
      'Player plays Calm night',
    ])
    expect(says({ kind: 'plays', deviceId: 'player', playlistId: 'open' }, 0, playing)[0]).toBe(false)
  })

  test('is a sentence', () => {
    const desk = exampleDesk()
    const words = (condition: Condition) => describeCondition(condition, desk)
    expect(
      [
        words({ kind: 'window-open', programId: 'chart', text: 'north' }),
        words({ kind: 'window-open', text: '' }),
        words(file('${in}/*', { kind: 'newer', withinMs: 600_000 })),
        words(file('a', { kind: 'newer-than', path: 'b' })),
        words(file('a', { kind: 'larger', bytes: 1 })),
        words({ kind: 'folder-empty', path: '${in}' }),
        words({ kind: 'text-has', text: 'dew' }),
        words({ kind: 'clipboard-has', text: '' }),
        words({ kind: 'plays', deviceId: 'player', playlistId: 'calm' }),
      ].join('; '),
    ).toBe(
      'a window of CHART with “north” is open; a window is open; ${in}/* was changed within 10 minutes; ' +
        'a is newer than b; a is larger than 1 byte; ${in} is empty; the document in front has “dew”; ' +
        'something was copied; Player plays Calm night',
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
        const holds = (condition: Condition) => evaluate(condition, exampleBench(), { minuteOfDay: minute }).holds
        expect(holds({ kind: 'not', condition: { kind: 'all', conditions: parts } })).toBe(
          holds({ kind: 'any', conditions: parts.map((condition) => ({ kind: 'not', condition })) }),
        )
        expect(holds({ kind: 'not', condition: { kind: 'not', condition: parts[0]! } })).toBe(holds(parts[0]!))
        expect(evaluate({ kind: 'all', conditions: parts }, exampleBench(), { minuteOfDay: minute }).because).not.toBe(
          '',
        )
      }),
    )
  })

  test('a span of the day and the rest of the day share no minute and leave none out', () => {
    fc.assert(
      fc.property(minutes, minutes, minutes, (from, to, at) => {
        fc.pre(from !== to)
        expect(evaluate(between(from, to), exampleBench(), { minuteOfDay: at }).holds).not.toBe(
          evaluate(between(to, from), exampleBench(), { minuteOfDay: at }).holds,
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
