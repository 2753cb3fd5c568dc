export { NATURES, natureOf, programsNamed } from './nature'
export type { Nature } from './nature'
export {
  frameSchema, ICON_COLOURS, iconSchema, leverDraftSchema, leverPatchSchema, leverSchema, namedValueSchema, PATTERN_FIELDS, scopeSchema, triggerSchema, variantSchema,
} from './schema'
export type { Frame, Lever, LeverDraft, LeverIcon, LeverPatch, NamedValue, PatternField, Scope, Trigger, Variant } from './schema'
export { describeScope, isLive, leverWins, scopesOverlap, specificity } from './scope'
export { tableFor, usesOf } from './values'
export type { ValueUse } from './values'
