import { fold, foldWithPlaces } from './fold'
import { beginsButForASlip } from './slip'
import { nameWords, wordsOf } from './words'

/** From which letter of a name to before which other one. */
export type Mark = readonly [from: number, to: number]

/**
 * Which letters of a name are why a query found it, in UTF-16 units, in order, none over another: the query as it
 * stands, else the beginnings of words, else the initials, else what stands inside, a word with a slip, or the single
 * letters in order. Empty where it was not found by its name.
 */
export function marksOf(name: string, query: string): readonly Mark[] {
  const { folded, at } = foldWithPlaces(name)
  const text = fold(query.trim()).replace(/\s+/g, ' ')
  if (text === '') return []
  const places =
    asItStands(folded, text) ??
    byWords(folded, text) ??
    byInitials(name, folded, text) ??
    inOrder(folded, text.replaceAll(' ', ''))
  return merged((places ?? []).map(([from, to]) => [at[from]!, at[to]!] as const))
}

function asItStands(folded: string, text: string): Mark[] | undefined {
  const place = wordPlaces(folded).find((from) => folded.startsWith(text, from)) ?? folded.indexOf(text)
  return place < 0 ? undefined : [[place, place + text.length]]
}

/** Every word of the query at a word of the name: its beginning, inside it, or all of it where there was a slip. */
function byWords(folded: string, text: string): Mark[] | undefined {
  const words = wordsOf(text)
  if (words.length === 0) return undefined
  const starts = wordPlaces(folded)
  const marks = words.map((word): Mark | undefined => {
    const start = starts.find((from) => folded.startsWith(word, from))
    if (start !== undefined) return [start, start + word.length]
    const inside = folded.indexOf(word)
    if (inside >= 0) return [inside, inside + word.length]
    const near = word.length < 4 ? undefined : starts.find((from) => beginsButForASlip(wordAt(folded, from), word))
    return near === undefined ? undefined : [near, near + wordAt(folded, near).length]
  })
  return marks.every((mark) => mark !== undefined) ? marks : undefined
}

function byInitials(name: string, folded: string, text: string): Mark[] | undefined {
  const wanted = text.replaceAll(' ', '')
  if (wanted.length < 2 || !nameWords(name).initials.startsWith(wanted)) return undefined
  const marks: Mark[] = []
  let from = 0
  for (const letter of wanted) {
    // The next beginning of a word with that letter; within a word that is written as several, the letter itself.
    const place = wordPlaces(folded).find((start) => start >= from && folded.startsWith(letter, start))
    const start = place ?? folded.indexOf(letter, from)
    if (start < 0) return undefined
    marks.push([start, start + letter.length])
    from = start + letter.length
  }
  return marks
}

function inOrder(folded: string, wanted: string): Mark[] | undefined {
  const marks: Mark[] = []
  let at = 0
  for (const letter of wanted) {
    const place = folded.indexOf(letter, at)
    if (place < 0) return undefined
    marks.push([place, place + letter.length])
    at = place + letter.length
  }
  return marks
}

function wordPlaces(folded: string): number[] {
  return [...folded.matchAll(/[\p{L}\p{N}]+/gu)].map((match) => match.index)
}

function wordAt(folded: string, from: number): string {
  return /^[\p{L}\p{N}]+/u.exec(folded.slice(from))?.[0] ?? ''
}

function merged(marks: readonly Mark[]): Mark[] {
  const all: [number, number][] = []
  for (const [from, to] of [...marks].sort((a, b) => a[0] - b[0])) {
    const last = all.at(-1)
    if (last && from <= last[1]) last[1] = Math.max(last[1], to)
    else if (to > from) all.push([from, to])
  }
  return all
}
