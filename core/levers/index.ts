export { devicesNamed, namedByLever } from './named'
export { describeProgramUse, usesOfProgram } from './programUses'
export type { ProgramUse } from './programUses'
export {
  FEEDBACKS,
  feedbackSchema,
  frameSchema,
  ICON_COLOURS,
  interlockSchema,
  keySettingsSchema,
  iconSchema,
  leverDraftSchema,
  leverPatchSchema,
  leverSchema,
  LONGEST_NAME,
  namedValueSchema,
  PATTERN_FIELDS,
  variantSchema,
} from './schema'
export type {
  Feedback,
  Frame,
  Interlock,
  KeySettings,
  Lever,
  LeverDraft,
  LeverIcon,
  LeverPatch,
  NamedValue,
  PatternField,
  Variant,
} from './schema'
export { benchEventSchema, doorSchema, MISSED, timeRuleSchema } from './doorSchema'
export type { BenchEvent, Door, TimeRule } from './doorSchema'
export { INPUT_KINDS, inputKindWords, leverInputSchema, leverInputsSchema, readInput, readInputs } from './inputs'
export type { InputKind, LeverInput } from './inputs'
export { PULLED_AGAIN, pulledAgainWords, WHILE_RUNNING, whileRunningWords } from './pulls'
export type { PulledAgain, WhileRunning } from './pulls'
export { keyRuleSchema } from './ruleSchema'
export type { KeyRule } from './ruleSchema'
export { scopeSchema } from './scopeSchema'
export type { Scope } from './scopeSchema'
export { keyCodeSchema, LONGEST_WORD, triggerSchema, WORD_ENDINGS } from './triggerSchema'
export type { Trigger, TriggerOf, WordEnding } from './triggerSchema'
export { LeverLog } from './leverLog'
export type { LeverDelta } from './leverLog'
export { rowTriggers, withRows } from './rows'
export { describeScope, isLive, leverWins, scopesOverlap, specificity } from './scope'
export { mapFrameTexts, tableFor, usesOf } from './values'
export type { ValueUse } from './values'
export { framesInOrder, framesNow, isFrameOn } from './frames'
export { DEFAULT_KEYS } from './keySettings'
export { feedbackOf, USUAL_FEEDBACK, feedbackWords } from './feedback'
export { describeInterlock, gateOf } from './interlock'
export type { Gate } from './interlock'
export { goesTo, lampOf } from './leverLamp'
export { patienceOf } from './patience'
export { describeSequence, describeTrigger, keyName, onKeyboard, triggerKeys } from './triggerWords'
export { fitRoads, hasRoadFree, roadsOfLevers, roadsOfProgram, withRoadTo } from './makeRoads'
export { actUses } from './actUses'
export type { HandAct } from './actUses'
export { proposeRoads } from './proposeRoads'
export type { ProposedRoad } from './proposeRoads'
export { opensTurntable, stepsOnWay, turntableOf } from './turntables'
export type { LeverRoad, LeverTable } from './turntables'
export { describeTurn } from './turnWords'
export { typedText } from './typedText'
export type { TypedText } from './typedText'
export { withoutNothing } from './withoutNothing'
