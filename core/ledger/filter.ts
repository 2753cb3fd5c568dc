import { z } from 'zod'
import { idSchema } from '../bench'
import { RUN_SOURCES } from '../run'
import type { LedgerLine } from './line'

/** How a run came out, as one looks for it: `put-back` whatever its outcome was. */
export const LEDGER_OUTCOMES = ['open', 'done', 'failed', 'stopped', 'put-back'] as const
export type LedgerOutcome = (typeof LEDGER_OUTCOMES)[number]

const instantSchema = z.coerce.number().int().min(0).max(8.64e15)

/** Which runs are meant: those for which all of it holds. */
export const runFilterSchema = z.object({
  leverId: idSchema.optional(),
  frameId: idSchema.optional().meta({ description: 'The frame its lever stood in when it ended.' }),
  outcome: z.enum(LEDGER_OUTCOMES).optional(),
  source: z.enum(RUN_SOURCES).optional(),
  programId: idSchema.optional().meta({ description: 'A program that its steps name, or that it opened a window of.' }),
  fromMs: instantSchema.optional().meta({ description: 'Begun at this instant or later, in ms since 1970.' }),
  untilMs: instantSchema.optional().meta({ description: 'Begun before this instant.' }),
  text: z
    .string()
    .trim()
    .max(200, 'At most 200 characters.')
    .optional()
    .meta({ description: 'Stands in its number, name or note, whatever the case.' }),
})
export type RunFilter = z.infer<typeof runFilterSchema>

/** Whether a run is one of those that are meant. */
export function isMeant(line: LedgerLine, filter: RunFilter): boolean {
  const { leverId, frameId, outcome, source, programId, fromMs = 0, untilMs = Infinity, text = '' } = filter
  return (
    (leverId === undefined || line.leverId === leverId) &&
    (frameId === undefined || line.frameId === frameId) &&
    (outcome === undefined || (outcome === 'put-back' ? line.putBackAtMs !== null : line.outcome === outcome)) &&
    (source === undefined || line.source === source) &&
    (programId === undefined || line.programs.includes(programId)) &&
    line.startedAtMs >= fromMs &&
    line.startedAtMs < untilMs &&
    line.words.includes(text.toLowerCase())
  )
}
