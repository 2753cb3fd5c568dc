import type { Chord } from './chord'
import { keyOfCode, letterOfCode } from './keyTable'
import { inOrder } from './modifiers'
import type { Modifier } from './modifiers'
import { letterCodes } from './rows'

/** What is engraved on the keys of a language: plain, with Shift, with AltGr, by W3C code. */
export interface Legend {
  readonly plain: string
  readonly shift: string
  readonly altGr: string
}

export const LEGEND_IDS = ['us', 'uk', 'de', 'fr'] as const
export type LegendId = (typeof LEGEND_IDS)[number]
export const legendNames: Record<LegendId, string> = {
  us: 'English (US)',
  uk: 'English (UK)',
  de: 'German',
  fr: 'French',
}

/**
 * The character keys, row by row; a table gives plain, Shift and AltGr of each in this order, with a space for none.
 */
const codes = [
  'Backquote',
  ...[...'1234567890'].map((digit) => `Digit${digit}`),
  'Minus',
  'Equal',
  ...letterCodes('QWERTYUIOP'),
  'BracketLeft',
  'BracketRight',
  ...letterCodes('ASDFGHJKL'),
  'Semicolon',
  'Quote',
  'Backslash',
  'IntlBackslash',
  ...letterCodes('ZXCVBNM'),
  'Comma',
  'Period',
  'Slash',
]

const tables: Record<LegendId, readonly [plain: string, shift: string, altGr: string]> = {
  us: ["`1234567890-=qwertyuiop[]asdfghjkl;'\\\\zxcvbnm,./", '~!@#$%^&*()_+QWERTYUIOP{}ASDFGHJKL:"||ZXCVBNM<>?', ''],
  uk: [
    "`1234567890-=qwertyuiop[]asdfghjkl;'#\\zxcvbnm,./",
    '¬!"£$%^&*()_+QWERTYUIOP{}ASDFGHJKL:@~|ZXCVBNM<>?',
    '¦   €          é   úíó   á                      ',
  ],
  de: [
    '^1234567890ß´qwertzuiopü+asdfghjklöä#<yxcvbnm,.-',
    '°!"§$%&/()=?`QWERTZUIOPÜ*ASDFGHJKLÖÄ\'>YXCVBNM;:_',
    '  ²³   {[]}\\ @ €        ~            |      µ   ',
  ],
  fr: [
    '²&é"\'(-è_çà)=azertyuiop^$qsdfghjklmù*<wxcvbn,;:!',
    ' 1234567890°+AZERTYUIOP¨£QSDFGHJKLM%µ>WXCVBN?./§',
    '  ~#{[|`\\^@]}  €         ¤                      ',
  ],
}

const legends = new Map(
  LEGEND_IDS.map((id) => {
    const [plain, shift, altGr] = tables[id].map((row) => [...row]) as [string[], string[], string[]]
    const mark = (row: readonly string[], i: number) => (row[i] ?? ' ').trim()
    return [
      id,
      new Map(codes.map((code, i) => [code, { plain: mark(plain, i), shift: mark(shift, i), altGr: mark(altGr, i) }])),
    ] as const
  }),
)

/** What is engraved on a key; undefined for keys that carry a word in every language, such as Enter. */
export function legendOf(id: LegendId, code: string): Legend | undefined {
  return legends.get(id)!.get(code)
}

/** What people call a key on their keyboard: the letter or sign engraved on it, else its name. */
export function keyLabel(id: LegendId, code: string): string {
  const legend = legendOf(id, code)
  return legend ? legend.plain.toUpperCase() : (keyOfCode(code)?.name ?? code)
}

/**
 * The key that carries a letter or sign in the language, plain or as a capital; undefined where none does without Shift
 * or AltGr.
 */
export function codeOfLegend(id: LegendId, sign: string): string | undefined {
  const wanted = sign.toLowerCase()
  for (const [code, legend] of legends.get(id)!) if (legend.plain === wanted) return code
  return undefined
}

/** Whether the language has signs that need AltGr, so that the right Alt key is that. */
export function hasAltGr(id: LegendId): boolean {
  return [...legends.get(id)!.values()].some((legend) => legend.altGr !== '')
}

/**
 * A chord that goes by the legend as it is pressed on a keyboard of the language: its key is the one that carries there
 * what it carries on the US keyboard, with the Shift or AltGr that the sign needs. A chord with Shift means the key
 * whose plain sign it is; where no key has that plain, the sign that Shift makes of it. What is not on the keyboard
 * stays as it is.
 */
export function chordByLegend(id: LegendId, chord: Chord): Chord {
  const letter = letterOfCode(chord.code)
  const us = letter === undefined ? legendOf('us', chord.code) : undefined
  const sign = letter ?? us?.plain
  if (!sign) return chord
  const plain = codeOfLegend(id, sign)
  if (plain !== undefined) return { ...chord, code: plain }
  const isShifted = chord.modifiers.includes('Shift')
  const wanted = isShifted ? (us?.shift ?? sign.toUpperCase()) : sign
  for (const [code, legend] of legends.get(id)!) {
    const needs = needsFor(legend, wanted)
    if (!needs) continue
    const others = isShifted ? chord.modifiers.filter((modifier) => modifier !== 'Shift') : chord.modifiers
    return { ...chord, modifiers: inOrder([...others, ...needs]), code }
  }
  return chord
}

function needsFor({ plain, shift, altGr }: Legend, sign: string): Modifier[] | undefined {
  if (plain === sign) return []
  if (shift === sign) return ['Shift']
  return altGr === sign ? ['AltGr'] : undefined
}

/**
 * Signs that need AltGr in the language, by key: with Ctrl+Alt, which many systems take for AltGr, a trigger on these
 * keys may type instead.
 */
export function typesWithAltGr(id: LegendId, code: string): string {
  return legendOf(id, code)?.altGr ?? ''
}
