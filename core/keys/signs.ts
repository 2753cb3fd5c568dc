import { legendOf } from './legends'
import type { LegendId } from './legends'
import { letterCodes } from './rows'
import type { Modifier } from './modifiers'

/** What keys without a legend type; the digits of the number pad as with its lock on. */
const signs = new Map<string, string>([
  ['Space', ' '],
  ['Enter', '\n'],
  ['NumpadEnter', '\n'],
  ['Tab', '\t'],
  ...[...'0123456789'].map((digit) => [`Numpad${digit}`, digit] as const),
  ['NumpadDecimal', '.'],
  ['NumpadAdd', '+'],
  ['NumpadSubtract', '-'],
  ['NumpadMultiply', '*'],
  ['NumpadDivide', '/'],
])

/**
 * The character that a key types on a keyboard of the language with these modifiers; undefined where it types none,
 * as with Ctrl, Alt or Meta.
 */
export function signOf(id: LegendId, code: string, modifiers: readonly Modifier[]): string | undefined {
  if (modifiers.some((modifier) => modifier === 'Ctrl' || modifier === 'Alt' || modifier === 'Meta')) return undefined
  const isShifted = modifiers.includes('Shift')
  const plain = signs.get(code)
  if (plain !== undefined) return isShifted && plain === '\t' ? undefined : plain
  const legend = legendOf(id, code)
  if (!legend) return undefined
  const sign = modifiers.includes('AltGr') ? (isShifted ? '' : legend.altGr) : isShifted ? legend.shift : legend.plain
  return sign === '' ? undefined : sign
}

/** The key and modifiers that type a character on a keyboard of the language; undefined where there is none. */
export function pressFor(id: LegendId, sign: string): { code: string; modifiers: Modifier[] } | undefined {
  const ways: Modifier[][] = [[], ['Shift'], ['AltGr']]
  for (const modifiers of ways)
    for (const code of [...signCodes, ...signs.keys()])
      if (signOf(id, code, modifiers) === sign) return { code, modifiers }
  return undefined
}

const signCodes = [
  ...letterCodes('QWERTYUIOPASDFGHJKLZXCVBNM'),
  ...[...'1234567890'].map((digit) => `Digit${digit}`),
  ...['Minus', 'Equal', 'BracketLeft', 'BracketRight', 'Semicolon', 'Quote', 'Backquote', 'Backslash'],
  ...['IntlBackslash', 'Comma', 'Period', 'Slash'],
]
