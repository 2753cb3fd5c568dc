import { z } from 'zod'
import { benchStateSchema, changeSchema, idSchema } from '../core/bench'
import { frameSchema, leverSchema } from '../core/levers'
import { decisionSchema, keyEventSchema } from '../core/resolve'
import { questionSchema, runSchema } from '../core/run'

/** What is wrong, where (a dotted path into the body), and what to do next. */
export const issueSchema = z.object({ code: z.string(), path: z.string(), message: z.string() })
export const refusalSchema = z.object({ issues: z.array(issueSchema).min(1) })

/** One user's act on the levers, as the undo history shows it. */
export const historySchema = z.object({
  undo: z.string().nullable().meta({ description: 'What undo would take back, in words.' }),
  redo: z.string().nullable(),
})

export const revisionSchema = z.object({
  id: z.number().int(),
  atMs: z.number(),
  label: z.string(),
  state: z.enum(['applied', 'undone', 'superseded']),
})

/** A run without its steps, trace and changes: a line of the ledger. */
export const runSummarySchema = runSchema
  .pick({ id: true, leverId: true, leverName: true, plate: true, source: true, phase: true, outcome: true, position: true, wakeAtMs: true, startedAtMs: true, endedAtMs: true })
  .extend({
    question: questionSchema.nullable(),
    stepCount: z.number().int(),
    changeCount: z.number().int(),
    ignoredCount: z.number().int().meta({ description: 'Arguments that programs ignored.' }),
    note: z.string().meta({ description: 'What the last step that went said of itself.' }),
    putBack: z.enum(['no', 'whole', 'partly']),
  })

/** A key event and what became of it. */
export const keyLogEntrySchema = z.object({
  id: z.number().int(),
  atMs: z.number(),
  decision: decisionSchema,
  runId: z.string().nullable(),
  refusal: z.string().nullable().meta({ description: 'Why a lever that was found was not pulled.' }),
})

export const benchAnswerSchema = z.object({ version: z.number().int(), state: benchStateSchema })

/** Everything a tab needs to begin with; live events continue from `sequence`. */
export const stateAnswerSchema = z.object({
  sequence: z.string(),
  bench: benchAnswerSchema,
  levers: z.array(leverSchema),
  frames: z.array(frameSchema),
  history: historySchema,
  runs: z.array(runSummarySchema),
  keys: z.array(keyLogEntrySchema),
})

export const rehearsalSchema = z.object({
  run: runSchema,
  changes: z.array(z.string()),
  waitsMs: z.number(),
})

export const keysBodySchema = z.object({
  /** Which keyboard the events come from, such as one tab of a browser; each has its own held keys. */
  source: idSchema,
  events: z.array(keyEventSchema).min(1).max(500),
})

export const benchChangesBodySchema = z.object({ changes: z.array(changeSchema).min(1).max(200) })

/** What is sent to every open tab, in order, each once. */
export const liveEventSchema = z.discriminatedUnion('type', [
  z.object({ type: z.literal('bench'), version: z.number().int(), changes: z.array(changeSchema) }),
  z.object({ type: z.literal('levers'), changed: z.array(leverSchema), removed: z.array(z.string()), frames: z.array(frameSchema), history: historySchema }),
  z.object({ type: z.literal('run'), run: runSummarySchema }),
  z.object({ type: z.literal('key'), entry: keyLogEntrySchema }),
  /** The tab was away too long: it must ask for the whole state again. */
  z.object({ type: z.literal('reset') }),
])

export type ApiIssue = z.infer<typeof issueSchema>
export type History = z.infer<typeof historySchema>
export type Revision = z.infer<typeof revisionSchema>
export type RunSummary = z.infer<typeof runSummarySchema>
export type KeyLogEntry = z.infer<typeof keyLogEntrySchema>
export type StateAnswer = z.infer<typeof stateAnswerSchema>
export type RehearsalAnswer = z.infer<typeof rehearsalSchema>
export type LiveEvent = z.infer<typeof liveEventSchema>
