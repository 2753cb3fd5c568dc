import { z } from 'zod'

/** A sum that was worked out, with what it came to. */
export const keptSumSchema = z.object({
  id: z.string().min(1).max(80),
  text: z.string().trim().min(1).max(1000),
  value: z.union([z.number(), z.string().max(200)]),
  atMs: z.number(),
})
export type KeptSum = z.infer<typeof keptSumSchema>

/** So many are kept, the newest. */
export const MOST_SUMS = 50
