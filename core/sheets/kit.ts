import { z } from 'zod'
import { idSchema } from '../bench'
import { DEEPEST_BLOCKS, depthOf, everyStep, MOST_STEPS, stepSchema } from '../steps'

/** Steps saved under a name, to be put into any sheet as a copy. */
export const kitSchema = z.object({
  id: idSchema,
  name: z.string().trim().min(1, 'Give the kit a name.').max(120),
  version: z.number().int().positive(),
  steps: z
    .array(stepSchema)
    .min(1, 'A kit has at least one step.')
    .max(MOST_STEPS)
    .superRefine((steps, context) => {
      if (depthOf(steps) > DEEPEST_BLOCKS || [...everyStep(steps)].length > MOST_STEPS)
        context.addIssue({ code: 'custom', message: 'This is more than a kit holds.' })
    }),
})
export type Kit = z.infer<typeof kitSchema>
