import { z } from 'zod'
import { idSchema, lampSchema } from '../bench'
import { conditionSchema } from '../conditions'
import { KEYBOARDS, LEGEND_IDS } from '../keys'
import { DEEPEST_BLOCKS, depthOf, everyStep, frameIdSchema, MOST_STEPS, NATURES, stepSchema } from '../steps'
import type { Step } from '../steps'
import { marked } from '../fields'
import { doorSchema } from './doorSchema'
import { leverInputsSchema } from './inputs'
import { PULLED_AGAIN, WHILE_RUNNING } from './pulls'
import { keyRuleSchema } from './ruleSchema'
import { scopeSchema } from './scopeSchema'
import { timeSchema, triggerSchema } from './triggerSchema'

const leverIdSchema = marked(idSchema, { refers: 'lever' })

export const timingSchema = z.object({
  /** How long a key is held before it counts as held. */
  holdMs: timeSchema.default(200),
  /** How long the next chord of a sequence, or the second press, may take. */
  gapMs: timeSchema.default(800),
  /** Within how long keys go down together. */
  togetherMs: timeSchema.default(60),
})

/** How a pull tells what came of it. A lamp tells it always; these are on top of that, but for `none` and `lamp`. */
export const FEEDBACKS = ['none', 'lamp', 'notice', 'sound'] as const
export const feedbackSchema = z.enum(FEEDBACKS)

/** What must hold before the lever may be pulled, and what happens where it does not. */
export const interlockSchema = z.object({
  condition: conditionSchema,
  otherwise: z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('refuse') }),
    z.object({ kind: z.literal('ask') }),
    /** Another lever is pulled in its place. */
    z.object({ kind: z.literal('pull'), leverId: leverIdSchema }),
  ]),
})

/** The user's keyboard, timing and feedback, for all levers. */
export const keySettingsSchema = z.object({
  keyboard: z
    .string()
    .max(40)
    .refine((id) => KEYBOARDS.some((keyboard) => keyboard.id === id), 'Choose a keyboard.')
    .default('iso-full'),
  legends: z.enum(LEGEND_IDS).default('us'),
  timing: timingSchema.prefault({}),
  /** Feedback by what a lever acts on, where it differs from the usual. */
  feedback: z.partialRecord(z.enum(NATURES), feedbackSchema).optional(),
})

export const frameSchema = z.object({
  id: idSchema,
  name: z.string().min(1),
  on: z.boolean(),
  position: z.number().int(),
  /** Goes up with every edit; 1 when absent. An edit names the version it was made from. */
  version: z.number().int().positive().optional(),
  /** A frame that is on is so only while this holds. */
  condition: conditionSchema.nullish(),
  rules: z.array(keyRuleSchema).max(200).optional(),
})

export const LONGEST_NAME = 120
const nameSchema = z
  .string()
  .trim()
  .min(1, 'Give it a name.')
  .max(LONGEST_NAME, `A name has at most ${LONGEST_NAME} letters.`)

/** A text that levers use by its name, as `${name}`; of one frame, or of all. */
export const namedValueSchema = z.object({
  id: idSchema,
  frameId: idSchema.nullable(),
  version: z.number().int().positive(),
  name: z
    .string()
    .regex(/^[A-Za-z][\w-]*$/, 'A name begins with a letter and has letters, digits, dashes and underscores.')
    .max(60),
  text: z.string().max(4096),
  /** What it is on this machine, where that is another text; it goes into no file. */
  here: z.string().max(4096).nullish(),
})

export const ICON_COLOURS = ['ink', 'green', 'blue', 'brass', 'plum', 'red'] as const
const colourSchema = z.enum(ICON_COLOURS)

/**
 * A picture for a lever: one of the shipped set, the icon of the program it opens, or an uploaded one, kept in the
 * store.
 */
export const iconSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('set'),
    name: z
      .string()
      .regex(/^[a-z0-9-]+$/)
      .max(80),
    colour: colourSchema,
  }),
  z.object({ kind: z.literal('program'), colour: colourSchema }),
  z.object({
    kind: z.literal('upload'),
    id: z
      .string()
      .max(64)
      .regex(/^[0-9a-f]{64}$/),
  }),
])

