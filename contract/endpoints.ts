import { z } from 'zod'
import { idSchema } from '../core/bench'
import { frameSchema, leverDraftSchema, leverPatchSchema, leverSchema } from '../core/levers'
import { putBackReportSchema, runSchema } from '../core/run'
import {
  benchAnswerSchema, benchChangesBodySchema, historySchema, keyLogEntrySchema, keysBodySchema, rehearsalSchema, revisionSchema, runSummarySchema, stateAnswerSchema,
} from './schemas'

/** One route of the HTTP API, as data: the routes validate by it and the documentation is made from it. */
export interface Endpoint {
  readonly method: 'GET' | 'POST' | 'PATCH' | 'DELETE'
  /** With `:name` for parameters. */
  readonly path: string
  readonly summary: string
  readonly query?: z.ZodObject
  readonly body?: z.ZodType
  readonly answer: z.ZodType
  /** Status of success; 200 when absent. */
  readonly status?: number
  /** Refusals it has besides 400, 403, 413, 415 and 500, by status. */
  readonly refusals?: Readonly<Record<number, string>>
}

const missing = { 404: 'There is no such thing; it may have been deleted.' }
const stale = { 409: 'Somebody else has edited it since: `version` is not the current one. Nothing was overwritten.' }
const leverPatchBody = leverPatchSchema.extend({ version: z.number().int().positive().meta({ description: 'The version the edit was made from.' }) })
const frameBody = z.object({ on: z.boolean() })
const pullBody = z.object({ source: z.enum(['key', 'launcher', 'button', 'api']).default('api') })
const openBody = z.object({ place: z.string().min(1).max(4096).optional(), programId: idSchema.optional(), source: z.enum(['launcher', 'button', 'api']).default('api') })
const limitQuery = z.object({ limit: z.coerce.number().int().min(1).max(1000).default(100), before: z.coerce.number().optional() })

export const endpoints = {
  state: { method: 'GET', path: '/api/state', summary: 'Everything an open tab begins with.', answer: stateAnswerSchema },
  events: {
    method: 'GET', path: '/api/events', summary: 'Live events (server-sent events). `after` or `Last-Event-ID` continues where a tab left off.',
    query: z.object({ after: z.string().optional() }), answer: z.string().meta({ description: 'A `text/event-stream`; each `data` is one live event as JSON.' }),
  },
  health: { method: 'GET', path: '/api/health', summary: 'Whether the server answers and the store is open.', answer: z.object({ ok: z.literal(true), store: z.string(), benchVersion: z.number().int() }) },
  listLevers: { method: 'GET', path: '/api/levers', summary: 'All levers, by their number.', answer: z.array(leverSchema) },
  createLever: { method: 'POST', path: '/api/levers', summary: 'A new lever; its number and id are given by the store.', body: leverDraftSchema, answer: leverSchema, status: 201, refusals: { 422: 'It names a program, frame or folder that does not exist.' } },
  readLever: { method: 'GET', path: '/api/levers/:id', summary: 'One lever.', answer: leverSchema, refusals: missing },
  editLever: { method: 'PATCH', path: '/api/levers/:id', summary: 'Alters what the body names.', body: leverPatchBody, answer: leverSchema, refusals: { ...missing, ...stale, 422: 'It names a program, frame or folder that does not exist.' } },
  deleteLever: { method: 'DELETE', path: '/api/levers/:id', summary: 'Deletes a lever; undo brings it back under the same id.', answer: historySchema, refusals: missing },
  pullLever: { method: 'POST', path: '/api/levers/:id/pull', summary: 'Pulls a lever, whatever its scope; answers when the run ends, waits or asks.', body: pullBody, answer: runSchema, refusals: { ...missing, 409: 'It is disabled, or still running and set to ignore another pull.' } },
  rehearseLever: { method: 'POST', path: '/api/levers/:id/rehearse', summary: 'What a pull would change now; nothing is changed.', answer: rehearsalSchema, refusals: missing },
  openPlace: { method: 'POST', path: '/api/open', summary: 'Opens a program, a folder or an address without a lever, as the launcher does.', body: openBody, answer: runSchema, refusals: { 422: 'Neither or both of `place` and `programId` were given.' } },
  listRuns: { method: 'GET', path: '/api/runs', summary: 'The ledger, latest first.', query: limitQuery, answer: z.array(runSummarySchema) },
  readRun: { method: 'GET', path: '/api/runs/:id', summary: 'One run, with its steps, trace and changes.', answer: runSchema, refusals: missing },
  answerRun: { method: 'POST', path: '/api/runs/:id/answer', summary: 'Answers the question a run asks.', body: z.object({ choice: z.string().min(1).max(80) }), answer: runSchema, refusals: { ...missing, 409: 'It does not ask, or does not know this choice.' } },
  stopRun: { method: 'POST', path: '/api/runs/:id/stop', summary: 'Ends a run that waits or asks.', answer: runSchema, refusals: { ...missing, 409: 'It has ended already.' } },
  putBackRun: { method: 'POST', path: '/api/runs/:id/put-back', summary: 'Takes back what a run changed; what somebody has altered since is listed and left.', answer: z.object({ run: runSchema, report: putBackReportSchema }), refusals: { ...missing, 409: 'It is still running, or was put back already.' } },
  readBench: { method: 'GET', path: '/api/bench', summary: 'The workstation as it stands.', answer: benchAnswerSchema },
  changeBench: { method: 'POST', path: '/api/bench/changes', summary: 'Alters the workstation by hand: all of the changes, or none.', body: benchChangesBodySchema, answer: z.object({ version: z.number().int() }), refusals: { 409: 'A change cannot be made on the workstation as it stands.' } },
  pressKeys: { method: 'POST', path: '/api/keys', summary: 'Timed key events for the resolver; answers what became of each, with the runs they started.', body: keysBodySchema, answer: z.object({ entries: z.array(keyLogEntrySchema) }) },
  listFrames: { method: 'GET', path: '/api/frames', summary: 'All frames.', answer: z.array(frameSchema) },
  editFrame: { method: 'PATCH', path: '/api/frames/:id', summary: 'Switches a frame on or off.', body: frameBody, answer: frameSchema, refusals: missing },
  listRevisions: { method: 'GET', path: '/api/revisions', summary: 'The history of edits, latest first.', query: z.object({ limit: z.coerce.number().int().min(1).max(500).default(100) }), answer: z.array(revisionSchema) },
  undo: { method: 'POST', path: '/api/undo', summary: 'Takes the last edit back.', answer: historySchema, refusals: { 409: 'There is nothing to undo.' } },
  redo: { method: 'POST', path: '/api/redo', summary: 'Makes the last undone edit again.', answer: historySchema, refusals: { 409: 'There is nothing to redo.' } },
} as const satisfies Record<string, Endpoint>

export type EndpointName = keyof typeof endpoints
export type AnswerOf<K extends EndpointName> = z.infer<(typeof endpoints)[K]['answer']>
export type BodyOf<K extends EndpointName> = (typeof endpoints)[K] extends { body: infer B extends z.ZodType } ? z.input<B> : undefined
