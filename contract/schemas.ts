import { z } from 'zod'
import { writtenBenchSchema, changeSchema, idSchema, programSchema } from '../core/bench'
import {
  frameSchema,
  iconSchema,
  keySettingsSchema,
  leverDraftSchema,
  leverSchema,
  namedValueSchema,
} from '../core/levers'
import { RECORDER_PHASES } from '../core/recorder'
import { decisionSchema, keyEventSchema } from '../core/resolve'
import { recordedChangeSchema, runHeadSchema, runSheetSchema, logEntrySchema } from '../core/run'
import { settingsSchema } from '../core/settings'
import { kitSchema } from '../core/sheets'
import { stepSchema } from '../core/steps'
import { typingEventSchema } from '../core/timing'
import { turnOutcomeSchema } from '../core/turntable'
import { valueSchema } from '../core/values'
import { aboutSchema, checkUpStateSchema } from './checkUpSchemas'
import { noticingStateSchema } from './noticingSchemas'

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
export const runSummarySchema = runHeadSchema
  .pick({
    id: true,
    leverId: true,
    leverName: true,
    plate: true,
    source: true,
    phase: true,
    outcome: true,
    wakeAtMs: true,
    startedAtMs: true,
    endedAtMs: true,
    question: true,
    stepCount: true,
    changeCount: true,
    ignoredCount: true,
    note: true,
    after: true,
    result: true,
  })
  .extend({
    seq: z.number().int().meta({ description: 'Its place in the order of pulls.' }),
    position: z.number().int().meta({ description: 'The row of the sheet that comes next, counted from 0.' }),
    path: z.string().meta({ description: 'The dotted path of the step that comes next, such as `2.steps.0`.' }),
    putBack: z.enum(['no', 'whole', 'partly']),
  })

/** How one step went. */
export const traceEntrySchema = logEntrySchema.omit({ changes: true, goesOn: true }).extend({
  stepIndex: z.number().int().meta({ description: 'The row of the sheet, counted from 0.' }),
})

const namesHere = z
  .record(z.string(), valueSchema)
  .meta({ description: 'What names stand for where it is now; long lists are cut.' })

/** A run with all it did. `steps` is empty, and there is no trace, where that is kept no longer. */
export const runAnswerSchema = runHeadSchema.extend({
  ...runSheetSchema.shape,
  seq: z.number().int(),
  position: z.number().int(),
  path: z.string(),
  trace: z.array(traceEntrySchema),
  names: namesHere,
  changes: z.array(recordedChangeSchema.extend({ stepIndex: z.number().int(), path: z.string() })),
})

