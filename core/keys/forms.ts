export const KEYBOARD_FORMS = ['ansi', 'iso'] as const
export type KeyboardForm = (typeof KEYBOARD_FORMS)[number]
export const KEYBOARD_SIZES = ['60', '65', 'tkl', 'full'] as const
export type KeyboardSize = (typeof KEYBOARD_SIZES)[number]
