import { z } from 'zod'
import { givenValueSchema, valueSchema } from '../values'

/** What a script is given and what it comes to, whatever runs it. */

/** So long a script may be, in UTF-16 units. */
export const LONGEST_SCRIPT = 50_000
/** So many steps a script may return. */
export const MOST_MADE_STEPS = 200
/** So much a script may give back, as JSON, and so deep things may stand in each other there. */
export const LARGEST_OUTCOME = 200_000
export const DEEPEST_OUTCOME = 60
/** So many lines a script may say, and so long each may be. */
export const MOST_SAID = 100
export const LONGEST_SAID = 400

const name = z.string().max(200)

/** All that a script knows; what it does depends on nothing else. */
export const scriptRequestSchema = z.object({
  source: z.string().max(LONGEST_SCRIPT),
  /** What names stand for where it runs. */
  values: z.record(name, givenValueSchema),
  /** What it sees of the bench. */
  bench: z.record(name, givenValueSchema),
  /** The clock it is given; its chance begins with it. */
  nowMs: z.number().finite().min(-8.64e15).max(8.64e15),
  /** What it asked of the files of the bench, answered: by `folder PATH` or `text PATH`. */
  given: z.record(
    z.string().max(5000),
    z.union([z.object({ value: givenValueSchema }), z.object({ issue: z.string().max(10_000) })]),
  ),
})
export type ScriptRequest = z.infer<typeof scriptRequestSchema>

const saidSchema = z.array(z.string().max(LONGEST_SAID)).max(MOST_SAID)

export const scriptOutcomeSchema = z.discriminatedUnion('kind', [
  /** It came to its end. What it wants done is read as steps by whoever does them. */
  z.object({
    kind: z.literal('gave'),
    value: valueSchema,
    steps: z.array(valueSchema).max(MOST_MADE_STEPS, `A script returns at most ${MOST_MADE_STEPS} steps.`),
    said: saidSchema,
  }),
  /** Lines and columns count from 1. */
  z.object({
    kind: z.literal('failed'),
    message: z.string().max(2000),
    line: z.number().int().positive().optional(),
    column: z.number().int().positive().optional(),
    said: saidSchema,
  }),
  /** It asks for something of the files that it was not given: it is run again with that. */
  z.object({ kind: z.literal('needs'), what: z.enum(['folder', 'text']), path: z.string().max(4096) }),
])
export type ScriptOutcome = z.infer<typeof scriptOutcomeSchema>
export type ScriptNeed = Extract<ScriptOutcome, { kind: 'needs' }>

/** Under which key the answer to a need stands in what is given. */
export function needKey({ what, path }: Pick<ScriptNeed, 'what' | 'path'>): string {
  return `${what} ${path}`
}