/** A run by the rows of its sheet: small however often it went round. */
export const markedRunSchema = runSummarySchema.extend({
  steps: runSheetSchema.shape.steps,
  names: namesHere,
  marks: z.array(
    z.object({
      path: z.string(),
      times: z.number().int(),
      failures: z.number().int(),
      changes: z.number().int(),
      outcome: logEntrySchema.shape.outcome,
      note: z.string(),
    }),
  ),
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

export const benchAnswerSchema = z.object({ version: z.number().int(), state: writtenBenchSchema })

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

export const rehearsalSchema = z.object({
  run: runAnswerSchema,
  changes: z.array(z.string()),
  waitsMs: z.number(),
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

/** A lever as the one who acts on it knows it. */
const leverRefSchema = z.object({ id: idSchema, version: z.number().int().positive() })
const leverRefsSchema = z.array(leverRefSchema).min(1, 'Choose at least one lever.').max(10_000)

/** One act on many levers: all of it, or nothing. */
export const batchBodySchema = z.discriminatedUnion('act', [
  z.object({ act: z.literal('delete'), levers: leverRefsSchema }),
  z.object({ act: z.literal('duplicate'), levers: leverRefsSchema }),
  z.object({ act: z.literal('enable'), levers: leverRefsSchema, enabled: z.boolean() }),
  z.object({ act: z.literal('move'), levers: leverRefsSchema, frameId: idSchema }),
  /** `{name}` and `{plate}` stand for the lever's own; `{n}` counts from 1. */
  z.object({
    act: z.literal('rename'),
    levers: leverRefsSchema,
    template: z.string().trim().min(1, 'Say what they shall be called.').max(200),
  }),
  /** Numbers in a row from `from` on, in the order given; who has one of them gets a number that became free. */
  z.object({ act: z.literal('renumber'), levers: leverRefsSchema, from: z.number().int().min(1).max(99_999) }),
  /** In all texts of their steps, and nowhere else. */
  z.object({
    act: z.literal('replace'),
    levers: leverRefsSchema,
    find: z.string().min(1, 'Say what shall be found.').max(2000),
    by: z.string().max(2000),
    isExact: z.boolean().default(false).meta({ description: 'Capitals count.' }),
  }),
])

/** Rows of the variants table; cells by the id of their column. */
export const variantsBodySchema = z.object({
  version: z.number().int().positive(),
  rows: z
    .array(
      z.object({
        name: z.string().max(4096),
        chord: z.string().max(80).default(''),
        icon: iconSchema.nullish(),
        cells: z.record(z.string().max(8192), z.string().max(4096)),
      }),
    )
    .min(1, 'Add a row for each variant.')
    .max(200),
})

/** A part of a variant that shall follow its pattern again: a field, or one argument. */
export const followBodySchema = z.object({
  version: z.number().int().positive(),
  field: z.string().max(80).optional(),
  arg: z.object({ stepId: idSchema, key: z.string().max(8192) }).optional(),
})

/** An uploaded icon: the bytes of an SVG or PNG file, in base64. */
export const uploadBodySchema = z.object({
  name: z.string().max(200),
  base64: z.base64().max(400_000, 'An icon has at most 256 KiB.'),
})

/** What is larger than a Desktop Entry may be is told file by file, not here. */
const MOST_BASE64 = 24 * 1024 * 1024
const entryFilesSchema = z
  .array(z.object({ name: z.string().min(1).max(400), base64: z.base64().max(MOST_BASE64) }))
  .min(1, 'Choose at least one file.')
  .max(1000, 'At most 1,000 files at once.')

export const importBodySchema = z.object({
  files: entryFilesSchema,
  frameId: idSchema,
  locale: z.string().max(40).default('en'),
  desktop: z.string().max(60).default(''),
  /** Names of files that would be skipped and shall be taken all the same. */
  forced: z.array(z.string().max(400)).max(1000).default([]),
})

export const importItemSchema = z.object({
  file: z.string(),
  fate: z.enum(['create', 'change', 'same', 'skip', 'fault']),
  name: z.string(),
  reasons: z.array(z.string()).readonly(),
  canForce: z.boolean(),
  program: programSchema.optional(),
  levers: z
    .array(
      z.object({ fate: z.enum(['create', 'change', 'same']), leverId: z.string().optional(), draft: leverDraftSchema }),
    )
    .readonly(),
})

export const exportBodySchema = z.object({
  leverIds: z.array(idSchema).min(1, 'Choose at least one lever.').max(10_000),
})
export const exportAnswerSchema = z.object({
  files: z.array(z.object({ name: z.string(), text: z.string(), leverIds: z.array(z.string()).readonly() })).readonly(),
  /** What the files leave out of a lever, by a code, in a sentence. */
  unsaid: z.array(z.object({ leverId: z.string(), code: z.string(), because: z.string() })).readonly(),
  skipped: z.array(z.object({ leverId: z.string(), because: z.string() })).readonly(),
})

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
export type RunSummary = z.infer<typeof runSummarySchema>
export type RunAnswer = z.infer<typeof runAnswerSchema>
export type MarkedRun = z.infer<typeof markedRunSchema>
export type TurnEvent = z.infer<typeof turnEventSchema>
export type KeyLogEntry = z.infer<typeof keyLogEntrySchema>
export type StateAnswer = z.infer<typeof stateAnswerSchema>
export type RehearsalAnswer = z.infer<typeof rehearsalSchema>
export type Act = z.infer<typeof actSchema>
export type FrameFolderSummary = z.infer<typeof frameFolderSchema>
export type LiveEvent = z.infer<typeof liveEventSchema>
export type BatchBody = z.infer<typeof batchBodySchema>
export type VariantsBody = z.infer<typeof variantsBodySchema>
export type FollowBody = z.infer<typeof followBodySchema>
export type ImportBody = z.infer<typeof importBodySchema>
export type ImportItem = z.infer<typeof importItemSchema>
export type ExportAnswer = z.infer<typeof exportAnswerSchema>
