export { devicesNamed, namedByLever } from './named'
export {
  FEEDBACKS,
  feedbackSchema,
  frameSchema,
  ICON_COLOURS,
  interlockSchema,
  keyCodeSchema,
  keyRuleSchema,
  keySettingsSchema,
  iconSchema,
  leverDraftSchema,
  leverPatchSchema,
  leverSchema,
  LONGEST_NAME,
  LONGEST_WORD,
  namedValueSchema,
  PATTERN_FIELDS,
  scopeSchema,
  triggerSchema,
  variantSchema,
  WORD_ENDINGS,
} from './schema'
export type {
  Feedback,
  Frame,
  Interlock,
  KeyRule,
  KeySettings,
  Lever,
  LeverDraft,
  LeverIcon,
  LeverPatch,
  NamedValue,
  PatternField,
  Scope,
  Trigger,
  TriggerOf,
  Variant,
  WordEnding,
} from './schema'
export { LeverLog } from './leverLog'
export type { LeverDelta } from './leverLog'
export { rowTriggers, withRows } from './rows'
export { describeScope, isLive, leverWins, scopesOverlap, specificity } from './scope'
export { mapFrameTexts, tableFor, usesOf } from './values'
export type { ValueUse } from './values'
export { framesNow, isFrameOn } from './frames'
export { DEFAULT_KEYS } from './keySettings'
export { feedbackOf, USUAL_FEEDBACK, feedbackWords } from './feedback'
export { describeInterlock, gateOf } from './interlock'
export type { Gate } from './interlock'
export { goesTo, lampOf } from './leverLamp'
export { patienceOf } from './patience'
export { describeSequence, describeTrigger, keyName, onKeyboard, triggerKeys } from './triggerWords'
export { MOMENT_NAMES, momentValues, typedText } from './typedText'
export type { TypedText } from './typedText'
export { withoutNothing } from './withoutNothing'
