/** In the order in which they are printed. */
export const MODIFIERS = ['Ctrl', 'Alt', 'Shift', 'Meta'] as const

export type Modifier = (typeof MODIFIERS)[number]

const spellings: Record<string, Modifier> = {
  ctrl: 'Ctrl',
  control: 'Ctrl',
  alt: 'Alt',
  option: 'Alt',
  shift: 'Shift',
  meta: 'Meta',
  super: 'Meta',
  win: 'Meta',
  cmd: 'Meta',
}

const codes: Record<string, Modifier> = {
  ControlLeft: 'Ctrl',
  ControlRight: 'Ctrl',
  AltLeft: 'Alt',
  AltRight: 'Alt',
  ShiftLeft: 'Shift',
  ShiftRight: 'Shift',
  MetaLeft: 'Meta',
  MetaRight: 'Meta',
}

/** The modifier a typed word stands for; case is ignored. */
export function modifierOfName(name: string): Modifier | undefined {
  return spellings[name.toLowerCase()]
}

/** The modifier a physical key (W3C code) acts as, or undefined for other keys. */
export function modifierOfCode(code: string): Modifier | undefined {
  return codes[code]
}

/** The same modifiers, each once, in printing order. */
export function inOrder(modifiers: readonly Modifier[]): Modifier[] {
  return modifiers.length < 2 ? [...modifiers] : MODIFIERS.filter((modifier) => modifiers.includes(modifier))
}
