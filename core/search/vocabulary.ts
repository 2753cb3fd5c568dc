import { bitCount, lettersOf } from './fold'
import { beginsButForASlip } from './slip'

/** Words with the slots of the entries that have them, in the order in which they come; see `Vocabulary`. */
export class WordList {
  private readonly ids = new Map<string, number>()
  private readonly lastSlots: number[] = []
  private words = new Int32Array(1024)
  private slots = new Int32Array(1024)
  private count = 0

  /** An entry stands with a word once, however often it has it; entries come one after the other. */
  add(word: string, slot: number): void {
    let id = this.ids.get(word)
    if (id === undefined) {
      id = this.ids.size
      this.ids.set(word, id)
    } else if (this.lastSlots[id] === slot) return
    this.lastSlots[id] = slot
    if (this.count === this.words.length) {
      this.words = twiceAsLong(this.words)
      this.slots = twiceAsLong(this.slots)
    }
    this.words[this.count] = id
    this.slots[this.count++] = slot
  }

  /** In order, with the slots of each word together (a counting sort by word). */
  inOrder(): { readonly words: string[]; readonly from: Int32Array; readonly slots: Int32Array } {
    // By UTF-16 units, as `<` compares: what stands before what must be the same wherever words are looked up.
    const words = [...this.ids.keys()].sort()
    const placeOf = new Int32Array(words.length)
    for (const [place, word] of words.entries()) placeOf[this.ids.get(word)!] = place
    const from = new Int32Array(words.length + 1)
    for (let i = 0; i < this.count; i++) from[placeOf[this.words[i]!]! + 1]! += 1
    for (let place = 0; place < words.length; place++) from[place + 1]! += from[place]!
    const next = from.slice()
    const slots = new Int32Array(this.count)
    for (let i = 0; i < this.count; i++) slots[next[placeOf[this.words[i]!]!]!++] = this.slots[i]!
    return { words, from, slots }
  }
}

function twiceAsLong(array: Int32Array<ArrayBuffer>): Int32Array<ArrayBuffer> {
  const longer = new Int32Array(2 * array.length)
  longer.set(array)
  return longer
}

/**
 * Words in order, each with the slots of the entries that have it: those of word `i` are `slots[from[i]]` to
 * `slots[from[i + 1] - 1]`. Never altered once it is made.
 */
export class Vocabulary {
  readonly words: readonly string[]
  private readonly from: Int32Array
  private readonly slots: Int32Array
  /** Which letters each word has, for a look before it is compared; made when it is first asked for. */
  private letters: Int32Array | undefined

  constructor(list: WordList) {
    const { words, from, slots } = list.inOrder()
    this.words = words
    this.from = from
    this.slots = slots
  }

  /** The slots of every word that begins like this. */
  beginningWith(typed: string, tell: (slot: number, word: string) => void): void {
    for (let i = this.firstFrom(typed); i < this.words.length && this.words[i]!.startsWith(typed); i++)
      this.tellSlots(i, tell)
  }

  exactly(word: string, tell: (slot: number, word: string) => void): void {
    const i = this.firstFrom(word)
    if (this.words[i] === word) this.tellSlots(i, tell)
  }

  /** The slots of every word that has this inside, not at its beginning. */
  having(typed: string, tell: (slot: number, word: string) => void): void {
    const letters = lettersOf(typed)
    const known = this.knownLetters()
    for (const [i, word] of this.words.entries()) {
      if ((known[i]! & letters) !== letters) continue
      if (word.indexOf(typed, 1) > 0) this.tellSlots(i, tell)
    }
  }

  /** The slots of every word that begins like this but for a slip of the finger. */
  beginningNearly(typed: string, tell: (slot: number, word: string) => void): void {
    const letters = lettersOf(typed)
    const known = this.knownLetters()
    for (let i = 0; i < known.length; i++) {
      if (bitCount(letters & ~known[i]!) > 1) continue
      const word = this.words[i]!
      if (word.length >= typed.length - 1 && beginsButForASlip(word, typed)) this.tellSlots(i, tell)
    }
  }

  private tellSlots(i: number, tell: (slot: number, word: string) => void): void {
    const word = this.words[i]!
    for (let at = this.from[i]!; at < this.from[i + 1]!; at++) tell(this.slots[at]!, word)
  }

  /** The first word that does not stand before this one. */
  private firstFrom(word: string): number {
    let low = 0
    let high = this.words.length
    while (low < high) {
      const middle = (low + high) >>> 1
      if (this.words[middle]! < word) low = middle + 1
      else high = middle
    }
    return low
  }

  private knownLetters(): Int32Array {
    return (this.letters ??= Int32Array.from(this.words, lettersOf))
  }
}
