import { z } from 'zod'
import { changeSchema, footprintSchema, idSchema } from '../bench'
import { valueTableSchema } from '../command'
import { rampProgressSchema, stepSchema } from '../steps'

const ignoredSchema = z.object({ text: z.string(), because: z.string() })

/** What a program took of its arguments, and what it ignored and why. */
export const takingSchema = z.object({ taken: z.array(z.string()), ignored: z.array(ignoredSchema) })

/** How one step went. */
export const traceEntrySchema = z.object({
  stepIndex: z.number().int(),
  sentence: z.string(),
  outcome: z.enum(['done', 'failed', 'waiting', 'asking']),
  note: z.string(),
  startedAtMs: z.number(),
  endedAtMs: z.number().nullable(),
  taking: takingSchema.optional(),
  issueCode: z.string().optional(),
  /** The first way failed, for this reason, and the step took its alternative. */
  firstWay: z.string().optional(),
})

/** A change a run made, with what takes it back and what it left behind. */
export const recordedChangeSchema = z.object({
  stepIndex: z.number().int(),
  change: changeSchema,
  inverse: changeSchema,
  left: footprintSchema.optional(),
  sentence: z.string(),
})

export const questionSchema = z.object({
  text: z.string(),
  choices: z.array(z.object({ id: z.string(), label: z.string() })),
})

export const putBackReportSchema = z.object({
  atMs: z.number(),
  /** What was taken back, last change first. */
  undone: z.array(z.string()),
  /** What somebody has altered since, and was left as it is now. */
  left: z.array(z.object({ sentence: z.string(), left: z.string(), now: z.string() })),
  /** What was no longer there to take back. */
  gone: z.array(z.string()),
})

/** A run as a value: it can be stored after every step, resumed, rehearsed and put back. */
export const runSchema = z.object({
  id: idSchema,
  leverId: idSchema,
  leverName: z.string(),
  plate: z.number().int(),
  source: z.enum(['key', 'launcher', 'button', 'api']),
  steps: z.array(stepSchema),
  /** Named values as they were when it was pulled; later edits do not reach it. */
  values: valueTableSchema,
  phase: z.enum(['ready', 'waiting', 'asking', 'ended']),
  outcome: z.enum(['none', 'done', 'failed', 'stopped']),
  /** Index of the step that comes next, or is waiting or asking. */
  position: z.number().int(),
  wakeAtMs: z.number().nullable(),
  question: questionSchema.nullable(),
  /** Asked before the first step, because the interlock does not hold. */
  isGated: z.boolean().optional(),
  /** A ramp on its way: the step at `position` goes on at `wakeAtMs`. */
  ramp: rampProgressSchema.optional(),
  /** Why the first way of the step at `position` failed, while its alternative waits or asks. */
  firstWay: z.string().optional(),
  trace: z.array(traceEntrySchema),
  changes: z.array(recordedChangeSchema),
  startedAtMs: z.number(),
  endedAtMs: z.number().nullable(),
  putBack: putBackReportSchema.nullable(),
})

export type Run = z.infer<typeof runSchema>
export type TraceEntry = z.infer<typeof traceEntrySchema>
export type RecordedChange = z.infer<typeof recordedChangeSchema>
export type PutBackReport = z.infer<typeof putBackReportSchema>
export type Taking = z.infer<typeof takingSchema>
