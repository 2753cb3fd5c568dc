import { bitCount, lettersOf } from './fold'
import { Reading } from './reading'
import { beginsButForASlip } from './slip'

/** A word that stands by itself is read here. */
const ONE_WORD = new Reading()

/**
 * Words with the slots of the entries that have them, in the order in which they come; see `Vocabulary`. Most words of
 * an index were there before, so that a word is compared where it was read, and cut out only when it is new (open
 * addressing; Knuth, The Art of Computer Programming, vol. 3, §6.4).
 */
export class WordList {
  private readonly words: string[] = []
  private readonly lastSlots: number[] = []
  /** By id: its hash, and where its units stand in the pool; they end where those of the next begin. */
  private hashes = new Int32Array(64)
  private starts = new Int32Array(64)
  private pool = new Uint16Array(512)
  /** By hash: the id of a word and one, or nothing; at most half of it is taken. */
  private table = new Int32Array(128)
  private wordOf = new Int32Array(256)
  private slotOf = new Int32Array(256)
  private count = 0

  /** A folded word. */
  add(word: string, slot: number): void {
    const { units, length } = ONE_WORD.read(word)
    this.stand(this.idOf(word, units, 0, length, ONE_WORD.hashOfAll()), slot)
  }

  /** Every word of a folded text that is plain and was read. */
  addWords(folded: string, reading: Reading, slot: number): void {
    const { words, from, to, hash } = reading
    for (let i = 0; i < words; i++) this.stand(this.idOf(folded, reading.units, from[i]!, to[i]!, hash[i]!), slot)
  }

  /** In order, with the slots of each word together (a counting sort by word). */
  inOrder(): { readonly words: string[]; readonly from: Int32Array; readonly slots: Int32Array } {
    const ids = inOrderOf(this.words)
    const words = Array.from(ids, (id) => this.words[id]!)
    const placeOf = new Int32Array(ids.length)
    for (let place = 0; place < ids.length; place++) placeOf[ids[place]!] = place
    const from = new Int32Array(words.length + 1)
    for (let i = 0; i < this.count; i++) from[placeOf[this.wordOf[i]!]! + 1]! += 1
    for (let place = 0; place < words.length; place++) from[place + 1]! += from[place]!
    const next = from.slice()
    const slots = new Int32Array(this.count)
    for (let i = 0; i < this.count; i++) slots[next[placeOf[this.wordOf[i]!]!]!++] = this.slotOf[i]!
    return { words, from, slots }
  }

  /** An entry stands with a word once, however often it has it; entries come one after the other. */
  private stand(id: number, slot: number): void {
    if (this.lastSlots[id] === slot) return
    this.lastSlots[id] = slot
    if (this.count === this.wordOf.length) {
      this.wordOf = twiceAsLong(this.wordOf)
      this.slotOf = twiceAsLong(this.slotOf)
    }
    this.wordOf[this.count] = id
    this.slotOf[this.count++] = slot
  }

  /** Which word this is; a new one when it was not there. */
  private idOf(text: string, units: Uint16Array, from: number, to: number, hash: number): number {
    const { table, hashes } = this
    let at = placeIn(table, hash)
    for (let id = table[at]! - 1; id >= 0; id = table[at]! - 1) {
      if (hashes[id] === hash && this.isWord(id, units, from, to)) return id
      at = (at + 1) & (table.length - 1)
    }
    return this.takeIn(text.slice(from, to), hash, at)
  }

  private isWord(id: number, units: Uint16Array, from: number, to: number): boolean {
    const start = this.starts[id]!
    if (this.starts[id + 1]! - start !== to - from) return false
    for (let i = from, at = start; i < to; i++, at++) if (this.pool[at] !== units[i]) return false
    return true
  }

  private takeIn(word: string, hash: number, at: number): number {
    const id = this.words.length
    this.words.push(word)
    this.lastSlots.push(-1)
    if (id + 2 > this.starts.length) {
      this.hashes = twiceAsLong(this.hashes)
      this.starts = twiceAsLong(this.starts)
    }
    this.hashes[id] = hash
    const start = this.starts[id]!
    this.starts[id + 1] = start + word.length
    while (start + word.length > this.pool.length) this.pool = twiceAsLong(this.pool)
    for (let i = 0; i < word.length; i++) this.pool[start + i] = word.charCodeAt(i)
    this.table[at] = id + 1
    if (2 * this.words.length > this.table.length) this.spread()
    return id
  }

  private spread(): void {
    const table = new Int32Array(2 * this.table.length)
    for (let id = 0; id < this.words.length; id++) {
      let at = placeIn(table, this.hashes[id]!)
      while (table[at] !== 0) at = (at + 1) & (table.length - 1)
      table[at] = id + 1
    }
    this.table = table
  }
}

function placeIn(table: Int32Array, hash: number): number {
  return (hash ^ (hash >>> 15)) & (table.length - 1)
}

function twiceAsLong<A extends Int32Array | Uint16Array>(array: A): A {
  const longer = new (array.constructor as new (length: number) => A)(2 * array.length)
  longer.set(array)
  return longer
}

/** So many first letters are compared as one number. */
const COMPARED = 6
const RANKS = 40
/** So many words can be told apart by what such a number has left. */
const MOST_BY_NUMBER = 2 ** 20

/** Where a unit stands among the others: behind the end of a word, digits and small letters each by themselves. */
function rankOf(unit: number): number {
  if (unit < 48) return 1
  if (unit < 58) return unit - 46
  if (unit < 97) return 12
  return unit < 123 ? unit - 84 : 39
}

/** The first letters of a word as a number, up to the first that shares its rank with others. */
function beginningOf(word: string): number {
  let key = 0
  let isClear = true
  for (let i = 0; i < COMPARED; i++) {
    const rank: number = isClear && i < word.length ? rankOf(word.charCodeAt(i)) : 0
    key = RANKS * key + rank
    isClear &&= rank !== 0 && rank !== 1 && rank !== 12 && rank !== 39
  }
  return key
}

/**
 * Places of words, in the order of the words by UTF-16 units, as `<` compares: what stands before what must be the same
 * wherever words are looked up. Sorted as numbers of their first letters; only those that begin alike are compared.
 */
export function inOrderOf(words: readonly string[]): Int32Array {
  const byWord = (one: number, other: number) =>
    words[one]! < words[other]! ? -1 : words[one]! > words[other]! ? 1 : 0
  if (words.length > MOST_BY_NUMBER) return Int32Array.from(words.keys()).sort(byWord)
  const keys = new Float64Array(words.length)
  for (let id = 0; id < words.length; id++) keys[id] = beginningOf(words[id]!) * MOST_BY_NUMBER + id
  keys.sort()
  const ids = Int32Array.from(keys, (key) => key % MOST_BY_NUMBER)
  const beginningAt = (place: number) => Math.floor(keys[place]! / MOST_BY_NUMBER)
  for (let from = 0; from < ids.length;) {
    let to = from + 1
    while (to < ids.length && beginningAt(to) === beginningAt(from)) to++
    if (to - from > 1) ids.subarray(from, to).sort(byWord)
    from = to
  }
  return ids
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
