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

/** A text that levers use by its name, as `${name}`; of one frame, or of all. */
export const namedValueSchema = z.object({
  id: idSchema,
  frameId: idSchema.nullable(),
  version: z.number().int().positive(),
  name: z.string().regex(/^[A-Za-z][\w-]*$/, 'A name begins with a letter and has letters, digits, dashes and underscores.').max(60),
  text: z.string().max(4096),
})

export const ICON_COLOURS = ['ink', 'green', 'blue', 'brass', 'plum', 'red'] as const
const colourSchema = z.enum(ICON_COLOURS)

/** A picture for a lever: one of the shipped set, the icon of the program it opens, or an uploaded one, kept in the store. */
export const iconSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('set'), name: z.string().regex(/^[a-z0-9-]+$/).max(80), colour: colourSchema }),
  z.object({ kind: z.literal('program'), colour: colourSchema }),
  z.object({ kind: z.literal('upload'), id: z.string().regex(/^[0-9a-f]{64}$/) }),
])

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
  icon: iconSchema.nullish(),
  /** The Desktop Entry it was imported from, and which of its actions. */
  origin: z.object({ entry: z.string().max(200), action: z.string().max(200).optional() }).nullish(),
}

/** Fields of a lever that a variant takes over from its pattern, unless they are its own. */
export const PATTERN_FIELDS = ['aliases', 'steps', 'triggers', 'scope', 'enabled', 'frameId', 'whileRunning', 'icon'] as const

/** Says of a lever that it follows another one, and in what it differs. Its name is always its own. */
export const variantSchema = z.object({
  patternId: idSchema,
  /** Fields that are its own altogether. */
  own: z.array(z.enum(PATTERN_FIELDS)),
  /** Arguments that differ, by step and by the key of the argument (see `argumentKeys`); `null` leaves it out. */
  args: z.array(z.object({ stepId: idSchema, key: z.string(), text: z.string().nullable() })),
})

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
  variant: variantSchema.nullish(),
})

export type Scope = z.infer<typeof scopeSchema>
export type Trigger = z.infer<typeof triggerSchema>
export type Frame = z.infer<typeof frameSchema>
export type LeverDraft = z.infer<typeof leverDraftSchema>
export type LeverPatch = z.infer<typeof leverPatchSchema>
export type Lever = z.infer<typeof leverSchema>
export type NamedValue = z.infer<typeof namedValueSchema>
export type LeverIcon = z.infer<typeof iconSchema>
export type Variant = z.infer<typeof variantSchema>
export type PatternField = (typeof PATTERN_FIELDS)[number]
