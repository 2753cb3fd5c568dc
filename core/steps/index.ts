export {
  childrenOf,
  definitionOf,
  depthOf,
  describeStep,
  describeSteps,
  everyStep,
  headOf,
  isOff,
  joinSteps,
  namesKept,
  natureOf,
  sentenceOf,
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
export { find, NO_WORK, pressed, times, together, typed } from './byHand'
export type { HandWork } from './byHand'
export { workByHand } from './handWork'
export type { WorkByHand } from './handWork'
export { durationInWords, parseDuration } from './duration'
export type { Cause } from './cause'
export { namesFor } from './namesFor'
export type { LeverFacts, Started, StepContext, StepEffect } from './effect'
export { LayeredTable } from './layeredTable'
export {
  deviceIdSchema,
  environmentEntrySchema,
  frameIdSchema,
  LONGEST_TEXT,
  LONGEST_VARIABLE,
  MOST_ARGUMENTS,
  valueNameSchema,
  pathTemplateSchema,
  programIdSchema,
} from './fields'
export { UNSAVED_POLICIES, unsavedWords } from './fields'
export type { UnsavedPolicy } from './fields'
export { describeIssue, stepIssue } from './issues'
export type { StepFact } from './issues'
export { displayIssue } from './kinds/placeWindows'
export { openersOf, profileOption } from './kinds/openPlaces'
export { playerOf, PLAYER_ACTS } from './kinds/controlPlayer'
export { BOARD_MS, MESSAGE_FORMS } from './kinds/showMessage'
export { WINDOW_STATES, windowStateWords } from './kinds/setWindows'
export { DEEPEST_TABLES, tableOfRoad } from './kinds/turntable'
export type { Road } from './kinds/turntable'
export { CLIPBOARD_ACTS } from './kinds/useClipboard'
export { TAKEN_POLICIES, takenWords } from './fileWork'
export type { TakenPolicy } from './fileWork'
export { arrangementSchema, MOST_WANTED, REST_POLICIES, restWords, wantedWindowSchema } from './wanted'
export type { Arrangement, RestPolicy, WantedContent, WantedDevice, WantedWindow } from './wanted'
export { PROGRAM_CHOICES, programChoiceWords } from './programChoice'
export type { ProgramChoice } from './programChoice'
export {
  choiceOf,
  desktopMissing,
  titleWithoutMark,
  WINDOW_CHOICES,
  windowChoiceWords,
  windowsMeant,
} from './windowChoice'
export type { WindowChoice } from './windowChoice'
export { RUNNING_POLICIES, runningWords } from './kinds/openProgram'
export type { RunningPolicy } from './kinds/openProgram'
export { targetsOf } from './deviceChoice'
export { controlFields, isControlStep, usualControlStep } from './kinds/controlDevices'
export type { ControlStep } from './kinds/controlDevices'
export { argvOf, requestOf } from './launching'
export { lintSheet, lintStep } from './lintStep'
export type { PlaceFinding, StepFinding } from './lintStep'
export type { Names } from './names'
export { NATURES, natureWords } from './nature'
export type { Nature } from './nature'
export {
  areAboutDevices,
  causesOf,
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
export { isAnswer, LONGEST_ANSWER, questionSchema, readAnswer } from './question'
export type { Asked, Question } from './question'
export { DEEPEST_BLOCKS, MOST_STEPS, plainStepSchema, stepSchema, waysOf } from './schema'
export type { PlainStep, Step, StepKind, StepOf } from './schema'
export { stepValueSchema } from './value'
export type { StepValue } from './value'
export { findTextIssues, mapTexts, namedIn, namesInScripts, textsOf, withValueRenamed } from './walk'
export { NO_NAMES } from './knownNames'
export type { KnownNames } from './knownNames'
export { ownTextsOf, placeIssues, placesIn } from './scopes'
export type { Place } from './scopes'
export { plainSentence } from '../sentence'
export type { PartInput, Sentence, SentencePart } from '../sentence'
export { quoted } from './valueWords'
export {
  ENTRY_KINDS,
  entriesOf,
  entryKindWords,
  entryLabel,
  entryNow,
  FILE_ORDERS,
  fileOrderWords,
  freshSource,
  MOST_ENTRIES,
  sourceSchema,
  sourceWords,
} from './sources'
export type { EntryKind, FileOrder, Source, SourceKind } from './sources'
export { askedForWords } from './kinds/ask'
export type { AskedFor } from './kinds/ask'
export { MATCHES, matchWords, partsNow, SEVERAL, severalWords, WITHOUT, withoutWords } from './kinds/findValue'
export { ROUND_ENDS, roundEndWords } from './kinds/leaveLoop'
export { MOST_ROUNDS } from './kinds/repeatBlock'
export { FRONT_PARTS, frontPartWords, originWords } from './kinds/setValue'
export type { ValueOrigin } from './kinds/setValue'
export { STOPS, stopWords } from './kinds/stopLever'
export { listWorkWords } from './kinds/workList'
export type { ListWork } from './kinds/workList'
export { LETTER_CASES, letterCaseWords, textWorkWords } from './kinds/workText'
export type { TextWork } from './kinds/workText'
export { rowWords } from './rowWords'
