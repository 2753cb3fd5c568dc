import { z } from 'zod'
import { programIdSchema } from '../steps'

const programIdsSchema = z
  .array(programIdSchema)
  .min(1, 'Choose at least one program.')
  .max(500, 'A scope names at most 500 programs.')

/** Where a lever's triggers are live, by the program in front. */
export const scopeSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('everywhere') }),
  z.object({ kind: z.literal('only'), programIds: programIdsSchema }),
  z.object({ kind: z.literal('except'), programIds: programIdsSchema }),
])

export type Scope = z.infer<typeof scopeSchema>
