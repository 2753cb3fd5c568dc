import { bitCount, lettersOf } from './fold'
import type { Found } from './found'
import type { Segment } from './segment'
import { wordsOf } from './words'

/** What was typed, as it is compared. */
export interface Query {
  readonly text: string
  readonly words: readonly string[]
  /** Without spaces, as initials are typed. */
  readonly initials: string
  /** Nothing but words and single spaces, so that nothing of it is lost in `words`. */
  readonly isPlain: boolean
}

export function queryOf(text: string): Query {
  const words = wordsOf(text)
  return { text, words, initials: text.replaceAll(' ', ''), isPlain: words.join(' ') === text }
}

/** What the stages look at. */
export interface Shelf {
  readonly segments: readonly Segment[]
  /** So many slots there are in all. */
  readonly count: number
  readonly nameOf: (slot: number) => string
  readonly detailOf: (slot: number) => string
  /** Names that had the letters of a query before this one in order: those that have more of them are among these. */
  readonly narrowed: readonly number[] | undefined
  /** Told every name that has the letters of the query in order. */
  readonly remember: (slots: readonly number[]) => void
}

/** One way of looking, the costlier the later; looked only while fewer than so many are found. */
export interface Stage {
  readonly while: 'always' | 'room' | 'few'
  readonly look: (query: Query, shelf: Shelf, found: Found) => void
}

/** A slip in a short word makes another word of it. */
const SHORTEST_WITH_SLIP = 4
const SHORTEST_FOR_LETTERS = 3
const SHORTEST_INSIDE = 2

export const STAGES: readonly Stage[] = [
  { while: 'always', look: beginnings },
  { while: 'room', look: insides },
  { while: 'room', look: details },
  { while: 'few', look: slips },
  { while: 'few', look: letters },
]

/** How well one word of a query was found. */
const BEGINS = 1
const INSIDE = 2
const BESIDE = 3
const NEARLY = 4

type Tell = (slot: number, how: number) => void

/** The slots at which every word of a query was found, with how well the worst of them was. */
function meet(
  query: Query,
  shelf: Shelf,
  look: (word: string, segment: Segment, tell: Tell) => void,
  tell: Tell,
): void {
  const worst = new Uint8Array(shelf.count)
  let slots: number[] = []
  for (const [i, word] of query.words.entries()) {
    const here = i === 0 ? worst : new Uint8Array(shelf.count)
    const reached: number[] = []
    for (const segment of shelf.segments)
      look(word, segment, (slot, how) => {
        if (here[slot] === 0) reached.push(slot)
        if (here[slot] === 0 || how < here[slot]!) here[slot] = how
      })
    if (i === 0) slots = reached
    else {
      slots = slots.filter((slot) => here[slot] !== 0)
      for (const slot of slots) if (here[slot]! > worst[slot]!) worst[slot] = here[slot]!
    }
    if (slots.length === 0) return
  }
  for (const slot of slots) tell(slot, worst[slot]!)
}

function beginnings(query: Query, shelf: Shelf, found: Found): void {
  const { text, initials, isPlain, words } = query
  for (const segment of shelf.segments) {
    segment.aliases.exactly(text, (slot) => found.take(slot, 'alias'))
    segment.aliases.beginningWith(text, (slot) => found.take(slot, 'alias-start'))
    if (initials.length > 1)
      segment.initials.beginningWith(initials, (slot, all) => found.take(slot, 'initials', all !== initials))
  }
  const told = (slot: number) => {
    const name = shelf.nameOf(slot)
    if (name === text) found.take(slot, 'name')
    else if (name.startsWith(text)) found.take(slot, 'name-start')
    else if (!isPlain) found.take(slot, 'words', true)
    else if (words.length === 1 || name.includes(` ${text}`)) found.take(slot, 'word-start')
    else found.take(slot, 'words')
  }
  meet(query, shelf, (word, segment, tell) => segment.words.beginningWith(word, (slot) => tell(slot, BEGINS)), told)
  if (words.length === 0) namesWith(query, shelf, found)
}

/** What is no word, such as `++` or a picture sign, is looked for as it stands. */
function namesWith({ text }: Query, shelf: Shelf, found: Found): void {
  for (const segment of shelf.segments)
    for (const slot of segment.slots) {
      const name = shelf.nameOf(slot)
      if (name === text) found.take(slot, 'name')
      else if (name.includes(text)) found.take(slot, name.startsWith(text) ? 'name-start' : 'inside')
    }
}

function wordInside(word: string, { words }: Segment, tell: Tell): void {
  words.beginningWith(word, (slot) => tell(slot, BEGINS))
  if (word.length >= SHORTEST_INSIDE) words.having(word, (slot) => tell(slot, INSIDE))
}

function insides(query: Query, shelf: Shelf, found: Found): void {
  meet(query, shelf, wordInside, (slot) => found.take(slot, 'inside', !shelf.nameOf(slot).includes(query.text)))
}

function details(query: Query, shelf: Shelf, found: Found): void {
  meet(
    query,
    shelf,
    (word, segment, tell) => {
      wordInside(word, segment, tell)
      segment.details.beginningWith(word, (slot) => tell(slot, BESIDE))
      if (word.length >= SHORTEST_FOR_LETTERS) segment.details.having(word, (slot) => tell(slot, BESIDE))
    },
    (slot) => found.take(slot, 'detail', !shelf.detailOf(slot).includes(query.text)),
  )
}

function slips(query: Query, shelf: Shelf, found: Found): void {
  if (!query.words.some((word) => word.length >= SHORTEST_WITH_SLIP)) return
  meet(
    query,
    shelf,
    (word, segment, tell) => {
      wordInside(word, segment, tell)
      if (word.length >= SHORTEST_WITH_SLIP) segment.words.beginningNearly(word, (slot) => tell(slot, NEARLY))
    },
    (slot) => found.take(slot, 'slip'),
  )
}

/** Names that have the letters in order, whatever stands between; first those in which one word has them all. */
function letters({ initials: wanted }: Query, shelf: Shelf, found: Found): void {
  if (wanted.length < SHORTEST_FOR_LETTERS) return
  const having: number[] = []
  const look = (slot: number) => {
    if (!hasInOrder(shelf.nameOf(slot), wanted)) return
    having.push(slot)
    found.take(slot, 'letters', !isInOneWord(shelf.nameOf(slot), wanted))
  }
  if (shelf.narrowed) for (const slot of shelf.narrowed) look(slot)
  else lookThrough(shelf, wanted, look)
  shelf.remember(having)
}

/** Whether a word begins with the first letter and has the others in order. */
function isInOneWord(name: string, wanted: string): boolean {
  for (let at = name.indexOf(wanted[0]!); at >= 0; at = name.indexOf(wanted[0]!, at + 1)) {
    if (at > 0 && /[\p{L}\p{N}]/u.test(name[at - 1]!)) continue
    const end = name.slice(at).search(/[^\p{L}\p{N}]/u)
    if (hasInOrder(end < 0 ? name.slice(at) : name.slice(at, at + end), wanted)) return true
  }
  return false
}

/** Names that have all the letters, in whatever order. */
function lookThrough(shelf: Shelf, wanted: string, look: (slot: number) => void): void {
  const bits = lettersOf(wanted)
  for (const { slots, letters: known } of shelf.segments)
    for (let i = 0; i < slots.length; i++) if (bitCount(bits & ~known[i]!) === 0) look(slots[i]!)
}

function hasInOrder(name: string, wanted: string): boolean {
  let at = -1
  for (const letter of wanted) {
    at = name.indexOf(letter, at + 1)
    if (at < 0) return false
  }
  return true
}
