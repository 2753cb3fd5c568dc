import { z } from 'zod'

/** What a step can give back, and what a name can stand for: a text, number, yes or no, a list, a record with parts. */
export type StepValue = string | number | boolean | null | StepValue[] | { [part: string]: StepValue }

export const stepValueSchema: z.ZodType<StepValue> = z
  .lazy(() =>
    z.union([
      z.string(),
      z.number(),
      z.boolean(),
      z.null(),
      z.array(stepValueSchema),
      z.record(z.string(), stepValueSchema),
    ]),
  )
  .meta({ id: 'StepValue' })
