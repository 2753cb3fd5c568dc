import type { EndpointName } from '~~/contract'

/** Method and path of every route; `contract/` has them with their schemas, which the browser does not need. */
export const paths: Record<EndpointName, readonly [string, string]> = {
  state: ['GET', '/api/state'],
  events: ['GET', '/api/events'],
  health: ['GET', '/api/health'],
  listLevers: ['GET', '/api/levers'],
  createLever: ['POST', '/api/levers'],
  readLever: ['GET', '/api/levers/:id'],
  editLever: ['PATCH', '/api/levers/:id'],
  deleteLever: ['DELETE', '/api/levers/:id'],
  pullLever: ['POST', '/api/levers/:id/pull'],
  rehearseLever: ['POST', '/api/levers/:id/rehearse'],
  openPlace: ['POST', '/api/open'],
  listRuns: ['GET', '/api/runs'],
  readRun: ['GET', '/api/runs/:id'],
  answerRun: ['POST', '/api/runs/:id/answer'],
  stopRun: ['POST', '/api/runs/:id/stop'],
  putBackRun: ['POST', '/api/runs/:id/put-back'],
  readBench: ['GET', '/api/bench'],
  changeBench: ['POST', '/api/bench/changes'],
  pressKeys: ['POST', '/api/keys'],
  listFrames: ['GET', '/api/frames'],
  editFrame: ['PATCH', '/api/frames/:id'],
  listRevisions: ['GET', '/api/revisions'],
  undo: ['POST', '/api/undo'],
  redo: ['POST', '/api/redo'],
}
