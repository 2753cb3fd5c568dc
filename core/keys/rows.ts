/** The codes of letter keys, such as of a row. */
export const letterCodes = (letters: string) => [...letters].map((letter) => `Key${letter}`)

/** Keys that lie in a row and are counted along it. */
export const KEY_ROWS: readonly (readonly string[])[] = [
  [...Array.from({ length: 9 }, (_, i) => `Digit${i + 1}`), 'Digit0'],
  Array.from({ length: 24 }, (_, i) => `F${i + 1}`),
  Array.from({ length: 10 }, (_, i) => `Numpad${i}`),
  letterCodes('QWERTYUIOP'),
  letterCodes('ASDFGHJKL'),
  letterCodes('ZXCVBNM'),
]

/** The keys from `first` on along its row, at most `count`; a key that is in no row is alone. */
export function keysInRow(first: string, count: number): string[] {
  const row = KEY_ROWS.find((codes) => codes.includes(first))
  return (row ? row.slice(row.indexOf(first)) : [first]).slice(0, count)
}
