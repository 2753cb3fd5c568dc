export { apiGuide } from './apiGuide'
export { endpoints } from './endpoints'
export type { AnswerOf, BodyOf, Endpoint, EndpointName } from './endpoints'
export type { FrameFileIssue, FrameFilePlan } from './endpoints/frameFiles'
export type { CheckUpState, ToldFinding } from './checkUpSchemas'
export { openApi } from './openApi'
export { liveEventSchema, refusalSchema } from './schemas'
export type {
  Act,
  ApiIssue,
  BatchBody,
  ExportAnswer,
  FollowBody,
  History,
  ImportBody,
  ImportItem,
  KeyLogEntry,
  TurnEvent,
  LiveEvent,
  MarkedRun,
  RehearsalAnswer,
  Revision,
  RunAnswer,
  RunSummary,
  FrameFolderSummary,
  StateAnswer,
  VariantsBody,
} from './schemas'
export { OPENED_DIRECTLY, openedAgain } from './openedDirectly'
export { markRun, reportRun, summarizeRun } from './summarizeRun'
