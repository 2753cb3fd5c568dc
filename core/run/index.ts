export { advanceHead, advanceRun, failHead, stopHead, stopRun } from './advanceRun'
export type { Advance } from './advanceRun'
export { describeIssue, runIssue } from './issues'
export type { RunFact } from './issues'
export { changesOf, counted, rowOf, traceOf } from './log'
export type { TraceEntry } from './log'
export { makeChanges } from './makeChanges'
export { pathOf } from './place'
export { putBack } from './putBack'
export type { PutBack } from './putBack'
export { rehearse } from './rehearse'
export type { Rehearsal, RehearsalContext } from './rehearse'
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
export { gateRun, PULL_ANYWAY, pullForward, startRun, STEP_BUDGET } from './startRun'
export type { StartContext } from './startRun'
