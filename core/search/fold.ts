/** Longer names, paths and queries are found by their first letters only. */
export const LONGEST_TEXT = 1000

/**
 * A text as it is compared: without case and accents. Decomposed by compatibility (Unicode UAX #15, NFKD), combining
 * marks removed, lower case.
 */
export function fold(text: string): string {
  // Most names are plain, and decomposing each takes most of the time it takes to build an index.
  if (isPlain(text)) return text.toLowerCase()
  return text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase().normalize('NFKC')
}

function isPlain(text: string): boolean {
  for (let i = 0; i < text.length; i++) if (text.charCodeAt(i) > 127) return false
  return true
}

/** Where a folded letter came from: `at[i]` is the place in the text of the letter that became letter `i` of `folded`. */
export function foldWithPlaces(text: string): { readonly folded: string; readonly at: readonly number[] } {
  let folded = ''
  const at: number[] = []
  let place = 0
  for (const sign of text) {
    const part = fold(sign)
    for (let i = 0; i < part.length; i++) at.push(place)
    folded += part
    place += sign.length
  }
  at.push(text.length)
  return { folded, at }
}

/**
 * Which letters a folded text has, as a set of 32 bits: one for each of a to z, the others for digits and all else. A
 * text that has all letters of another has all its bits.
 */
export function lettersOf(folded: string): number {
  let bits = 0
  for (let i = 0; i < folded.length; i++) {
    const code = folded.charCodeAt(i)
    if (code >= 97 && code <= 122) bits |= 1 << (code - 97)
    else if (code >= 48 && code <= 57) bits |= 1 << (26 + (code & 1))
    else if (code > 127) bits |= 1 << (28 + (code & 3))
  }
  return bits
}

/** How many of 32 bits are set (Hamming weight; Warren, Hacker’s Delight, §5-1). */
export function bitCount(bits: number): number {
  let n = bits - ((bits >>> 1) & 0x55555555)
  n = (n & 0x33333333) + ((n >>> 2) & 0x33333333)
  return Math.imul((n + (n >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24
}
