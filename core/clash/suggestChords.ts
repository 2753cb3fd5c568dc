import { formatChord, MODIFIERS } from '../keys'
import type { Chord, Modifier } from '../keys'
import type { Lever } from '../levers'
import { findClashes } from './findClashes'
import type { ClashInput } from './findClashes'

export interface Suggestion {
  readonly chord: string
  /** Why it is offered, as a sentence. */
  readonly because: string
}

export interface SuggestInput extends Omit<ClashInput, 'onlyLeverId'> {
  /** The lever that wants a chord; its own triggers do not stand in the way. */
  readonly lever: Lever
  readonly count: number
}

const modifierSets: readonly (readonly Modifier[])[] = [['Ctrl', 'Alt'], ['Ctrl', 'Shift'], ['Alt', 'Shift'], ['Meta', 'Alt'], ['Ctrl', 'Alt', 'Shift']]

/** Chords that clash with nothing in the lever's scope: letters of its name first, with the modifiers its frame uses most. */
export function suggestChords(input: SuggestInput): Suggestion[] {
  const others = input.levers.filter(lever => lever.id !== input.lever.id)
  const letters = [...new Set(wordsFirst(input.lever.name))]
  const keys = [...letters.map(letter => `Key${letter}`), ...Array.from({ length: 9 }, (_, i) => `Digit${i + 1}`)]
  const suggestions: Suggestion[] = []
  for (const modifiers of byHabit(others.filter(lever => lever.frameId === input.lever.frameId))) {
    for (const code of keys) {
      if (suggestions.length === input.count) return suggestions
      const chord: Chord = { modifiers, code }
      const text = formatChord(chord)
      const wanted = { ...input.lever, triggers: [{ id: 'suggested', kind: 'chord' as const, chord: text, wins: 'auto' as const }] }
      if (findClashes({ ...input, levers: [...others, wanted], onlyLeverId: wanted.id }).length > 0) continue
      const letter = code.startsWith('Key') ? code.slice(3) : undefined
      suggestions.push({ chord: text, because: letter ? `Free here; ${letter} as in “${input.lever.name}”.` : 'Free here.' })
    }
  }
  return suggestions
}

/** Letters in the order in which they come to mind: first letters of the words, then the rest. */
function wordsFirst(name: string): string[] {
  const words = name.toUpperCase().match(/[A-Z]+/g) ?? []
  return [...words.map(word => word[0]!), ...words.join('')]
}

function byHabit(levers: readonly Lever[]): readonly (readonly Modifier[])[] {
  const uses = (modifiers: readonly Modifier[]) => levers.flatMap(lever => lever.triggers)
    .filter(trigger => MODIFIERS.every(modifier => trigger.chord.includes(`${modifier}+`) === modifiers.includes(modifier))).length
  return modifierSets.map(modifiers => ({ modifiers, uses: uses(modifiers) })).sort((a, b) => b.uses - a.uses).map(entry => entry.modifiers)
}
