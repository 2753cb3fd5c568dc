/**
 * The keys the product knows, named underneath by `KeyboardEvent.code`
 * (W3C UI Events KeyboardEvent code Values), with the name people read and type.
 */
export interface Key {
  /** W3C code, or `Mouse1`…`Mouse5`, `WheelUp`, `WheelDown` for what is no keyboard key. */
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
  key('WheelUp'),
  key('WheelDown'),
]

export const KEYS: readonly Key[] = [...letters, ...digits, ...functionKeys, ...keypadDigits, ...others]

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

/** Every name that `keyOfName` understands, as printed. */
export function keyNames(): string[] {
  return KEYS.flatMap((entry) => (entry.name === entry.code ? [entry.name] : [entry.name, entry.code]))
}

function key(code: string, name = code, ...aliases: string[]): Key {
  return { code, name, aliases }
}
