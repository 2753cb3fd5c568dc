import { fold, lettersOf, LONGEST_TEXT } from './fold'
import { Vocabulary, WordList } from './vocabulary'
import { nameWords, wordsOf } from './words'

/** What an entry is found by. */
export interface FoundBy {
  readonly slot: number
  readonly name: string
  /** The name as it is compared. */
  readonly folded: string
  readonly aliases: readonly string[]
  readonly detail: string
}

/** Some entries with all their words in order. Never altered once it is made. */
export interface Segment {
  readonly slots: Int32Array
  readonly words: Vocabulary
  readonly initials: Vocabulary
  readonly aliases: Vocabulary
  readonly details: Vocabulary
  /** By place in `slots`: which letters name, aliases and detail have. */
  readonly letters: Int32Array
}

export function makeSegment(entries: readonly FoundBy[]): Segment {
  const words = new WordList()
  const initials = new WordList()
  const aliases = new WordList()
  const details = new WordList()
  const slots = new Int32Array(entries.length)
  const letters = new Int32Array(entries.length)
  for (const [i, { slot, name, folded, aliases: short, detail }] of entries.entries()) {
    slots[i] = slot
    const known = nameWords(name.slice(0, LONGEST_TEXT))
    for (const word of known.words) words.add(word, slot)
    if (known.initials !== '') initials.add(known.initials, slot)
    for (const alias of short) aliases.add(fold(alias.slice(0, LONGEST_TEXT)), slot)
    for (const word of wordsOf(detail.slice(0, LONGEST_TEXT))) details.add(word, slot)
    letters[i] = lettersOf(folded)
  }
  return {
    slots,
    words: new Vocabulary(words),
    initials: new Vocabulary(initials),
    aliases: new Vocabulary(aliases),
    details: new Vocabulary(details),
    letters,
  }
}
