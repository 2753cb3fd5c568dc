import { z } from 'zod'
import { logEntrySchema, recordedChangeSchema, runHeadSchema, runSheetSchema } from '../core/run'
import { valueSchema } from '../core/values'

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

export const rehearsalSchema = z.object({
  run: runAnswerSchema,
  changes: z.array(z.string()),
  waitsMs: z.number(),
  asks: z.string().optional().meta({ description: 'By what the question it stops at is answered in `answers`.' }),
})

export type RunSummary = z.infer<typeof runSummarySchema>
export type RunAnswer = z.infer<typeof runAnswerSchema>
export type MarkedRun = z.infer<typeof markedRunSchema>
export type RehearsalAnswer = z.infer<typeof rehearsalSchema>
