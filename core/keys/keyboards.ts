import { KEYBOARD_FORMS, KEYBOARD_SIZES } from './forms'
import type { KeyboardForm, KeyboardSize } from './forms'
import { modifierOfCode } from './modifiers'
import { placeKeys } from './placement'

/** A kind of keyboard: which physical keys it has, modifiers aside. */
export interface Keyboard {
  readonly id: string
  readonly name: string
  readonly form: KeyboardForm
  readonly size: KeyboardSize
  readonly codes: ReadonlySet<string>
}

const sizeNames: Record<KeyboardSize, string> = { 60: '60 %', 65: '65 %', tkl: 'tenkeyless', full: 'full size' }

/** The keyboards a user can say they have. ISO keyboards have one key more, left of Z. */
export const KEYBOARDS: readonly Keyboard[] = KEYBOARD_SIZES.flatMap((size) =>
  KEYBOARD_FORMS.map((form) => ({
    id: `${form}-${size}`,
    name: `${form.toUpperCase()}, ${sizeNames[size]}`,
    form,
    size,
    codes: new Set(
      placeKeys(form, size)
        .map((key) => key.code)
        .filter((code) => modifierOfCode(code) === undefined),
    ),
  })),
)

/** A keyboard by its id; throws for one that is not known. */
export function keyboardOf(id: string): Keyboard {
  const keyboard = KEYBOARDS.find((entry) => entry.id === id)
  if (!keyboard) throw new RangeError(`unknown keyboard ${id}`)
  return keyboard
}
