/**
 * The keys the product knows, named underneath by `KeyboardEvent.code`
 * (W3C UI Events KeyboardEvent code Values), with the name people read and type.
 */
export interface Key {
  /** W3C code; `Mouse1`…`Mouse8`, `WheelUp` and its like for what is no keyboard key; `Letter:ö` for the key that
   * carries a letter on keyboards that have it. */
  readonly code: string
  /** What is printed, and what people type. */
  readonly name: string
  /** Other spellings that are understood, in lower case. */
  readonly aliases: readonly string[]
}

const letters: Key[] = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'].map((letter) => key(`Key${letter}`, letter))
const digits: Key[] = [...'0123456789'].map((digit) => key(`Digit${digit}`, digit))
const functionKeys: Key[] = Array.from({ length: 24 }, (_, i) => key(`F${i + 1}`))
const keypadDigits: Key[] = [...'0123456789'].map((digit) => key(`Numpad${digit}`, undefined, `num${digit}`))

const others: Key[] = [
  key('Escape', undefined, 'esc'),
  key('Tab'),
  key('CapsLock', undefined, 'caps'),
  key('Space', undefined, 'spacebar'),
  key('Enter', undefined, 'return'),
  key('Backspace'),
  key('Delete', undefined, 'del'),
  key('Insert', undefined, 'ins'),
  key('Home'),
  key('End'),
  key('PageUp', undefined, 'pgup'),
  key('PageDown', undefined, 'pgdn'),
  key('ArrowUp', 'Up'),
  key('ArrowDown', 'Down'),
  key('ArrowLeft', 'Left'),
  key('ArrowRight', 'Right'),
  key('Minus', '-'),
  key('Equal', '='),
  key('BracketLeft', '['),
  key('BracketRight', ']'),
  key('Backslash', '\\'),
  key('Semicolon', ';'),
  key('Quote', "'"),
  key('Backquote', '`'),
  key('Comma', ','),
  key('Period', '.'),
  key('Slash', '/'),
  key('IntlBackslash'),
  key('IntlRo'),
  key('IntlYen'),
  key('PrintScreen', undefined, 'prtsc'),
  key('ScrollLock'),
  key('Pause'),
  key('ContextMenu', 'Menu'),
  key('NumLock'),
  key('NumpadAdd'),
  key('NumpadSubtract'),
  key('NumpadMultiply'),
  key('NumpadDivide'),
  key('NumpadDecimal'),
  key('NumpadEnter'),
  key('NumpadEqual'),
  key('NumpadComma'),
  key('AudioVolumeMute', undefined, 'volumemute'),
  key('AudioVolumeUp', undefined, 'volumeup'),
  key('AudioVolumeDown', undefined, 'volumedown'),
  key('MediaPlayPause'),
  key('MediaStop'),
  key('MediaTrackNext'),
  key('MediaTrackPrevious'),
  key('BrowserBack'),
  key('BrowserForward'),
  key('BrowserHome'),
  key('LaunchMail'),
  key('LaunchApp2', 'Calculator'),
  key('Sleep'),
  key('Power'),
  key('Mouse1'),
  key('Mouse2'),
  key('Mouse3'),
  key('Mouse4'),
  key('Mouse5'),
  key('Mouse6'),
  key('Mouse7'),
  key('Mouse8'),
  key('WheelUp'),
  key('WheelDown'),
  key('WheelLeft'),
  key('WheelRight'),
]

/** Letters that only some keyboards have; which key that is, the legends say. */
const LETTERS_BY_LEGEND = 'äöüßéèçàù'
const furtherLetters: Key[] = [...LETTERS_BY_LEGEND].map((letter) =>
  key(`Letter:${letter}`, letter === 'ß' ? letter : letter.toUpperCase()),
)

export const KEYS: readonly Key[] = [
  ...letters,
  ...digits,
  ...functionKeys,
  ...keypadDigits,
  ...others,
  ...furtherLetters,
]

const byCode = new Map(KEYS.map((entry) => [entry.code, entry]))
const byName = new Map(
  KEYS.flatMap((entry) =>
    [entry.code.toLowerCase(), entry.name.toLowerCase(), ...entry.aliases].map((name) => [name, entry] as const),
  ),
)

/** The key of a W3C code, or undefined when the product does not know it. */
export function keyOfCode(code: string): Key | undefined {
  return byCode.get(code)
}

/** The key of a typed name, an alias or a W3C code; case is ignored. */
export function keyOfName(name: string): Key | undefined {
  return byName.get(name.toLowerCase())
}

/** The letter that a key is meant by, where it is meant by that alone. */
export function letterOfCode(code: string): string | undefined {
  return code.startsWith('Letter:') ? code.slice('Letter:'.length) : undefined
}

/** Every name that `keyOfName` understands, as printed. */
export function keyNames(): string[] {
  return KEYS.flatMap((entry) => (entry.name === entry.code ? [entry.name] : [entry.name, entry.code]))
}

function key(code: string, name = code, ...aliases: string[]): Key {
  return { code, name, aliases }
}
