import { WORD_ENDINGS } from '~~/core/levers'
import type { Trigger } from '~~/core/levers'
import { assertNever } from '~~/core/result'

/** The kinds of trigger by keys, as an editor offers them. */
export const triggerKinds: readonly { kind: Trigger['kind']; label: string; help: string }[] = [
  { kind: 'chord', label: 'Chord', help: 'modifiers and a key' },
  { kind: 'sequence', label: 'Sequence', help: 'a leader, then others' },
  { kind: 'layer', label: 'In a layer', help: 'while a key is held' },
  { kind: 'together', label: 'Keys together', help: 'two at once' },
  { kind: 'hold', label: 'Key held', help: 'tapped it is itself' },
  { kind: 'tap', label: 'Modifier tapped', help: 'by itself, once or twice' },
  { kind: 'double', label: 'Pressed twice', help: 'in quick succession' },
  { kind: 'release', label: 'On release', help: 'when it comes up' },
  { kind: 'word', label: 'Typed word', help: 'in any program' },
]

export function freshTrigger(kind: Trigger['kind'], id: string): Trigger {
  const base = { id, wins: 'auto' as const }
  switch (kind) {
    case 'sequence':
      return { ...base, kind, sequence: '' }
    case 'layer':
      return { ...base, kind, hold: 'CapsLock', chord: '' }
    case 'together':
      return { ...base, kind, keys: ['KeyJ', 'KeyK'] }
    case 'hold':
      return { ...base, kind, key: 'CapsLock' }
    case 'tap':
      return { ...base, kind, key: 'MetaLeft', times: 1 }
    case 'word':
      return { ...base, kind, word: '', endings: [...WORD_ENDINGS], letters: 'any' }
    case 'chord':
    case 'double':
    case 'release':
      return { ...base, kind, chord: '' }
    default:
      return assertNever(kind)
  }
}

/** A trigger of another kind keeps its chord, where both kinds have one. */
export function changeTriggerKind(trigger: Trigger, kind: Trigger['kind']): Trigger {
  const fresh = freshTrigger(kind, trigger.id)
  const chord =
    'chord' in trigger ? trigger.chord : trigger.kind === 'sequence' ? (trigger.sequence.split(' ')[0] ?? '') : ''
  const kept =
    'chord' in fresh ? { ...fresh, chord } : fresh.kind === 'sequence' ? { ...fresh, sequence: chord } : fresh
  const { wins, match, keyboard } = trigger
  return { ...kept, wins, ...(match ? { match } : {}), ...(keyboard === undefined ? {} : { keyboard }) }
}
