import type { Trigger } from '~~/core/levers'

/** The kinds of trigger by keys, as an editor offers them. */
export const triggerKinds: readonly { kind: Trigger['kind']; label: string; help: string }[] = [
  { kind: 'chord', label: 'Chord', help: 'modifiers and a key' },
  { kind: 'sequence', label: 'Sequence', help: 'a leader, then others' },
  { kind: 'layer', label: 'In a layer', help: 'while a key is held' },
  { kind: 'together', label: 'Keys together', help: 'two at once' },
  { kind: 'hold', label: 'Key held', help: 'tapped it is itself' },
  { kind: 'double', label: 'Pressed twice', help: 'in quick succession' },
  { kind: 'release', label: 'On release', help: 'when it comes up' },
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
    default:
      return { ...base, kind, chord: '' }
  }
}

/** A trigger of another kind keeps its chord, where both kinds have one. */
export function changeTriggerKind(trigger: Trigger, kind: Trigger['kind']): Trigger {
  const fresh = freshTrigger(kind, trigger.id)
  const chord =
    'chord' in trigger ? trigger.chord : trigger.kind === 'sequence' ? (trigger.sequence.split(' ')[0] ?? '') : ''
  const kept =
    'chord' in fresh ? { ...fresh, chord } : fresh.kind === 'sequence' ? { ...fresh, sequence: chord } : fresh
  return { ...kept, wins: trigger.wins, ...(trigger.match ? { match: trigger.match } : {}) }
}
