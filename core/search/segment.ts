import { fold, lettersOf, LONGEST_TEXT } from './fold'
import { Reading } from './reading'
import { Vocabulary, WordList } from './vocabulary'
import { nameWords, wordsOf } from './words'

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

/** What an entry is found by. */
export interface FoundBy {
  readonly name: string
  readonly aliases?: readonly string[]
  readonly detail?: string
}

/** A segment of the entries in these slots; `foldedOf` is a name as it is compared. */
export function makeSegment(
  slots: Int32Array,
  entryOf: (slot: number) => FoundBy,
  foldedOf: (slot: number) => string,
): Segment {
  const words = new WordList()
  const initials = new WordList()
  const aliases = new WordList()
  const details = new WordList()
  const letters = new Int32Array(slots.length)
  const reading = new Reading()
  for (let i = 0; i < slots.length; i++) {
    const slot = slots[i]!
    const { name, aliases: short, detail } = entryOf(slot)
    const folded = foldedOf(slot)
    letters[i] = lettersOf(folded)
    if (reading.read(name).isSimple) {
      words.addWords(folded, reading, slot)
      const first = initialsOf(folded, reading)
      if (first !== '') initials.add(first, slot)
    } else {
      const known = nameWords(name.slice(0, LONGEST_TEXT))
      for (const word of known.words) words.add(word, slot)
      if (known.initials !== '') initials.add(known.initials, slot)
    }
    if (short) for (const alias of short) aliases.add(fold(alias.slice(0, LONGEST_TEXT)), slot)
    if (detail && reading.read(detail).isPlain)
      details.addWords(detail.slice(0, LONGEST_TEXT).toLowerCase(), reading, slot)
    else if (detail) for (const word of wordsOf(detail.slice(0, LONGEST_TEXT))) details.add(word, slot)
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

/** The first letters of the words of a name that was read and is plain. */
function initialsOf(folded: string, reading: Reading): string {
  let initials = ''
  for (let i = 0; i < reading.words; i++) initials += folded[reading.from[i]!]
  return initials
}
