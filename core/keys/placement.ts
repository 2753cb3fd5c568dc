import type { KeyboardForm, KeyboardSize } from './forms'
import { letterCodes } from './rows'

/**
 * Where a key lies: left edge, top edge, width and height in key units, 1 being a letter key. ISO Enter is drawn
 * without the corner at its upper left.
 */
export interface PlacedKey {
  readonly code: string
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

type RowPart = string | number | readonly [code: string, width: number]

/** The main block, by ISO/IEC 9995-2 and ANSI INCITS 154; a number is a gap. */
const mainRows = (iso: boolean, hasFunctionRow: boolean): RowPart[][] => [
  [
    [hasFunctionRow ? 'Backquote' : 'Escape', 1],
    ...[...'1234567890'].map((digit) => `Digit${digit}`),
    'Minus',
    'Equal',
    ['Backspace', 2],
  ],
  [
    ['Tab', 1.5],
    ...letterCodes('QWERTYUIOP'),
    'BracketLeft',
    'BracketRight',
    ...(iso ? [] : [['Backslash', 1.5] as const]),
  ],
  [
    ['CapsLock', 1.75],
    ...letterCodes('ASDFGHJKL'),
    'Semicolon',
    'Quote',
    ...(iso ? ['Backslash'] : [['Enter', 2.25] as const]),
  ],
  [
    ...(iso ? [['ShiftLeft', 1.25] as const, 'IntlBackslash'] : [['ShiftLeft', 2.25] as const]),
    ...letterCodes('ZXCVBNM'),
    'Comma',
    'Period',
    'Slash',
    ['ShiftRight', 2.75],
  ],
  [
    ['ControlLeft', 1.25],
    ['MetaLeft', 1.25],
    ['AltLeft', 1.25],
    ['Space', 6.25],
    ['AltRight', 1.25],
    ['MetaRight', 1.25],
    ['ContextMenu', 1.25],
    ['ControlRight', 1.25],
  ],
]

const functionRow: RowPart[] = [
  'Escape',
  1,
  'F1',
  'F2',
  'F3',
  'F4',
  0.5,
  'F5',
  'F6',
  'F7',
  'F8',
  0.5,
  'F9',
  'F10',
  'F11',
  'F12',
  0.25,
  'PrintScreen',
  'ScrollLock',
  'Pause',
]

const navigation: RowPart[][] = [
  ['Insert', 'Home', 'PageUp'],
  ['Delete', 'End', 'PageDown'],
  [],
  [1, 'ArrowUp'],
  ['ArrowLeft', 'ArrowDown', 'ArrowRight'],
]

const keypad: readonly (readonly [code: string, x: number, y: number, width?: number, height?: number])[] = [
  ['NumLock', 0, 0],
  ['NumpadDivide', 1, 0],
  ['NumpadMultiply', 2, 0],
  ['NumpadSubtract', 3, 0],
  ['Numpad7', 0, 1],
  ['Numpad8', 1, 1],
  ['Numpad9', 2, 1],
  ['NumpadAdd', 3, 1, 1, 2],
  ['Numpad4', 0, 2],
  ['Numpad5', 1, 2],
  ['Numpad6', 2, 2],
  ['Numpad1', 0, 3],
  ['Numpad2', 1, 3],
  ['Numpad3', 2, 3],
  ['NumpadEnter', 3, 3, 1, 2],
  ['Numpad0', 0, 4, 2],
  ['NumpadDecimal', 2, 4],
]

/** Every key of a keyboard with its place, modifiers included. The left upper corner is 0, 0. */
export function placeKeys(form: KeyboardForm, size: KeyboardSize): PlacedKey[] {
  const iso = form === 'iso'
  const hasFunctionRow = size === 'tkl' || size === 'full'
  const top = hasFunctionRow ? 1.25 : 0
  const placed = [
    ...(hasFunctionRow ? placeRow(functionRow, 0, 0) : []),
    ...mainRows(iso, hasFunctionRow).flatMap((row, i) => placeRow(row, 0, top + i)),
  ]
  if (iso) placed.push(key('Enter', 13.75, top + 1, 1.25, 2))
  if (size === '65')
    placed.push(
      ...['Delete', 'PageUp', 'PageDown'].map((code, i) => key(code, 15.25, i)),
      key('ArrowUp', 14.25, 3),
      key('ArrowLeft', 13.25, 4),
      key('ArrowDown', 14.25, 4),
      key('ArrowRight', 15.25, 4),
    )
  if (hasFunctionRow) placed.push(...navigation.flatMap((row, i) => placeRow(row, 15.25, top + i)))
  if (size === 'full')
    placed.push(...keypad.map(([code, x, y, width, height]) => key(code, 18.5 + x, top + y, width, height)))
  return size === '65' ? makeRoom(placed) : placed
}

/** On a 65 % keyboard the arrows stand where the right modifiers were. */
function makeRoom(placed: readonly PlacedKey[]): PlacedKey[] {
  return placed
    .filter((entry) => !['MetaRight', 'ContextMenu'].includes(entry.code))
    .map((entry) => {
      if (entry.code === 'ShiftRight') return { ...entry, width: 1.75 }
      if (entry.code === 'AltRight') return { ...entry, x: 10, width: 1.5 }
      return entry.code === 'ControlRight' ? { ...entry, x: 11.5, width: 1.5 } : entry
    })
}

function placeRow(parts: readonly RowPart[], left: number, y: number): PlacedKey[] {
  const placed: PlacedKey[] = []
  let x = left
  for (const part of parts) {
    if (typeof part === 'number') {
      x += part
      continue
    }
    const [code, width] = typeof part === 'string' ? ([part, 1] as const) : part
    placed.push(key(code, x, y, width))
    x += width
  }
  return placed
}

function key(code: string, x: number, y: number, width = 1, height = 1): PlacedKey {
  return { code, x, y, width, height }
}
