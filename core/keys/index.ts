export { chordId, formatChord, formatSequence, LONGEST_SEQUENCE, parseChord, parseSequence } from './chord'
export type { Chord, Sequence } from './chord'
export { KEYBOARD_FORMS, KEYBOARD_SIZES } from './forms'
export type { KeyboardForm, KeyboardSize } from './forms'
export { keyboardOf, KEYBOARDS } from './keyboards'
export type { Keyboard } from './keyboards'
export { describeIssue, keyIssue } from './issues'
export type { KeyFact } from './issues'
export { keyOfCode, keyOfName, KEYS, letterOfCode } from './keyTable'
export type { Key } from './keyTable'
export { keeperNames, reservationOf, reservationOfId, RESERVED_CHORDS, STOP_CHORD } from './reserved'
export type { ReservedChord } from './reserved'
export {
  codeOfModifier,
  codesOfModifier,
  inOrder,
  MODIFIER_CODES,
  modifierCodeOfName,
  modifierOfCode,
  modifierOfName,
  MODIFIERS,
} from './modifiers'
export type { Modifier } from './modifiers'
export {
  chordByLegend,
  codeOfLegend,
  hasAltGr,
  keyLabel,
  LEGEND_IDS,
  legendNames,
  legendOf,
  typesWithAltGr,
} from './legends'
export type { Legend, LegendId } from './legends'
export { placeKeys } from './placement'
export type { PlacedKey } from './placement'
export { fingerOf } from './fingers'
export type { Finger } from './fingers'
export { pressFor, signOf } from './signs'
export { KEY_ROWS, keysInRow, letterCodes } from './rows'
