import { z } from 'zod'

/** What a finding is about. */
export const aboutSchema = z.object({ kind: z.enum(['lever', 'frame', 'value']), id: z.string() })
/** How a check-up stands: what is still to be judged, and how much was found that nobody has accepted. */
export const checkUpStateSchema = z.object({
  due: z.number().int(),
  toRehearse: z.number().int(),
  isKnown: z.boolean(),
  wellAtMs: z.number().optional(),
  faults: z.number().int(),
  notes: z.number().int(),
  /** Another one whenever what is found differs, or what somebody says of it. */
  edition: z.number().int(),
})
/** A finding as it is told: of a mend only what it is called. */
export const toldFindingSchema = z.object({
  id: z.string(),
  about: aboutSchema,
  severity: z.enum(['fault', 'note']),
  code: z.string(),
  row: z.string().optional(),
  where: z.string().optional(),
  message: z.string(),
  /** What a mend of it is called, where there is one. */
  mend: z.string().optional(),
  parts: z.object({ there: z.array(z.string()).readonly(), missing: z.array(z.string()).readonly() }).optional(),
  sinceMs: z.number().optional(),
  accepted: z.object({ reason: z.string(), atMs: z.number() }).optional(),
})

export type CheckUpState = z.infer<typeof checkUpStateSchema>
export type ToldFinding = z.infer<typeof toldFindingSchema>
