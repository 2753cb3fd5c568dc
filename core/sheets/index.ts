export { countSteps, readSteps, writeSteps } from './clipboard'
export { applyEdit, invertEdit } from './edits'
export type { SheetEdit, Splice } from './edits'
export { kitSchema } from './kit'
export type { Kit } from './kit'
export { fillPlaceholders, placeholdersOf } from './placeholders'
export { isWithin, listAt, pathAt, pathsById, withList, spotOf, stepAt } from './places'
export type { Spot } from './places'
export {
  checkSize,
  duplicateRows,
  indentRows,
  inOrder,
  insertSteps,
  moveRows,
  outdentRows,
  outermost,
  removeRows,
  replaceStep,
  shiftRows,
  switchRows,
  withNewIds,
  wrapRows,
} from './plan'
export { rowsOf, sentenceOfRow } from './rows'
export type { EmptyRow, HeadRow, Row, StepRow, Track } from './rows'
export { countTexts, findTexts, replaceTexts } from './texts'
export type { TextHit, TextSearch } from './texts'
