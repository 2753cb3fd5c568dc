export {
  childrenOf,
  definitionOf,
  depthOf,
  describeStep,
  describeSteps,
  everyStep,
  natureOf,
  STEP_KINDS,
} from './describe'
export type { StepKindEntry } from './describe'
export { defineBlock, defineStep, FAILURE_POLICIES } from './defineStep'
export type {
  AnyStep,
  BlockDefinition,
  BlockMove,
  BlockPlace,
  FailurePolicy,
  Retry,
  StepDefinition,
  StepList,
} from './defineStep'
export { durationInWords } from './duration'
export { namesFor } from './effect'
export type { StepContext, StepEffect } from './effect'
export {
  deviceIdSchema,
  environmentEntrySchema,
  frameIdSchema,
  LONGEST_TEXT,
  LONGEST_VARIABLE,
  MOST_ARGUMENTS,
  programIdSchema,
} from './fields'
export { UNSAVED_POLICIES, unsavedWords } from './fields'
export type { UnsavedPolicy } from './fields'
export { describeIssue, stepIssue } from './issues'
export type { StepFact } from './issues'
export { openersOf, profileOption } from './kinds/openPlaces'
export { playerOf, PLAYER_ACTS } from './kinds/controlPlayer'
export { BOARD_MS, MESSAGE_FORMS } from './kinds/showMessage'
export { WINDOW_STATES, windowStateWords } from './kinds/setWindows'
export { CLIPBOARD_ACTS } from './kinds/useClipboard'
export { TAKEN_POLICIES, takenWords } from './fileWork'
export type { TakenPolicy } from './fileWork'
export { PROGRAM_CHOICES, programChoiceWords } from './programChoice'
export type { ProgramChoice } from './programChoice'
export { choiceOf, WINDOW_CHOICES, windowChoiceWords } from './windowChoice'
export type { WindowChoice } from './windowChoice'
export { RUNNING_POLICIES, runningWords } from './kinds/openProgram'
export type { RunningPolicy } from './kinds/openProgram'
export { targetsOf, usualControlStep } from './kinds/controlDevices'
export { argvOf, requestOf } from './launching'
export { lintStep } from './lintStep'
export type { StepFinding } from './lintStep'
export type { Names } from './names'
export { NATURES, natureWords } from './nature'
export type { Nature } from './nature'
export {
  areAboutDevices,
  devicesMeant,
  isBlock,
  lampOfStep,
  nextInBlock,
  performStep,
  programsTyped,
  stepLeadsTo,
} from './perform'
export { progressSchema } from './progress'
export type { Progress } from './progress'
export { isAnswer, questionSchema } from './question'
export type { Asked, Question } from './question'
export { DEEPEST_BLOCKS, MOST_STEPS, plainStepSchema, stepSchema, waysOf } from './schema'
export type { PlainStep, Step, StepKind, StepOf } from './schema'
export { stepValueSchema } from './value'
export type { StepValue } from './value'
export { findTextIssues, mapTexts, namedIn, textsOf } from './walk'
