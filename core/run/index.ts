export { advanceHead, advanceRun } from './advanceRun'
export { failHead, stopHead, stopRun } from './breakOff'
export type { Advance, AdvanceContext } from './entries'
export { partsOfRun } from './entries'
export { checkSheet, DEEPEST_PULLS } from './checkSheet'
export type { SheetFault } from './checkSheet'
export { beginPart, scopeOfRun } from './part'
export type { Part } from './part'
export { nameByHand } from './nameByHand'
export { describeIssue, runIssue } from './issues'
export type { RunFact } from './issues'
export { changesOf, counted, marksOf, rowOf, traceOf } from './log'
export type { PlaceMark, TraceEntry } from './log'
export { makeChanges } from './makeChanges'
export { pathOf, rowOfPath } from './place'
export { scopeOf } from './scope'
export { putBack } from './putBack'
export type { PutBack } from './putBack'
export { rehearse, rehearseInParts } from './rehearse'
export type { Rehearsal, RehearsalContext, RehearsalPart } from './rehearse'
export { scriptRequest } from './advanceRun'
export {
  logEntrySchema,
  putBackReportSchema,
  recordedChangeSchema,
  RUN_SOURCES,
  runHeadSchema,
  runSchema,
  runSheetSchema,
  takingSchema,
} from './schema'
export type { LogEntry, PutBackReport, RecordedChange, Run, RunHead, RunSheet, RunSource, Taking } from './schema'
export type { Walk } from './walk'
export { gateRun, PULL_ANYWAY, pullForward, startRun, STEP_BUDGET } from './startRun'
export type { Pullable, StartContext } from './startRun'
