import { z } from 'zod'
import { chordTextSchema, idSchema } from '../bench'
import { stepSchema } from '../steps'

/** Where a lever's triggers are live, by the program in front. */
export const scopeSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('everywhere') }),
  z.object({ kind: z.literal('only'), programIds: z.array(idSchema).min(1, 'Choose at least one program.') }),
  z.object({ kind: z.literal('except'), programIds: z.array(idSchema).min(1, 'Choose at least one program.') }),
])

export const triggerSchema = z.discriminatedUnion('kind', [
  z.object({
    id: idSchema,
    kind: z.literal('chord'),
    chord: chordTextSchema,
    /** Who has the chord where the program in front claims it too. `auto`: the lever, if it is scoped to that program. */
    wins: z.enum(['auto', 'lever', 'program']).default('auto'),
  }),
])

export const frameSchema = z.object({ id: idSchema, name: z.string().min(1), on: z.boolean(), position: z.number().int() })

const nameSchema = z.string().trim().min(1, 'Give it a name.').max(120)

const fields = {
  frameId: idSchema,
  name: nameSchema,
  /** Short typed words that find the lever in the launcher. */
  aliases: z.array(z.string().trim().min(1).max(40)).max(20),
  steps: z.array(stepSchema).min(1, 'A lever needs at least one step.').max(1000),
  triggers: z.array(triggerSchema).max(20),
  scope: scopeSchema,
  enabled: z.boolean(),
  /** What another pull does while a run of the lever is still going on. */
  whileRunning: z.enum(['ignore', 'beside']),
}

/** What a user says of a lever; the rest of it is given by the store. */
export const leverDraftSchema = z.object({
  ...fields,
  aliases: fields.aliases.default([]),
  triggers: fields.triggers.default([]),
  scope: fields.scope.default({ kind: 'everywhere' }),
  enabled: fields.enabled.default(true),
  whileRunning: fields.whileRunning.default('ignore'),
})

/** An edit: only what it names is altered. */
export const leverPatchSchema = z.object(fields).partial()

export const leverSchema = z.object({
  ...fields,
  id: idSchema,
  /** The number on its plate; no two levers share one. */
  plate: z.number().int().positive(),
  /** Goes up with every edit. An edit names the version it was made from. */
  version: z.number().int().positive(),
})

export type Scope = z.infer<typeof scopeSchema>
export type Trigger = z.infer<typeof triggerSchema>
export type Frame = z.infer<typeof frameSchema>
export type LeverDraft = z.infer<typeof leverDraftSchema>
export type LeverPatch = z.infer<typeof leverPatchSchema>
export type Lever = z.infer<typeof leverSchema>
