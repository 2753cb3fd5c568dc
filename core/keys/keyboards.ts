import { KEYS } from './keyTable'

/** A kind of keyboard: which physical keys it has, modifiers aside. */
export interface Keyboard {
  readonly id: string
  readonly name: string
  readonly codes: ReadonlySet<string>
}

const letters = KEYS.map(key => key.code).filter(code => /^(Key|Digit)/.test(code))
const punctuation = ['Minus', 'Equal', 'BracketLeft', 'BracketRight', 'Backslash', 'Semicolon', 'Quote', 'Comma', 'Period', 'Slash']
const core60 = [...letters, ...punctuation, 'Escape', 'Tab', 'CapsLock', 'Space', 'Enter', 'Backspace']
const arrows = ['ArrowUp', 'ArrowDown', 'ArrowLeft', 'ArrowRight']
const keys65 = [...core60, ...arrows, 'Delete', 'PageUp', 'PageDown']
const functionRow = Array.from({ length: 12 }, (_, i) => `F${i + 1}`)
const tenkeyless = [...keys65, ...functionRow, 'Backquote', 'Insert', 'Home', 'End', 'PrintScreen', 'ScrollLock', 'Pause', 'ContextMenu']
const keypad = KEYS.map(key => key.code).filter(code => /^Num/.test(code))

const sizes = [
  ['60', '60 %', core60], ['65', '65 %', keys65], ['tkl', 'tenkeyless', tenkeyless], ['full', 'full size', [...tenkeyless, ...keypad]],
] as const

/** The keyboards a user can say they have. ISO keyboards have one key more, left of Z. */
export const KEYBOARDS: readonly Keyboard[] = sizes.flatMap(([size, name, codes]) => [
  { id: `ansi-${size}`, name: `ANSI, ${name}`, codes: new Set<string>(codes) },
  { id: `iso-${size}`, name: `ISO, ${name}`, codes: new Set<string>([...codes, 'IntlBackslash']) },
])
