import { z } from 'zod'
import { changeSchema, footprintSchema, idSchema } from '../bench'
import { valueTableSchema } from '../command'
import { conditionSchema } from '../conditions'
import { interlockSchema, leverInputSchema } from '../levers'
import { progressSchema, questionSchema, stepSchema } from '../steps'
import { valueSchema } from '../values'

const ignoredSchema = z.object({ text: z.string(), because: z.string() })

/** What a program took of its arguments, and what it ignored and why. */
export const takingSchema = z.object({ taken: z.array(z.string()), ignored: z.array(ignoredSchema) })

/** A program as it was started; program first. */
export const startedSchema = z.object({
  argv: z.array(z.string()),
  folder: z.string().optional(),
  environment: z.record(z.string(), z.string()).optional(),
})

/** A change a run made, with what takes it back and what it left behind. */
export const recordedChangeSchema = z.object({
  change: changeSchema,
  inverse: changeSchema,
  left: footprintSchema.optional(),
  sentence: z.string(),
})

/**
 * One entry of the log of a run: a step that was done, failed, waits or asks, or a block that chose its way. The log is
 * only ever appended to; an entry that `goesOn` stands for the one before it, which had not come to its end.
 */
export const logEntrySchema = z.object({
  /** The dotted path of the step in the sheet: `2`, `2.branches.0.steps.1`, `2.alternative`. */
  path: z.string(),
  sentence: z.string(),
  outcome: z.enum(['done', 'failed', 'waiting', 'asking']),
  note: z.string(),
  startedAtMs: z.number(),
  endedAtMs: z.number().nullable(),
  goesOn: z.boolean().optional(),
  taking: takingSchema.optional(),
  started: z.array(startedSchema).optional(),
  issueCode: z.string().optional(),
  /** The first way failed, for this reason, and the step took its second. */
  firstWay: z.string().optional(),
  /** What the step gave back. */
  value: valueSchema.optional(),
  changes: z.array(recordedChangeSchema),
})

/** What names stand for, lists and records too. */
const scopeSchema = z.record(z.string(), valueSchema)
const place = {
  /** The step that comes next, or is under way. */
  index: z.number().int().nonnegative(),
  /** How often that step was tried again. */
  tries: z.number().int().positive().optional(),
  /** Names that steps of this list gave to values: the entry of the log that has the value. */
  named: z.record(z.string(), z.number().int().nonnegative()).optional(),
}

/** One level of a run's way through its sheet, the sheet itself first. */
export const levelSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('sheet'), ...place }),
  /** A list of the block that is the step at hand one level up. */
  z.object({
    kind: z.literal('block'),
    list: z.string(),
    ...place,
    /** Names that stand for something inside the list only. */
    values: scopeSchema.optional(),
    /** What the block wants to know again at the end of the list. */
    state: valueSchema.optional(),
    /** The entry of the log that has what the block kept at its beginning. */
    keptAt: z.number().int().nonnegative().optional(),
  }),
  /** The steps of the lever that the step at hand one level up has pulled, and what it was given. */
  z.object({ kind: z.literal('lever'), leverId: z.string(), ...place, values: scopeSchema }),
  /** The second way of the step at hand one level up, whose first one failed. */
  z.object({ kind: z.literal('second-way'), because: z.string(), ...place }),
  /** Steps that the script at hand one level up wants done. */
  z.object({ kind: z.literal('made'), steps: z.array(stepSchema), ...place }),
])

export const putBackReportSchema = z.object({
  atMs: z.number(),
  /** What was taken back, last change first. */
  undone: z.array(z.string()),
  /** What somebody has altered since, and was left as it is now. */
  left: z.array(z.object({ sentence: z.string(), left: z.string(), now: z.string() })),
  /** What was no longer there to take back. */
  gone: z.array(z.string()),
})

export const RUN_SOURCES = ['key', 'launcher', 'button', 'tile', 'lamp', 'event', 'time', 'api', 'trial'] as const