/** So many steps and so deep as can be written, run and read. */
function checkSize(steps: Step[], context: z.RefinementCtx): void {
  if (depthOf(steps) > DEEPEST_BLOCKS)
    context.addIssue({ code: 'custom', message: `Blocks stand at most ${DEEPEST_BLOCKS} deep in each other.` })
  else if ([...everyStep(steps)].length > MOST_STEPS)
    context.addIssue({ code: 'custom', message: 'A lever has at most 10,000 steps, those in blocks included.' })
}

/** Operators of the Keystroke-Level Model, as `parseOperators` reads them: `2M 3P 5K`, or `0` for none. */
const OPERATORS = /^(0|\d{0,6}(\.\d{1,3})?[kphmrKPHMR]([\s,]+\d{0,6}(\.\d{1,3})?[kphmrKPHMR])*)$/

const fields = {
  frameId: frameIdSchema,
  name: nameSchema,
  /** Short typed words that find the lever in the launcher. */
  aliases: z.array(z.string().trim().min(1).max(40)).max(20),
  steps: z
    .array(stepSchema)
    .min(1, 'A lever needs at least one step.')
    .max(MOST_STEPS, 'A lever has at most 10,000 steps.')
    .superRefine(checkSize),
  triggers: z.array(triggerSchema).max(20),
  scope: scopeSchema,
  enabled: z.boolean(),
  /** What another pull does while a run of the lever is still going on. */
  whileRunning: z.enum(WHILE_RUNNING),
  /** What another pull does when its last run has ended; it runs again where it is absent. */
  pulledAgain: z.enum(PULLED_AGAIN).nullish(),
  /** What it can be given when it is pulled. */
  inputs: leverInputsSchema.nullish(),
  icon: iconSchema.nullish(),
  interlock: interlockSchema.nullish(),
  /** The lamp on its plate, where it is not that of the device it switches. */
  lamp: lampSchema.nullish(),
  /** Ways to pull it that are no keys: a tile, a lamp, what happens, the time. */
  doors: z.array(doorSchema).max(20, 'At most 20 of them.').nullish(),
  /** Where it is not the usual one of its kind. */
  feedback: feedbackSchema.nullish(),
  /** What it would be by hand, in operators, where what its steps come to is not how it is done; see `core/savings`. */
  byHand: z
    .string()
    .max(100)
    .regex(
      OPERATORS,
      'Write how many operators of each kind: 2M 3P 5K 2H, and 1.5R for a second and a half of waiting.',
    )
    .nullish(),
  /** The Desktop Entry it was imported from, and which of its actions; its text as it was, and in which locale it was read. */
  origin: z
    .object({
      entry: z.string().max(200),
      action: z.string().max(200).optional(),
      file: z
        .string()
        .max(64)
        .regex(/^[0-9a-f]{64}$/, 'The SHA-256 of a text, in hexadecimal.')
        .optional(),
      locale: z.string().max(40).optional(),
    })
    .nullish(),
}

/** Fields of a lever that a variant takes over from its pattern, unless they are its own. */
export const PATTERN_FIELDS = [
  'aliases',
  'steps',
  'triggers',
  'scope',
  'enabled',
  'frameId',
  'whileRunning',
  'pulledAgain',
  'inputs',
  'icon',
  'interlock',
  'lamp',
  'feedback',
  'doors',
  'byHand',
] as const

/** Says of a lever that it follows another one, and in what it differs. Its name is always its own. */
export const variantSchema = z.object({
  patternId: leverIdSchema,
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

export type Frame = z.infer<typeof frameSchema>
export type LeverDraft = z.infer<typeof leverDraftSchema>
export type LeverPatch = z.infer<typeof leverPatchSchema>
export type Lever = z.infer<typeof leverSchema>
export type NamedValue = z.infer<typeof namedValueSchema>
export type Interlock = z.infer<typeof interlockSchema>
export type Feedback = z.infer<typeof feedbackSchema>
export type LeverIcon = z.infer<typeof iconSchema>
export type Variant = z.infer<typeof variantSchema>
export type PatternField = (typeof PATTERN_FIELDS)[number]
export type KeySettings = z.infer<typeof keySettingsSchema>
