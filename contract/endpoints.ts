import { z } from 'zod'
import { deviceSchema, idSchema, programSchema } from '../core/bench'
import { conditionSchema } from '../core/conditions'
import {
  frameSchema,
  keyRuleSchema,
  keySettingsSchema,
  leverDraftSchema,
  leverPatchSchema,
  leverSchema,
  namedValueSchema,
} from '../core/levers'
import { putBackReportSchema, RUN_SOURCES } from '../core/run'
import { settingsSchema } from '../core/settings'
import {
  batchBodySchema,
  benchAnswerSchema,
  benchChangesBodySchema,
  exportAnswerSchema,
  exportBodySchema,
  followBodySchema,
  historySchema,
  importBodySchema,
  importItemSchema,
  keyLogEntrySchema,
  keysBodySchema,
  recordingBodySchema,
  recordingSchema,
  rehearsalSchema,
  revisionSchema,
  runAnswerSchema,
  runSummarySchema,
  stateAnswerSchema,
  uploadBodySchema,
  variantsBodySchema,
} from './schemas'

/** One route of the HTTP API, as data: the routes validate by it and the documentation is made from it. */
export interface Endpoint {
  readonly method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE'
  /** With `:name` for parameters. */
  readonly path: string
  readonly summary: string
  readonly query?: z.ZodObject
  readonly body?: z.ZodType
  readonly answer: z.ZodType
  /** The largest body it takes, in bytes; 1 MiB when absent. */
  readonly mostBytes?: number
  /** Status of success; 200 when absent. */
  readonly status?: number
  /** Refusals it has besides 400, 403, 413, 415 and 500, by status. */
  readonly refusals?: Readonly<Record<number, string>>
}

const missing = { 404: 'There is no such thing; it may have been deleted.' }
const stale = { 409: 'Somebody else has edited it since: `version` is not the current one. Nothing was overwritten.' }
const leverPatchBody = leverPatchSchema.extend({
  version: z.number().int().positive().meta({ description: 'The version the edit was made from.' }),
})
/** Without one, whatever stands is altered; a tab always says what it was shown. */
const fromVersion = z.number().int().positive().optional().meta({ description: 'The version the edit was made from.' })
const frameBody = z.object({
  version: fromVersion,
  on: z.boolean().optional(),
  name: z.string().trim().min(1, 'Give the frame a name.').max(60).optional(),
  condition: conditionSchema.nullable().optional(),
  rules: z.array(keyRuleSchema).max(200).optional(),
})
const newFrameBody = z.object({ name: z.string().trim().min(1, 'Give the frame a name.').max(60) })
const valueBody = namedValueSchema.omit({ id: true, version: true })
const unusable = { 422: 'It names a program, frame or value that does not exist, or cannot be used as it is.' }
const importBytes = 24 * 1024 * 1024
const pullBody = z.object({ source: z.enum(RUN_SOURCES).default('api') })
const openBody = z.object({
  place: z.string().min(1).max(4096).optional(),
  programId: idSchema.optional(),
  source: z.enum(['launcher', 'button', 'api']).default('api'),
})
const limitQuery = z.object({
  limit: z.coerce.number().int().min(1).max(1000).default(100),
  before: z.coerce
    .number()
    .int()
    .positive()
    .max(Number.MAX_SAFE_INTEGER)
    .optional()
    .meta({ description: 'Goes on after the run of this `seq`.' }),
})

