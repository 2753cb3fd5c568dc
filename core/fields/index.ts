export { marked, markOf, REFERENCES } from './marks'
export type { FieldMark, Reference } from './marks'
export { mapMarked, markedFields } from './walk'
export type { MarkedField } from './walk'
