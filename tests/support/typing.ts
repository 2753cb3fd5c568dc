import { pressFor } from '../../core/keys'
import type { KeyEvent } from '../../core/resolve'

/** The presses that type a text on the keyboard of the demo. */
export function typing(text: string, fromMs = 1000): KeyEvent[] {
  let atMs = fromMs
  return [...text].flatMap((sign): KeyEvent[] => {
    const { code, modifiers } = pressFor('us', sign)!
    const shift = modifiers.includes('Shift') ? ['ShiftLeft'] : []
    return [
      ...shift.map((key) => ({ kind: 'down' as const, code: key, atMs: (atMs += 10) })),
      { kind: 'down', code, atMs: (atMs += 30) },
      { kind: 'up', code, atMs: (atMs += 30) },
      ...shift.map((key) => ({ kind: 'up' as const, code: key, atMs: (atMs += 10) })),
    ]
  })
}
