export { givenValueSchema, isSameValue, valueSchema } from './value'
export type { Value } from './value'
export { flatTexts, listOf, textOfValue, valueAt, withTexts } from './read'
export type { Scope } from './read'
