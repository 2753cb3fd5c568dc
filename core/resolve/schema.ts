import { z } from 'zod'

/** One key or button going down or up, or the keyboard being lost (`blur`); `atMs` on any one clock. */
export const keyEventSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.enum(['down', 'up']),
    /** W3C `KeyboardEvent.code`. */
    code: z.string().min(1).max(40),
    atMs: z.number().nonnegative(),
    repeat: z.boolean().optional(),
    /** The modifiers as the event itself reports them; trusted over what was seen before. */
    modifiers: z.object({ Ctrl: z.boolean(), Alt: z.boolean(), Shift: z.boolean(), Meta: z.boolean(), AltGraph: z.boolean().optional() }).optional(),
  }),
  z.object({ kind: z.literal('blur'), atMs: z.number().nonnegative() }),
])

/** What one trigger on the pressed key came to. */
export const candidateSchema = z.object({
  leverId: z.string(),
  triggerId: z.string(),
  chord: z.string(),
  verdict: z.enum(['fired', 'disabled', 'frame-off', 'out-of-scope', 'other-modifiers', 'outranked', 'program-first']),
})

export const decisionSchema = z.object({
  kind: z.enum(['pull', 'pass', 'swallow']),
  event: keyEventSchema,
  /** The lever to pull. */
  leverId: z.string().optional(),
  reason: z.enum(['fired', 'no-trigger', 'no-candidate-live', 'program-first', 'modifier', 'released', 'held-repeat', 'reserved', 'focus-lost']),
  /** The chord as pressed, when the event was a key going down. */
  chord: z.string().optional(),
  /** The program in front at that moment, and what it does with the chord itself. */
  frontProgramId: z.string().optional(),
  claim: z.string().optional(),
  candidates: z.array(candidateSchema),
})

export type KeyEvent = z.infer<typeof keyEventSchema>
export type Candidate = z.infer<typeof candidateSchema>
export type Decision = z.infer<typeof decisionSchema>
