import { z } from 'zod'

/** A way through tables, by the ids of the roads. */
const waySchema = z.array(z.string().max(64)).min(1).max(8)

const CHOSEN_BY = ['stroke', 'release', 'click', 'hover', 'key'] as const

/** What a turn of a table came to: a way of roads and how many degrees beside the last one, none and why, or the key itself. */
export const turnOutcomeSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('chosen'), way: waySchema, by: z.enum(CHOSEN_BY), offDeg: z.number().min(-180).max(180) }),
  z.object({ kind: z.literal('left'), because: z.enum(['middle', 'escape', 'lost']) }),
  /** The stroke went so many degrees beside what still counts as the road. */
  z.object({ kind: z.literal('beside'), way: waySchema, besideDeg: z.number().positive().max(180) }),
  z.object({ kind: z.literal('itself') }),
])

export type ChosenBy = (typeof CHOSEN_BY)[number]
export type TurnOutcome = z.infer<typeof turnOutcomeSchema>
