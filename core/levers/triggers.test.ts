import { describe, expect, test } from 'vitest'
import { levers } from '../../demo'
import {
  DEFAULT_KEYS,
  describeTrigger,
  onKeyboard,
  patienceOf,
  scopesOverlap,
  triggerKeys,
  triggerSchema,
  withRows,
} from '.'
import type { Frame, Scope, Trigger } from '.'

const trigger = (part: Record<string, unknown>): Trigger => triggerSchema.parse({ id: 't', ...part })

describe('a trigger', () => {
  const kinds = [
    trigger({ kind: 'chord', chord: 'Ctrl+Alt+M' }),
    trigger({ kind: 'sequence', sequence: 'meta+o  E' }),
    trigger({ kind: 'layer', hold: 'CapsLock', chord: 'J' }),
    trigger({ kind: 'together', keys: ['KeyJ', 'KeyK'] }),
    trigger({ kind: 'hold', key: 'ControlLeft' }),
    trigger({ kind: 'double', chord: 'F9' }),
    trigger({ kind: 'release', chord: 'F9', match: 'key' }),
  ]

  test('is part of a sentence, and keys to be drawn', () => {
    expect(kinds.map(describeTrigger)).toEqual([
      'Ctrl+Alt+M',
      'Meta+O, then E',
      'J while CapsLock is held',
      'J and K together',
      'LeftCtrl held',
      'F9 twice',
      'F9 on release by its legend',
    ])
    expect(kinds.map(triggerKeys)).toEqual(['Ctrl+Alt+M', 'Meta+O E', 'CapsLock J', 'J K', 'LeftCtrl', 'F9 F9', 'F9'])
  })

  test('makes a key wait as long as it may belong to it, and no longer than anybody takes', () => {
    expect(kinds.map((entry) => patienceOf(entry, DEFAULT_KEYS.timing))).toEqual([0, 800, 200, 60, 200, 400, 0])
    expect(patienceOf(trigger({ kind: 'double', chord: 'F9', gapMs: 700 }), DEFAULT_KEYS.timing)).toBe(700)
  })

  test('by its legend means the key that carries the sign on the keyboard at hand', () => {
    const z = { modifiers: ['Ctrl' as const], code: 'KeyZ' }
    expect([
      onKeyboard(trigger({ kind: 'chord', chord: 'Ctrl+Z', match: 'key' }), z, 'de').code,
      onKeyboard(trigger({ kind: 'chord', chord: 'Ctrl+Z' }), z, 'de').code,
    ]).toEqual(['KeyY', 'KeyZ'])
  })
})

test('scopes overlap where there is something with which both are live; it does not matter which is asked first', () => {
  const scopes: Scope[] = [
    { kind: 'everywhere' },
    { kind: 'only', programIds: ['a'] },
    { kind: 'only', programIds: ['b', 'c'] },
    { kind: 'except', programIds: ['a'] },
    { kind: 'except', programIds: ['b', 'c'] },
  ]
  const table = scopes.map((one) => scopes.map((other) => (scopesOverlap(one, other) ? 1 : 0)).join(''))
  expect(table).toEqual(['11111', '11001', '10110', '10111', '11011'])
})

test('a row of keys gives the levers of its frame chords in the order of their numbers, as many as there are', () => {
  const frames: Frame[] = [
    { id: 'desk', name: 'Desk', on: true, position: 1, rules: [{ id: 'r', kind: 'row', first: 'Meta+1', count: 3 }] },
  ]
  const desk = levers.filter((lever) => lever.frameId === 'desk')
  const given = withRows(levers.toReversed(), frames).flatMap((lever) =>
    lever.triggers.filter((entry) => entry.id === 'row.r').map((entry) => [lever.plate, triggerKeys(entry)]),
  )
  expect(given.sort((a, b) => Number(a[0]) - Number(b[0]))).toEqual(
    desk.slice(0, 3).map((lever, i) => [lever.plate, `Meta+${i + 1}`]),
  )
  expect(withRows(levers, [])).toBe(levers)
})
