export { apiGuide } from './apiGuide'
export { endpoints } from './endpoints'
export type { AnswerOf, BodyOf, Endpoint, EndpointName } from './endpoints'
export type { FrameFileIssue, FrameFilePlan } from './endpoints/frameFiles'
export { openApi } from './openApi'
export { liveEventSchema, refusalSchema } from './schemas'
export type {
  Act,
  ApiIssue,
  BatchBody,
  CheckUpState,
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
  ToldFinding,
  VariantsBody,
} from './schemas'
export { markRun, reportRun, summarizeRun } from './summarizeRun'
