import { z } from 'zod'
import { writtenBenchSchema, changeSchema, idSchema } from '../core/bench'
import { frameSchema, keySettingsSchema, leverSchema, namedValueSchema } from '../core/levers'
import { RECORDER_PHASES } from '../core/recorder'
import { decisionSchema, keyEventSchema } from '../core/resolve'
import { settingsSchema } from '../core/settings'
import { kitSchema } from '../core/sheets'
import { stepSchema } from '../core/steps'
import { typingEventSchema } from '../core/timing'
import { turnOutcomeSchema } from '../core/turntable'
import { aboutSchema, checkUpStateSchema } from './checkUpSchemas'
import { noticingStateSchema } from './noticingSchemas'
import { runSummarySchema } from './runSchemas'

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

const recorderSummary = {
  phase: z.enum(RECORDER_PHASES),
  /** So many steps stand there. */
  count: z.number().int(),
}

/** A key event and what became of it. */
export const keyLogEntrySchema = z.object({
  id: z.number().int(),
  atMs: z.number(),
  decision: decisionSchema,
  runId: z.string().nullable(),
  refusal: z
    .string()
    .nullable()
    .meta({ description: 'Why a lever was not pulled, or what the program in front could not do.' }),
  turn: turnOutcomeSchema
    .nullish()
    .meta({ description: 'What a turntable that the key opened came to; null while it is open.' }),
})

export const benchAnswerSchema = z.object({
  version: z.number().int(),
  state: writtenBenchSchema,
  /** Files that nothing shows are not among these; all of them are to be asked for. */
  isPartial: z.literal(true).optional(),
})

/**
 * What a tab needs to begin with, beside the levers and the bench, which it asks for afterwards; live events continue
 * from `sequence`.
 */
const sidesText = z.string().optional()
/** The watched folder, and how each of its files stands to its frame. */
export const frameFolderSchema = z.object({
  folder: z.string(),
  isThere: z.boolean(),
  files: z.array(
    z.object({
      file: z.string(),
      phase: z.enum(['in-step', 'apart', 'wrong', 'unreadable', 'unwritten', 'refused', 'gone', 'left', 'other']),
      message: z.string().optional(),
      frameId: z.string().optional(),
      frame: z.string().optional(),
      issues: z.array(z.object({ line: z.number().int(), column: z.number().int(), message: z.string() })),
      /** Parts that file and store contradict each other in, as each of them says it. */
      apart: z.array(
        z.object({
          kind: z.enum(['frame', 'value', 'lever']),
          key: z.string(),
          name: z.string(),
          inFile: sidesText,
          inStore: sidesText,
        }),
      ),
      last: z.object({ atMs: z.number(), by: z.enum(['file', 'store']), says: z.string() }).optional(),
    }),
  ),
})

export const stateAnswerSchema = z.object({
  sequence: z.string(),
  frames: z.array(frameSchema),
  values: z.array(namedValueSchema),
  kits: z.array(kitSchema),
  keySettings: keySettingsSchema,
  keyVersion: z.number().int(),
  settings: settingsSchema,
  settingsVersion: z.number().int(),
  /** What could not be read when the store was opened. */
  setAside: z.array(z.object({ origin: z.string(), key: z.string(), because: z.string() })),
  history: historySchema,
  runs: z.array(runSummarySchema),
  keys: z.array(keyLogEntrySchema),
  recorder: z.object(recorderSummary),
  /** Null where no folder is watched. */
  frameFolder: frameFolderSchema.nullable(),
  checkUp: checkUpStateSchema,
  noticing: noticingStateSchema,
})

/** What came of a turntable that a key of this keyboard has opened. */
const turnEventSchema = z.object({
  kind: z.literal('turn'),
  leverId: idSchema,
  atMs: z.number().nonnegative(),
  outcome: turnOutcomeSchema,
})

export const keysBodySchema = z.object({
  /** Which keyboard the events come from, such as one tab of a browser; each has its own held keys. */
  source: idSchema,
  events: z
    .array(z.union([keyEventSchema, turnEventSchema]))
    .min(1)
    .max(500),
  keepsTime: z.boolean().optional().meta({
    description:
      'The sender sends a tick itself when a time is over, so that a key that is late on its way counts by its own time.',
  }),
})

/** One thing done by hand on the bench, as the step a lever would do. */
export const actSchema = z.object({
  seq: z.number().int(),
  atMs: z.number(),
  step: stepSchema,
  sentence: z.string(),
  programId: z.string().nullable().meta({ description: 'The program that was in front.' }),
})

export const benchChangesBodySchema = z.object({ changes: z.array(changeSchema).min(1).max(200) })

export const recordingSchema = z.object({
  id: z.string(),
  name: z.string(),
  atMs: z.number(),
  events: z.array(typingEventSchema),
})
export const recordingBodySchema = z.object({
  name: z.string().trim().min(1, 'Give the recording a name.').max(80),
  events: z.array(typingEventSchema).min(20, 'Type at least ten keys.').max(20_000),
})

const deltaOf = <S extends z.ZodType>(thing: S) => z.object({ changed: z.array(thing), removed: z.array(z.string()) })

/** What is sent to every open tab, in order, each once. */
export const liveEventSchema = z.discriminatedUnion('type', [
  z.object({ type: z.literal('bench'), version: z.number().int(), changes: z.array(changeSchema) }),
  /** An edit, and nothing but what it altered. */
  z.object({
    type: z.literal('edit'),
    levers: deltaOf(leverSchema),
    frames: deltaOf(frameSchema),
    values: deltaOf(namedValueSchema),
    kits: deltaOf(kitSchema),
    keys: z.object({ version: z.number().int(), body: keySettingsSchema }).optional(),
    settings: z.object({ version: z.number().int(), body: settingsSchema }).optional(),
    history: historySchema,
  }),
  z.object({ type: z.literal('run'), run: runSummarySchema }),
  z.object({ type: z.literal('key'), entry: keyLogEntrySchema }),
  z.object({ type: z.literal('recorder'), ...recorderSummary }),
  z.object({ type: z.literal('frame-folder'), folder: frameFolderSchema }),
  /** How the check-up stands, and faults that have come since the last time. */
  z.object({
    type: z.literal('check-up'),
    state: checkUpStateSchema,
    news: z.object({ count: z.number().int(), first: z.array(z.object({ about: aboutSchema, message: z.string() })) }),
  }),
  z.object({ type: z.literal('noticing'), state: noticingStateSchema }),
  /** The tab was away too long: it must ask for the whole state again. */
  z.object({ type: z.literal('reset') }),
])

export type ApiIssue = z.infer<typeof issueSchema>
export type History = z.infer<typeof historySchema>
export type Revision = z.infer<typeof revisionSchema>
export type TurnEvent = z.infer<typeof turnEventSchema>
export type KeyLogEntry = z.infer<typeof keyLogEntrySchema>
export type StateAnswer = z.infer<typeof stateAnswerSchema>
export type Act = z.infer<typeof actSchema>
export type FrameFolderSummary = z.infer<typeof frameFolderSchema>
export type LiveEvent = z.infer<typeof liveEventSchema>
