import { exampleLever } from '../levers/exampleLever'
import { frameSchema, keySettingsSchema } from '../levers'
import type { Frame, Lever } from '../levers'
import type { Decision, KeyEvent } from '.'

/** A storm of keys for tests and measurements, and levers and rules of every kind for it to meet. */

const lever = (plate: number, trigger: Record<string, unknown>, part: Partial<Lever> = {}) =>
  exampleLever(plate, { wins: 'lever', ...trigger }, { frameId: 'on', ...part })
export const stormLevers = [
  lever(1, { kind: 'chord', chord: 'Ctrl+A' }),
  lever(2, { kind: 'chord', chord: 'B' }, { scope: { kind: 'only', programIds: ['chart'] } }),
  lever(3, { kind: 'sequence', sequence: 'Ctrl+A B', gapMs: 80 }),
  lever(4, { kind: 'sequence', sequence: 'Ctrl+A B C', gapMs: 80 }),
  lever(5, { kind: 'double', chord: 'C', gapMs: 60 }),
  lever(6, { kind: 'together', keys: ['KeyE', 'KeyG'], windowMs: 40 }),
  lever(7, { kind: 'layer', hold: 'Space', chord: 'A' }),
  lever(8, { kind: 'layer', hold: 'Space', chord: 'Shift+B' }),
  lever(9, { kind: 'hold', key: 'KeyF', holdMs: 90 }),
  lever(10, { kind: 'release', chord: 'Ctrl+G' }),
  lever(11, { kind: 'hold', key: 'ControlLeft', holdMs: 120 }),
  lever(12, { kind: 'hold', key: 'KeyK', holdMs: 80, nested: true }),
  lever(13, { kind: 'tap', key: 'MetaLeft', times: 1 }),
  lever(14, { kind: 'chord', chord: 'ShiftRight+B' }),
  lever(15, { kind: 'chord', chord: 'E' }, { scope: { kind: 'only', programIds: ['camera'] } }),
  lever(16, { kind: 'sequence', sequence: 'Ctrl+B E', gapMs: 90 }),
  lever(17, { kind: 'word', word: 'ae', endings: [] }, { scope: { kind: 'except', programIds: ['camera'] } }),
  lever(19, { kind: 'chord', chord: 'Ctrl+K', repeatMs: 40 }),
  lever(20, { kind: 'chord', chord: 'AltGr+A' }),
  lever(21, { kind: 'chord', chord: 'G', keyboard: 'pad' }),
  lever(18, { kind: 'word', word: 'ba', letters: 'exact', endings: ['space'] }),
]
const frames: Frame[] = [
  frameSchema.parse({
    id: 'on',
    name: 'On',
    on: true,
    position: 1,
    rules: [
      {
        id: 'r1',
        kind: 'tap-hold',
        key: 'CapsLock',
        tap: 'Escape',
        holdMs: 70,
        hold: { kind: 'modifiers', modifiers: ['Ctrl'] },
      },
      { id: 'r2', kind: 'disable', key: 'KeyH' },
      { id: 'r3', kind: 'remap', from: 'KeyI', to: 'KeyE' },
      { id: 'r4', kind: 'remap', from: 'KeyJ', to: 'Ctrl+B' },
      { id: 'r5', kind: 'remap', from: 'KeyC', to: 'ArrowLeft', layer: 'Space' },
      { id: 'r6', kind: 'one-shot', key: 'ShiftLeft', withinMs: 300 },
      { id: 'r7', kind: 'word', word: 'ak', text: 'ok', endings: ['space'] },
      { id: 'r8', kind: 'word', word: 'kab', text: 'cab', endings: [], letters: 'follow' },
      { id: 'r9', kind: 'word', word: 'kak', text: 'sea', endings: ['space'], dropsEnding: true },
    ],
  }),
]
/** A keyboard on which the right Alt key is AltGr. */
export const stormConfig = {
  levers: stormLevers,
  frames,
  programs: {},
  keys: keySettingsSchema.parse({ legends: 'de' }),
}
const codes = [
  ...['ControlLeft', 'ShiftLeft', 'ShiftRight', 'MetaLeft', 'AltRight', 'CapsLock', 'Space'],
  ...[...'ABCEFGHIJK'].map((letter) => `Key${letter}`),
]

export type Press = Extract<KeyEvent, { kind: 'down' | 'up' }> & { front: string }

/** What is typed now and then in between, as far as other rules let it. */
const words = [' AI', ' AE', ' BA ', ' KAB', ' KAK ', ' AK ', ' CC', ' A']

/**
 * Keys pressed and released at random, never a key twice without coming up, with repeats; times never equal and never
 * at a deadline by plan.
 */
export function storm(count: number, random: () => number): Press[] {
  const down = new Set<string>()
  const events: Press[] = []
  let atMs = 0
  let front = 'chart'
  while (events.length < count) {
    atMs += 1 + Math.floor(random() * random() * 90)
    if (random() < 0.02) front = front === 'chart' ? 'camera' : 'chart'
    if (random() < 0.01) {
      for (const code of down) events.push({ kind: 'up', code, atMs: ++atMs, front })
      down.clear()
      atMs += 20
      for (const letter of words[Math.floor(random() * words.length)]!) {
        const code = letter === ' ' ? 'Space' : `Key${letter}`
        events.push({ kind: 'down', code, atMs: (atMs += 30), front }, { kind: 'up', code, atMs: (atMs += 20), front })
      }
    }
    const code = codes[Math.floor(random() * codes.length)]!
    // A Ctrl right before AltGr would be the one that some systems report with it.
    if (code === 'AltRight') atMs += 3
    const keyboard = random() < 0.3 ? { keyboard: 'pad' } : {}
    if (down.has(code) && random() < 0.15) events.push({ kind: 'down', code, atMs, front, repeat: true })
    else if (down.has(code)) {
      down.delete(code)
      events.push({ kind: 'up', code, atMs, front })
    } else {
      down.add(code)
      events.push({ kind: 'down', code, atMs, front, ...keyboard })
    }
    // Nobody holds down more than a hand can.
    if (down.size > 4) {
      const [first] = down
      down.delete(first!)
      events.push({ kind: 'up', code: first!, atMs: ++atMs, front })
    }
  }
  for (const code of down) events.push({ kind: 'up', code, atMs: ++atMs, front })
  return events
}

/** What became of an event, in short: `pass`, `pull l3`, `replace down ControlLeft …`. */
export const outcomeOf = ({ kind, leverId, outputs }: Decision) =>
  [
    kind,
    leverId,
    outputs?.map((output) => (output.kind === 'text' ? output.text : `${output.kind} ${output.code}`)).join(' '),
  ]
    .filter(Boolean)
    .join(' ')