/** A list of the way and some of its rows: only those are done. */
const partSchema = z.object({ depth: z.number().int().positive(), indexes: z.array(z.number().int().nonnegative()) })

/** Where a run stands, small however long it went on: all but its sheet and its log. */
export const runHeadSchema = z.object({
  id: idSchema,
  leverId: idSchema,
  leverName: z.string(),
  plate: z.number().int(),
  source: z.enum(RUN_SOURCES),
  phase: z.enum(['ready', 'paused', 'waiting', 'asking', 'fetching', 'ended']),
  outcome: z.enum(['none', 'done', 'failed', 'stopped']),
  /** Where it is: the sheet, and the blocks that are open in it. */
  stack: z.array(levelSchema).min(1),
  wakeAtMs: z.number().nullable(),
  /** How long the wait is; after a restart it takes no longer, whatever the clock says. */
  waitMs: z.number().optional(),
  question: questionSchema.nullable(),
  /** It begins when this run has ended. */
  after: idSchema.optional(),
  /** Only so much of the sheet is tried. */
  part: partSchema.optional(),
  /** It pauses before each step. */
  isSlow: z.boolean().optional(),
  /** Steps before which it pauses, by their paths. */
  pauses: z.array(z.string()).optional(),
  /** The roads of turntables that were taken before it began, in order; what is used is taken off. */
  roads: z.array(z.string().max(20)).max(10).optional(),
  /** What it gave back. */
  result: valueSchema.optional(),
  /** Asked before the first step, because the interlock does not hold. */
  isGated: z.boolean().optional(),
  /** How far the step at hand has come. */
  progress: progressSchema.optional(),
  /** What it waits for; it goes on as soon as that holds. */
  watch: conditionSchema.optional(),
  /** The wait is over, as somebody said so. */
  hurried: z.boolean().optional(),
  /** How many more steps it may do. */
  budget: z.number().int(),
  stepCount: z.number().int(),
  entryCount: z.number().int(),
  changeCount: z.number().int(),
  ignoredCount: z.number().int(),
  failedCount: z.number().int(),
  /** What the last step that went said of itself. */
  note: z.string(),
  startedAtMs: z.number(),
  endedAtMs: z.number().nullable(),
  putBack: putBackReportSchema.nullable(),
})

/** A lever that a run may pull, as it was when the run began. */
export const calledLeverSchema = z.object({
  name: z.string(),
  plate: z.number().int(),
  enabled: z.boolean(),
  steps: z.array(stepSchema),
  values: valueTableSchema,
  inputs: z.array(leverInputSchema).optional(),
  interlock: interlockSchema.optional(),
})

/** What a run does and with what; it stays as it was when the lever was pulled. */
export const runSheetSchema = z.object({
  steps: z.array(stepSchema),
  /** What the lever was given. */
  inputs: scopeSchema.optional(),
  /** Every lever that its steps can come to, by id. */
  levers: z.record(z.string(), calledLeverSchema).optional(),
  /** Named values as they were when it was pulled; later edits do not reach it. */
  values: valueTableSchema,
})

/** A run as a value: it can be stored after every step, resumed, rehearsed and put back. */
export const runSchema = runHeadSchema.extend({ ...runSheetSchema.shape, log: z.array(logEntrySchema) })

export type RunHead = z.infer<typeof runHeadSchema>
export type RunSheet = z.infer<typeof runSheetSchema>
export type Run = z.infer<typeof runSchema>
export type CalledLever = z.infer<typeof calledLeverSchema>
export type Level = z.infer<typeof levelSchema>
export type LogEntry = z.infer<typeof logEntrySchema>
export type RecordedChange = z.infer<typeof recordedChangeSchema>
export type PutBackReport = z.infer<typeof putBackReportSchema>
export type Taking = z.infer<typeof takingSchema>
export type RunSource = (typeof RUN_SOURCES)[number]
