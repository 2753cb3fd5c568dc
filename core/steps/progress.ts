import { z } from 'zod'
import { valueSchema } from '../values'

/** How far a step has come that does its work little by little; it is stored with its run between the parts. */
export const progressSchema = z.discriminatedUnion('kind', [
  /** What a ramp began with and what it set last, by device. */
  z.object({
    kind: z.literal('ramp'),
    startedAtMs: z.number(),
    from: z.record(z.string(), z.number()),
    last: z.record(z.string(), z.number()),
  }),
  /** Which program is being asked about, which were before, and what became of all so far. */
  z.object({
    kind: z.literal('asking'),
    about: z.string(),
    settled: z.array(z.string()),
    notes: z.array(z.string()),
  }),
  z.object({ kind: z.literal('watching'), untilMs: z.number() }),
  /** What the choices of the question stand for, in their order. */
  z.object({ kind: z.literal('picking'), items: z.array(valueSchema) }),
  /** What a script has asked of the files so far. */
  z.object({
    kind: z.literal('script'),
    needs: z.array(z.object({ what: z.enum(['folder', 'text']), path: z.string() })),
  }),
])
export type Progress = z.infer<typeof progressSchema>
export type ProgressOf<K extends Progress['kind']> = Extract<Progress, { kind: K }>
