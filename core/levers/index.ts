export { NATURES, natureOf, programsNamed } from './nature'
export type { Nature } from './nature'
export {
  frameSchema, ICON_COLOURS, keyCodeSchema, keyRuleSchema, keySettingsSchema, iconSchema, leverDraftSchema, leverPatchSchema, leverSchema, namedValueSchema, PATTERN_FIELDS, scopeSchema, triggerSchema, variantSchema,
} from './schema'
export type { Frame, KeyRule, KeySettings, Lever, LeverDraft, LeverIcon, LeverPatch, NamedValue, PatternField, Scope, Trigger, TriggerOf, Variant } from './schema'
export { withRows } from './rows'
export { describeScope, isLive, leverWins, scopesOverlap, specificity } from './scope'
export { tableFor, usesOf } from './values'
export type { ValueUse } from './values'
export { framesNow, isFrameOn } from './frames'
export { DEFAULT_KEYS } from './keySettings'
export { patienceOf } from './patience'
export { describeTrigger, keyName, onKeyboard, triggerKeys } from './triggerWords'
