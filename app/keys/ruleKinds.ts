import { WORD_ENDINGS } from '~~/core/levers'
import type { KeyRule } from '~~/core/levers'
import { assertNever } from '~~/core/result'
import { partId } from '~/levers/leverDraft'

export const ruleKinds: readonly { kind: KeyRule['kind']; label: string }[] = [
  { kind: 'remap', label: 'Another key' },
  { kind: 'disable', label: 'Disable a key' },
  { kind: 'type', label: 'Type a text' },
  { kind: 'word', label: 'A typed word' },
  { kind: 'tap-hold', label: 'Tap and hold' },
  { kind: 'one-shot', label: 'A modifier for one key' },
  { kind: 'row', label: 'A row for the levers' },
]

export function freshRule(kind: KeyRule['kind']): KeyRule {
  const id = partId()
  switch (kind) {
    case 'remap':
      return { id, kind, from: 'CapsLock', to: 'Escape' }
    case 'disable':
      return { id, kind, key: 'Insert' }
    case 'type':
      return { id, kind, chord: 'Alt+A', text: 'Æ' }
    case 'tap-hold':
      return { id, kind, key: 'CapsLock', tap: 'Escape', hold: { kind: 'modifiers', modifiers: ['Ctrl'] } }
    case 'one-shot':
      return { id, kind, key: 'ShiftLeft' }
    case 'word':
      return {
        id,
        kind,
        word: ';hf',
        endings: [...WORD_ENDINGS],
        letters: 'follow',
        text: 'Harrow Fell',
        scope: { kind: 'everywhere' },
      }
    case 'row':
      return { id, kind, first: 'Meta+1', count: 9 }
    default:
      return assertNever(kind)
  }
}
