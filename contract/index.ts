export { apiGuide } from './apiGuide'
export { endpoints } from './endpoints'
export type { AnswerOf, BodyOf, Endpoint, EndpointName } from './endpoints'
export type { FrameFileIssue, FrameFilePlan } from './endpoints/frameFiles'
export type { CheckUpState, ToldFinding } from './checkUpSchemas'
export { openApi, openApiInParts } from './openApi'
export { liveEventSchema, refusalSchema } from './schemas'
export type { ExportAnswer, ImportBody, ImportItem } from './exchangeSchemas'
export type { BatchBody, FollowBody, VariantsBody } from './leverSchemas'
export type { MarkedRun, RehearsalAnswer, RunAnswer, RunSummary } from './runSchemas'
export type {
  Act,
  ApiIssue,
  History,
  KeyLogEntry,
  TurnEvent,
  LiveEvent,
  Revision,
  FrameFolderSummary,
  StateAnswer,
} from './schemas'
export { OPENED_DIRECTLY, openedAgain } from './openedDirectly'
export { markRun, reportRun, summarizeRun } from './summarizeRun'
