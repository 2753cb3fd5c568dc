import { fold } from './fold'

const WORD = /[\p{L}\p{N}\p{M}]+/gu
/** Where a word is written as several: `LineConsole`, `veil0003`, `HTTPPage`. */
const PARTS = /\p{Lu}+(?!\p{Ll})|\p{Lu}?[\p{Ll}\p{Lo}\p{Lm}\p{M}]+|\p{N}+|\p{Lu}/gu
/** A capital behind the first letter, or letters and digits together. */
const MIXED = /.\p{Lu}|\p{N}\P{N}|\P{N}\p{N}/u
const PLAIN_MIXED = /.[A-Z]|[0-9][A-Za-z]|[A-Za-z][0-9]/

/** The words of a text, folded: what stands between signs and spaces. */
export function wordsOf(text: string): string[] {
  return cut(fold(text))
}

/** The words of a text as they are written. Most texts are plain, and are cut without looking up any sign. */
function cut(text: string): string[] {
  const words: string[] = []
  let from = -1
  for (let i = 0; i <= text.length; i++) {
    const code = i < text.length ? text.charCodeAt(i) : 32
    if (code > 127) return text.match(WORD) ?? []
    const isOfWord = (code >= 97 && code <= 122) || (code >= 65 && code <= 90) || (code >= 48 && code <= 57)
    if (isOfWord && from < 0) from = i
    else if (!isOfWord && from >= 0) {
      words.push(text.slice(from, i))
      from = -1
    }
  }
  return words
}

export interface NameWords {
  /** Every word, and the parts of those that are written as several. */
  readonly words: readonly string[]
  /** The first letter of each part, in order: `ld` for `Line Desk` as for `LineDesk`. */
  readonly initials: string
}

/** The words of a name, by which it is found. */
export function nameWords(name: string): NameWords {
  const words: string[] = []
  let initials = ''
  for (const written of cut(name)) {
    const word = fold(written)
    words.push(word)
    if (!isMixed(written)) {
      initials += firstLetter(word)
      continue
    }
    for (const part of written.match(PARTS) ?? [written]) {
      const folded = fold(part)
      initials += firstLetter(folded)
      words.push(folded)
    }
  }
  return { words, initials }
}

function isMixed(word: string): boolean {
  return PLAIN_MIXED.test(word) || (word.charCodeAt(0) > 127 && MIXED.test(word))
}

/** The first letter; a sign beyond the basic plane is two units of UTF-16. */
function firstLetter(word: string): string {
  const code = word.codePointAt(0)
  return code === undefined ? '' : String.fromCodePoint(code)
}