export const endpoints = {
  state: {
    method: 'GET',
    path: '/api/state',
    summary:
      'What an open tab begins with, beside `/api/levers` and `/api/bench`: frames, values, settings, the newest runs and keys.',
    answer: stateAnswerSchema,
  },
  events: {
    method: 'GET',
    path: '/api/events',
    summary: 'Live events (server-sent events). `after` or `Last-Event-ID` continues where a tab left off.',
    query: z.object({ after: z.string().optional() }),
    answer: z.string().meta({ description: 'A `text/event-stream`; each `data` is one live event as JSON.' }),
  },
  health: {
    method: 'GET',
    path: '/api/health',
    summary: 'Whether the server answers and the store is open.',
    answer: z.object({ ok: z.literal(true), store: z.string(), benchVersion: z.number().int() }),
  },
  listLevers: {
    method: 'GET',
    path: '/api/levers',
    summary: 'All levers, by their number.',
    answer: z.array(leverSchema),
  },
  createLever: {
    method: 'POST',
    path: '/api/levers',
    summary: 'A new lever; its number and id are given by the store.',
    body: leverDraftSchema,
    answer: leverSchema,
    status: 201,
    refusals: { 422: 'It names a program, frame or folder that does not exist.' },
  },
  readLever: { method: 'GET', path: '/api/levers/:id', summary: 'One lever.', answer: leverSchema, refusals: missing },
  editLever: {
    method: 'PATCH',
    path: '/api/levers/:id',
    summary: 'Alters what the body names.',
    body: leverPatchBody,
    answer: leverSchema,
    refusals: { ...missing, ...stale, 422: 'It names a program, frame or folder that does not exist.' },
  },
  deleteLever: {
    method: 'DELETE',
    path: '/api/levers/:id',
    summary: 'Deletes a lever; undo brings it back under the same id.',
    answer: historySchema,
    refusals: missing,
  },
  pullLever: {
    method: 'POST',
    path: '/api/levers/:id/pull',
    summary: 'Pulls a lever, whatever its scope; answers when the run ends, waits or asks.',
    body: pullBody,
    answer: runAnswerSchema,
    refusals: {
      ...missing,
      409: 'It is disabled, its interlock refuses, or it is still running and set to ignore another pull.',
    },
  },
  rehearseLever: {
    method: 'POST',
    path: '/api/levers/:id/rehearse',
    summary: 'What a pull would change now; nothing is changed.',
    answer: rehearsalSchema,
    refusals: missing,
  },
  openPlace: {
    method: 'POST',
    path: '/api/open',
    summary: 'Opens a program, a folder or an address without a lever, as the launcher does.',
    body: openBody,
    answer: runAnswerSchema,
    refusals: { 422: 'Neither or both of `place` and `programId` were given.' },
  },
  listRuns: {
    method: 'GET',
    path: '/api/runs',
    summary: 'The ledger, latest first.',
    query: limitQuery,
    answer: z.array(runSummarySchema),
  },
  readRun: {
    method: 'GET',
    path: '/api/runs/:id',
    summary: 'One run, with its steps, trace and changes.',
    answer: runAnswerSchema,
    refusals: missing,
  },
  answerRun: {
    method: 'POST',
    path: '/api/runs/:id/answer',
    summary: 'Answers the question a run asks.',
    body: z.object({
      choice: z.string().min(1).max(80),
      questionId: z
        .string()
        .max(80)
        .optional()
        .meta({ description: 'The `id` of the question; by default the one that stands when the request comes in.' }),
    }),
    answer: runAnswerSchema,
    refusals: { ...missing, 409: 'It does not ask, or does not know this choice.' },
  },
  stopRun: {
    method: 'POST',
    path: '/api/runs/:id/stop',
    summary: 'Ends a run that waits or asks.',
    answer: runAnswerSchema,
    refusals: { ...missing, 409: 'It has ended already.' },
  },
  forwardRun: {
    method: 'POST',
    path: '/api/runs/:id/forward',
    summary: 'Ends the wait of a run now, as if its time had come.',
    answer: runAnswerSchema,
    refusals: { ...missing, 409: 'It does not wait.' },
  },
  putBackRun: {
    method: 'POST',
    path: '/api/runs/:id/put-back',
    summary: 'Takes back what a run changed; what somebody has altered since is listed and left.',
    answer: z.object({ run: runAnswerSchema, report: putBackReportSchema }),
    refusals: { ...missing, 409: 'It is still running, or was put back already.' },
  },
  stopEverything: {
    method: 'POST',
    path: '/api/stop',
    summary: 'Ends every run that has not ended, and lets go of every key that is held.',
    answer: z.object({ stopped: z.number().int() }),
  },
  readBench: { method: 'GET', path: '/api/bench', summary: 'The workstation as it stands.', answer: benchAnswerSchema },
  changeBench: {
    method: 'POST',
    path: '/api/bench/changes',
    summary: 'Alters the workstation by hand: all of the changes, or none.',
    body: benchChangesBodySchema,
    answer: z.object({ version: z.number().int() }),
    refusals: { 409: 'A change cannot be made on the workstation as it stands.' },
  },
  pressKeys: {
    method: 'POST',
    path: '/api/keys',
    summary: 'Timed key events for the resolver; answers what became of each, with the runs they started.',
    body: keysBodySchema,
    answer: z.object({ entries: z.array(keyLogEntrySchema) }),
  },
  listFrames: { method: 'GET', path: '/api/frames', summary: 'All frames.', answer: z.array(frameSchema) },
  editFrame: {
    method: 'PATCH',
    path: '/api/frames/:id',
    summary: 'Switches a frame on or off, names it otherwise, or sets its condition and its rules for keys.',
    body: frameBody,
    answer: frameSchema,
    refusals: missing,
  },
  editKeySettings: {
    method: 'PUT',
    path: '/api/key-settings',
    summary: 'The keyboard at hand and the timing of keys; in force at the next key.',
    body: keySettingsSchema.extend({ version: fromVersion }),
    answer: keySettingsSchema,
  },
  editSettings: {
    method: 'PUT',
    path: '/api/settings',
    summary: 'What holds for the whole product: theme, and how long what has happened is kept.',
    body: settingsSchema.extend({ version: fromVersion }),
    answer: settingsSchema,
    refusals: stale,
  },
  listRecordings: {
    method: 'GET',
    path: '/api/recordings',
    summary: 'Recorded typing: times and key codes only.',
    answer: z.array(recordingSchema),
  },
  createRecording: {
    method: 'POST',
    path: '/api/recordings',
    summary: 'Stores recorded typing.',
    body: recordingBodySchema,
    mostBytes: 4 * 1024 * 1024,
    answer: recordingSchema,
    status: 201,
  },
  deleteRecording: {
    method: 'DELETE',
    path: '/api/recordings/:id',
    summary: 'Deletes recorded typing for good.',
    answer: z.object({ ok: z.literal(true) }),
    refusals: missing,
  },
  createFrame: {
    method: 'POST',
    path: '/api/frames',
    summary: 'A new frame, switched on, behind the others.',
    body: newFrameBody,
    answer: frameSchema,
    status: 201,
  },
  deleteFrame: {
    method: 'DELETE',
    path: '/api/frames/:id',
    summary: 'Deletes a frame that has no levers.',
    answer: historySchema,
    refusals: { ...missing, 409: 'It still has levers.' },
  },
  batchLevers: {
    method: 'POST',
    path: '/api/levers/batch',
    summary: 'One act on many levers, as one edit: all of it, or nothing.',
    body: batchBodySchema,
    answer: z.object({ levers: z.array(leverSchema), history: historySchema }),
    refusals: { ...missing, ...stale, ...unusable },
  },
  createVariants: {
    method: 'POST',
    path: '/api/levers/:id/variants',
    summary:
      'Makes a variant of a lever for each row, as one edit. They follow the lever in all that is not their own.',
    body: variantsBodySchema,
    answer: z.array(leverSchema),
    status: 201,
    refusals: { ...missing, ...stale, ...unusable },
  },
  followPattern: {
    method: 'POST',
    path: '/api/levers/:id/follow',
    summary: 'Lets a part of a variant follow its pattern again.',
    body: followBodySchema,
    answer: leverSchema,
    refusals: { ...missing, ...stale },
  },
  listValues: { method: 'GET', path: '/api/values', summary: 'All named values.', answer: z.array(namedValueSchema) },
  createValue: {
    method: 'POST',
    path: '/api/values',
    summary: 'A new named value, of one frame or of all (`frameId` null).',
    body: valueBody,
    answer: namedValueSchema,
    status: 201,
    refusals: unusable,
  },
  editValue: {
    method: 'PATCH',
    path: '/api/values/:id',
    summary: 'Alters a named value. A new name is written into everything that uses it.',
    body: valueBody.partial().extend({ version: z.number().int().positive() }),
    answer: namedValueSchema,
    refusals: { ...missing, ...stale, ...unusable },
  },
  deleteValue: {
    method: 'DELETE',
    path: '/api/values/:id',
    summary: 'Deletes a named value; what uses it says so from then on.',
    answer: historySchema,
    refusals: missing,
  },
  putProgram: {
    method: 'PUT',
    path: '/api/programs/:id',
    summary: 'Describes a program, one of the bench or a new one; an edit that can be undone.',
    body: programSchema,
    answer: programSchema,
    refusals: { 409: 'It cannot be set up on the bench as it stands.' },
  },
  deleteProgram: {
    method: 'DELETE',
    path: '/api/programs/:id',
    summary: 'Takes a described or imported program off the bench.',
    answer: historySchema,
    refusals: { ...missing, 409: 'It still has windows open, or levers use it.' },
  },
  putDevice: {
    method: 'PUT',
    path: '/api/devices/:id',
    summary: 'Describes a device with its controls, one of the bench or a new one; an edit that can be undone.',
    body: deviceSchema,
    answer: deviceSchema,
  },
  deleteDevice: {
    method: 'DELETE',
    path: '/api/devices/:id',
    summary: 'Takes a device off the bench.',
    answer: historySchema,
    refusals: { ...missing, 409: 'Levers or frames use it.' },
  },
  findIcons: {
    method: 'GET',
    path: '/api/icons',
    summary: 'Icons of the shipped set by words of their names, with the drawing of each (the inside of a 24x24 SVG).',
    query: z.object({
      query: z.string().max(80).default(''),
      limit: z.coerce.number().int().min(1).max(200).default(72),
    }),
    answer: z.object({ icons: z.array(z.object({ name: z.string(), body: z.string() })), total: z.number().int() }),
  },
  readSetIcon: {
    method: 'GET',
    path: '/api/icons/set/:id',
    summary: 'One icon of the shipped set, as an SVG file.',
    answer: z.string().meta({ description: 'An `image/svg+xml`.' }),
    refusals: missing,
  },
  uploadIcon: {
    method: 'POST',
    path: '/api/icons/uploads',
    summary: 'Stores an SVG or PNG icon. What could run or reach outside is taken out, or the file is refused.',
    body: uploadBodySchema,
    answer: z.object({ id: z.string(), type: z.string(), removed: z.array(z.string()) }),
    status: 201,
    refusals: { 422: 'It is no SVG or PNG, too large, or not safe to show.' },
  },
  readUploadedIcon: {
    method: 'GET',
    path: '/api/icons/uploads/:id',
    summary: 'An uploaded icon, as its file.',
    answer: z.string().meta({ description: 'An `image/svg+xml` or `image/png`.' }),
    refusals: missing,
  },
  previewImport: {
    method: 'POST',
    path: '/api/exchange/preview',
    summary: 'What importing Desktop Entry files would create, change and skip, and why. Nothing is altered.',
    body: importBodySchema,
    mostBytes: importBytes,
    answer: z.array(importItemSchema),
    refusals: unusable,
  },
  importEntries: {
    method: 'POST',
    path: '/api/exchange/import',
    summary: 'Imports Desktop Entry files as programs and levers, as one edit: all that the preview shows, or nothing.',
    body: importBodySchema,
    mostBytes: importBytes,
    answer: z.object({ items: z.array(importItemSchema), history: historySchema }),
    refusals: { ...unusable, 409: 'A program cannot be set up on the bench as it stands.' },
  },
  exportEntries: {
    method: 'POST',
    path: '/api/exchange/export',
    summary: 'Levers as Desktop Entry files, and those that none can say, with the reason.',
    body: exportBodySchema,
    answer: exportAnswerSchema,
    refusals: missing,
  },
  listRevisions: {
    method: 'GET',
    path: '/api/revisions',
    summary: 'The history of edits, latest first.',
    query: z.object({ limit: z.coerce.number().int().min(1).max(500).default(100) }),
    answer: z.array(revisionSchema),
  },
  undo: {
    method: 'POST',
    path: '/api/undo',
    summary: 'Takes the last edit back.',
    answer: historySchema,
    refusals: { 409: 'There is nothing to undo.' },
  },
  redo: {
    method: 'POST',
    path: '/api/redo',
    summary: 'Makes the last undone edit again.',
    answer: historySchema,
    refusals: { 409: 'There is nothing to redo.' },
  },
} as const satisfies Record<string, Endpoint>

export type EndpointName = keyof typeof endpoints
export type AnswerOf<K extends EndpointName> = z.infer<(typeof endpoints)[K]['answer']>
export type BodyOf<K extends EndpointName> = (typeof endpoints)[K] extends { body: infer B extends z.ZodType }
  ? z.input<B>
  : undefined
