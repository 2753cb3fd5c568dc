import { z } from 'zod'
import { idSchema } from '../core/bench'
import { iconSchema } from '../core/levers'

/** A lever as the one who acts on it knows it. */
const leverRefSchema = z.object({ id: idSchema, version: z.number().int().positive() })
const leverRefsSchema = z.array(leverRefSchema).min(1, 'Choose at least one lever.').max(10_000)

/** One act on many levers: all of it, or nothing. */
export const batchBodySchema = z.discriminatedUnion('act', [
  z.object({ act: z.literal('delete'), levers: leverRefsSchema }),
  z.object({ act: z.literal('duplicate'), levers: leverRefsSchema }),
  z.object({ act: z.literal('enable'), levers: leverRefsSchema, enabled: z.boolean() }),
  z.object({ act: z.literal('move'), levers: leverRefsSchema, frameId: idSchema }),
  /** `{name}` and `{plate}` stand for the lever's own; `{n}` counts from 1. */
  z.object({
    act: z.literal('rename'),
    levers: leverRefsSchema,
    template: z.string().trim().min(1, 'Say what they shall be called.').max(200),
  }),
  /** Numbers in a row from `from` on, in the order given; who has one of them gets a number that became free. */
  z.object({ act: z.literal('renumber'), levers: leverRefsSchema, from: z.number().int().min(1).max(99_999) }),
  /** In all texts of their steps, and nowhere else. */
  z.object({
    act: z.literal('replace'),
    levers: leverRefsSchema,
    find: z.string().min(1, 'Say what shall be found.').max(2000),
    by: z.string().max(2000),
    isExact: z.boolean().default(false).meta({ description: 'Capitals count.' }),
  }),
])

/** Rows of the variants table; cells by the id of their column. */
export const variantsBodySchema = z.object({
  version: z.number().int().positive(),
  rows: z
    .array(
      z.object({
        name: z.string().max(4096),
        chord: z.string().max(80).default(''),
        icon: iconSchema.nullish(),
        cells: z.record(z.string().max(8192), z.string().max(4096)),
      }),
    )
    .min(1, 'Add a row for each variant.')
    .max(200),
})

/** A part of a variant that shall follow its pattern again: a field, or one argument. */
export const followBodySchema = z.object({
  version: z.number().int().positive(),
  field: z.string().max(80).optional(),
  arg: z.object({ stepId: idSchema, key: z.string().max(8192) }).optional(),
})

export type BatchBody = z.infer<typeof batchBodySchema>
export type VariantsBody = z.infer<typeof variantsBodySchema>
export type FollowBody = z.infer<typeof followBodySchema>
