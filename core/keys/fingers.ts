/** Which finger reaches a key in ten-finger typing, and how far from the home row that is. */
export interface Finger {
  readonly hand: 'left' | 'right' | 'thumb'
  /** 0 thumb, 1 index, 2 middle, 3 ring, 4 little finger. */
  readonly finger: 0 | 1 | 2 | 3 | 4
  /**
   * Rows from the home row: 0 home, 1 the rows above and below, 2 digits and the space row, 3 function keys, more for
   * what lies outside the main block.
   */
  readonly distance: number
  /** Reached by stretching sideways. */
  readonly isStretch: boolean
}

/** Fingers of the letter columns, left to right: Q A Z … P ; /. */
const columns: readonly [hand: 'left' | 'right', finger: 1 | 2 | 3 | 4, keys: string][] = [
  ['left', 4, '1QAZ'],
  ['left', 3, '2WSX'],
  ['left', 2, '3EDC'],
  ['left', 1, '4RFV'],
  ['left', 1, '5TGB'],
  ['right', 1, '6YHN'],
  ['right', 1, '7UJM'],
  ['right', 2, '8IK'],
  ['right', 3, '9OL'],
  ['right', 4, '0P'],
]
const stretched = new Set(['5', 'T', 'G', 'B', '6', 'Y', 'H', 'N'])

const table = new Map<string, Finger>()
for (const [hand, finger, keys] of columns) {
  for (const key of keys) {
    const code = /\d/.test(key) ? `Digit${key}` : `Key${key}`
    const distance = /\d/.test(key) ? 2 : 'ASDFGHJKL'.includes(key) ? 0 : 1
    table.set(code, { hand, finger, distance, isStretch: stretched.has(key) })
  }
}
const others: [string[], Finger][] = [
  [['Comma'], { hand: 'right', finger: 2, distance: 1, isStretch: false }],
  [['Period'], { hand: 'right', finger: 3, distance: 1, isStretch: false }],
  [['Slash'], { hand: 'right', finger: 4, distance: 1, isStretch: false }],
  [['Semicolon'], { hand: 'right', finger: 4, distance: 0, isStretch: false }],
  [
    ['Quote', 'BracketLeft', 'BracketRight', 'Minus', 'Equal', 'Backslash'],
    { hand: 'right', finger: 4, distance: 1, isStretch: true },
  ],
  [
    ['IntlBackslash', 'Tab', 'Backquote', 'CapsLock', 'Escape'],
    { hand: 'left', finger: 4, distance: 1, isStretch: true },
  ],
  [['Space'], { hand: 'thumb', finger: 0, distance: 0, isStretch: false }],
  [['Enter', 'Backspace'], { hand: 'right', finger: 4, distance: 1, isStretch: true }],
]
for (const [codes, finger] of others) for (const code of codes) table.set(code, finger)
for (let i = 1; i <= 12; i++)
  table.set(`F${i}`, {
    hand: i <= 6 ? 'left' : 'right',
    finger: ([4, 3, 2, 1, 1, 1, 1, 1, 2, 3, 4, 4] as const)[i - 1]!,
    distance: 3,
    isStretch: i === 6 || i === 7,
  })

/** The finger for a key; what lies outside the main block is for the right hand, far away. */
export function fingerOf(code: string): Finger {
  return table.get(code) ?? { hand: 'right', finger: 1, distance: 4, isStretch: true }
}
