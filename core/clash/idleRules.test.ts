import { expect, test } from 'vitest'
import { DEFAULT_KEYS, frameSchema } from '../levers'
import type { Frame } from '../levers'
import { idleRules } from '.'

const frame = (id: string, ...rules: Record<string, unknown>[]): Frame =>
  frameSchema.parse({
    id,
    name: id === 'desk' ? 'Desk' : 'Night',
    on: true,
    position: 1,
    rules: rules.map((rule, i) => ({ id: `${id}${i}`, ...rule })),
  })
const idle = (...frames: Frame[]) => idleRules(frames, DEFAULT_KEYS).map(({ ruleId, because }) => [ruleId, because])
const remap = (from: string, to: string, layer?: string) => ({ kind: 'remap', from, to, ...(layer ? { layer } : {}) })

test('rules that do what they say are not told', () => {
  expect(
    idle(
      frame(
        'desk',
        remap('KeyH', 'ArrowLeft', 'CapsLock'),
        { kind: 'disable', key: 'Insert' },
        { kind: 'type', chord: 'Alt+A', text: 'æ' },
        { kind: 'tap-hold', key: 'KeyF', tap: null, hold: { kind: 'modifiers', modifiers: ['Ctrl'] } },
        { kind: 'one-shot', key: 'ShiftLeft' },
        { kind: 'word', word: 'sig', text: 'Harrow Fell' },
        { kind: 'row', first: 'Meta+1', count: 3 },
      ),
    ),
  ).toEqual([])
})

test('rules that another one keeps from acting are told, with that one', () => {
  const holds = { kind: 'tap-hold', key: 'CapsLock', tap: null, hold: { kind: 'modifiers', modifiers: ['Ctrl'] } }
  expect(idle(frame('desk', holds, remap('KeyH', 'ArrowLeft', 'CapsLock')))).toEqual([
    ['desk1', 'It never acts: another rule comes first (held: Ctrl).'],
  ])
  expect(idle(frame('desk', { kind: 'disable', key: 'KeyQ' }), frame('night', remap('KeyQ', 'KeyE')))).toEqual([
    ['night0', 'It never acts: another rule of Desk comes first (disabled).'],
  ])
  expect(
    idle(
      frame('desk', { kind: 'word', word: 'tea', text: 'x', endings: [] }, { kind: 'word', word: 'team', text: 'y' }),
    ),
  ).toEqual([['desk1', 'It never acts: another rule comes first (“tea” becomes a text).']])
  // Two that say the same: either could go.
  expect(idle(frame('desk', remap('KeyQ', 'KeyE'), remap('KeyQ', 'KeyE'))).map(([id]) => id)).toEqual([
    'desk0',
    'desk1',
  ])
  expect(idle({ ...frame('desk', { kind: 'disable', key: 'KeyQ' }, remap('KeyQ', 'KeyE')), on: false })).toEqual([])
})
