import { didYouMean } from '../names'
import { assertNever } from '../result'
import type { Issue } from '../result'

/** What can be wrong with the text of a chord or a sequence, as facts. */
export type KeyFact =
  | { readonly code: 'chord-empty' }
  | { readonly code: 'key-missing'; readonly text: string; readonly where: 'between' | 'end' | 'modifiers-only' }
  | { readonly code: 'key-unknown'; readonly word: string; readonly known: readonly string[] }
  | { readonly code: 'key-twice'; readonly text: string }
  | { readonly code: 'modifier-twice'; readonly modifier: string; readonly text: string }
  | { readonly code: 'sequence-long'; readonly count: number; readonly most: number }

/** The sentence of a fact: what is so, and what to do about it. */
export function describeIssue(fact: KeyFact): string {
  switch (fact.code) {
    case 'chord-empty':
      return 'No key was given. Press the keys, or type them: Ctrl+Alt+M.'
    case 'key-missing':
      return fact.where === 'modifiers-only'
        ? `“${fact.text}” has modifiers only. Add the key they go with, as in ${fact.text.trim()}+M.`
        : `A key is missing ${fact.where === 'end' ? 'at the end' : 'between two plus signs'} of “${fact.text}”. Add one, as in Ctrl+Alt+M.`
    case 'key-unknown':
      return `“${fact.word}” is no key that is known here.${didYouMean(fact.word, fact.known)}`
    case 'key-twice':
      return `“${fact.text}” has two keys that are not modifiers. A chord has one; put a space between the chords of a sequence.`
    case 'modifier-twice':
      return `${fact.modifier} stands twice in “${fact.text}”. Leave one out.`
    case 'sequence-long':
      return `A sequence has at most ${fact.most} chords; this one has ${fact.count}.`
    default:
      return assertNever(fact)
  }
}

/** A fact as an issue; `at` is the offset of the part in the text. */
export function keyIssue(fact: KeyFact, at: number): Issue {
  return { code: fact.code, message: describeIssue(fact), at }
}
