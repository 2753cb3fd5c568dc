import { z } from 'zod'
import { conditionSchema } from '../conditions'
import { keyRuleSchema, leverDraftSchema, PATTERN_FIELDS, variantSchema } from '../levers'
import type { Lever, Variant } from '../levers'
import { withNewIds } from '../sheets'
import { everyStep } from '../steps'
import type { Step } from '../steps'

/** A lever as a frame file has it: its frame is the file, and its identity the number on its plate. */
export const fileLeverSchema = leverDraftSchema.omit({ frameId: true }).extend({
  plate: z.number().int().positive('A plate has a number from 1 on.').optional(),
  variant: variantSchema.nullish(),
})
export type FileLever = z.infer<typeof fileLeverSchema>

/** A frame with all that is in it, as a file has it. Ids in it are those of `withOwnIds`. */
export const frameDocumentSchema = z.object({
  name: z.string().trim().min(1, 'Give the frame a name.').max(120),
  on: z.boolean().default(true),
  condition: conditionSchema.nullish(),
  rules: z.array(keyRuleSchema).max(200, 'A frame has at most 200 rules.').default([]),
  values: z
    .array(
      z.object({
        name: z
          .string()
          .max(60)
          .regex(/^[A-Za-z][\w-]*$/, 'A name begins with a letter and has letters, digits, dashes and underscores.'),
        text: z.string().max(4096),
      }),
    )
    .max(1000)
    .default([]),
  levers: z.array(fileLeverSchema).max(10_000, 'A frame file has at most 10,000 levers.').default([]),
})
export type FrameDocument = z.infer<typeof frameDocumentSchema>

/** What both sides last had in common, part by part; a part on which they never agreed is not in it. */
export const frameBaseSchema = z.object({
  frame: frameDocumentSchema.omit({ values: true, levers: true }).optional(),
  values: frameDocumentSchema.shape.values,
  levers: z.array(z.object({ id: z.string(), lever: fileLeverSchema })),
})
export type FrameBase = z.infer<typeof frameBaseSchema>

/** What another lever, which a file cannot know by its id, is called in it: by its number. */
export const plateRef = (plate: number) => `plate:${plate}`

/**
 * The same document with ids that say no more than the place: `s1`, `s2` for the steps of a lever, counted through its
 * blocks, `t1` for its triggers, `d1` for its doors, `r1` for the rules. What a file says is the same then whoever wrote
 * it.
 */
export function withOwnIds(document: FrameDocument): FrameDocument {
  const renamed = new Map<string, ReadonlyMap<string, string>>()
  const levers = document.levers.map((lever) => {
    const { steps, ids } = renumbered(lever.steps)
    renamed.set(lever.name, ids)
    if (lever.plate !== undefined) renamed.set(plateRef(lever.plate), ids)
    return {
      ...lever,
      steps,
      triggers: lever.triggers.map((trigger, i) => ({ ...trigger, id: `t${i + 1}` })),
      ...(lever.doors ? { doors: lever.doors.map((door, i) => ({ ...door, id: `d${i + 1}` })) } : {}),
    }
  })
  return {
    ...document,
    rules: document.rules.map((rule, i) => ({ ...rule, id: `r${i + 1}` })),
    levers: levers.map((lever) => {
      if (!lever.variant) return lever
      const ids = renamed.get(lever.variant.patternId)
      const args = lever.variant.args.map((arg) => ({ ...arg, stepId: ids?.get(arg.stepId) ?? arg.stepId }))
      return { ...lever, variant: inOrder({ ...lever.variant, args }) }
    }),
  }
}

/** A variant with what is its own in an order that does not depend on who wrote it. */
export function inOrder({ patternId, own, args }: Variant): Variant {
  const keyOf = ({ stepId, key }: Variant['args'][number]) => `${stepId} ${key}`
  return {
    patternId,
    own: PATTERN_FIELDS.filter((field) => own.includes(field)),
    args: args.toSorted((a, b) => (keyOf(a) < keyOf(b) ? -1 : keyOf(a) > keyOf(b) ? 1 : 0)),
  }
}

/** Steps with ids counted through their blocks, and what each is called by the id it had. */
export function renumbered(steps: readonly Step[]): { steps: Step[]; ids: Map<string, string> } {
  let count = 0
  const after = steps.map((step) => withNewIds(step, () => `s${(count += 1)}`))
  const before = [...everyStep(steps)].map(({ step }) => step.id)
  const ids = new Map([...everyStep(after)].map(({ step }, i) => [before[i]!, step.id]))
  return { steps: after, ids }
}

/** What a lever of the store is in a file, apart from what others are called. */
export function fileLeverOf({ id: _id, version: _version, frameId: _frame, ...lever }: Lever): FileLever {
  return lever
}
