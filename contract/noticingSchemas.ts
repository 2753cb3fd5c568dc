import { z } from 'zod'
import { leverInputsSchema, scopeSchema } from '../core/levers'
import { stepSchema } from '../core/steps'

/** How much was noticed that is worth a word. */
export const noticingStateSchema = z.object({ count: z.number().int() })

/** What repeats, as the lever that would do it. */
export const proposalSchema = z.object({
  id: z.string(),
  name: z.string(),
  steps: z.array(stepSchema),
  inputs: leverInputsSchema,
  scope: scopeSchema,
  count: z.number().int(),
  interrupted: z.number().int(),
  firstAtMs: z.number(),
  lastAtMs: z.number(),
  perWeek: z.number(),
  perWeekMs: z.number(),
  handMs: z.number(),
  hand: z.string(),
  keyMs: z.number(),
  leverId: z.string().optional(),
  isArrangement: z.boolean(),
})

export const leverFactSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('alike'),
    id: z.string(),
    leverIds: z.tuple([z.string(), z.string()]),
    texts: z.number().int(),
  }),
  z.object({
    kind: z.literal('undone'),
    id: z.string(),
    leverId: z.string(),
    count: z.number().int(),
    of: z.number().int(),
  }),
])

export const noticedSchema = z.object({
  acts: z.number().int().meta({ description: 'So many acts by hand are kept.' }),
  sinceMs: z.number().optional(),
  proposals: z.array(proposalSchema),
  facts: z.array(leverFactSchema),
  aside: z.array(z.string()).meta({ description: 'What was noticed and is told no more.' }),
})
