/** In the order in which they are printed. */
export const MODIFIERS = ['Ctrl', 'Alt', 'AltGr', 'Shift', 'Meta'] as const

export type Modifier = (typeof MODIFIERS)[number]

const spellings: ReadonlyMap<string, Modifier> = new Map([
  ['ctrl', 'Ctrl'],
  ['control', 'Ctrl'],
  ['alt', 'Alt'],
  ['option', 'Alt'],
  ['altgr', 'AltGr'],
  ['altgraph', 'AltGr'],
  ['shift', 'Shift'],
  ['meta', 'Meta'],
  ['super', 'Meta'],
  ['win', 'Meta'],
  ['cmd', 'Meta'],
])

/** By W3C code; on a keyboard with AltGr the right Alt key is that. */
const codes: ReadonlyMap<string, Modifier> = new Map([
  ['ControlLeft', 'Ctrl'],
  ['ControlRight', 'Ctrl'],
  ['AltLeft', 'Alt'],
  ['AltRight', 'Alt'],
  ['ShiftLeft', 'Shift'],
  ['ShiftRight', 'Shift'],
  ['MetaLeft', 'Meta'],
  ['MetaRight', 'Meta'],
])

/** The modifier keys, by their W3C codes. */
export const MODIFIER_CODES: readonly string[] = [...codes.keys()]

const sides: ReadonlyMap<string, string> = new Map(
  MODIFIER_CODES.flatMap((code) => {
    const side = code.endsWith('Left') ? 'left' : 'right'
    const modifier = codes.get(code)!.toLowerCase()
    return [code.toLowerCase(), `${side}${modifier}`, `${modifier}${side}`].map((name) => [name, code] as const)
  }),
)

const codesByModifier: Record<Modifier, readonly string[]> = {
  Ctrl: ['ControlLeft', 'ControlRight'],
  Alt: ['AltLeft', 'AltRight'],
  AltGr: ['AltRight'],
  Shift: ['ShiftLeft', 'ShiftRight'],
  Meta: ['MetaLeft', 'MetaRight'],
}

/** The modifier a typed word stands for, whichever side; case is ignored. */
export function modifierOfName(name: string): Modifier | undefined {
  return spellings.get(name.toLowerCase())
}

/** The modifier key that a typed word stands for, with its side: `ControlRight`, `RightCtrl`; case is ignored. */
export function modifierCodeOfName(name: string): string | undefined {
  return sides.get(name.toLowerCase())
}

/** The modifier a physical key (W3C code) acts as, or undefined for other keys. The right Alt key is Alt. */
export function modifierOfCode(code: string): Modifier | undefined {
  return codes.get(code)
}

/** The keys that may act as a modifier; the right Alt key is one of Alt and of AltGr. */
export function codesOfModifier(modifier: Modifier): readonly string[] {
  return codesByModifier[modifier]
}

/** The key that a program is told to be down where a rule holds a modifier. */
export function codeOfModifier(modifier: Modifier): string {
  return codesByModifier[modifier][0]!
}

/** The same modifiers, each once, in printing order. */
export function inOrder(modifiers: readonly Modifier[]): Modifier[] {
  return modifiers.length < 2 ? [...modifiers] : MODIFIERS.filter((modifier) => modifiers.includes(modifier))
}
