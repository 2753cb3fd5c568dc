import { z } from 'zod'
import { chordTextSchema, idSchema, lampSchema } from '../bench'
import { conditionSchema } from '../conditions'
import { KEYBOARDS, keyOfCode, LEGEND_IDS, MODIFIERS, modifierOfCode, parseSequence } from '../keys'
import {
  DEEPEST_BLOCKS,
  depthOf,
  everyStep,
  frameIdSchema,
  MOST_STEPS,
  NATURES,
  programIdSchema,
  stepSchema,
} from '../steps'
import type { Step } from '../steps'
import { marked } from '../fields'

const leverIdSchema = marked(idSchema, { refers: 'lever' })

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

/** One or two to four chords with spaces between: `Meta+O E`. */
const sequenceTextSchema = z
  .string()
  .max(160)
  .superRefine((text, context) => {
    const sequence = parseSequence(text)
    if (!sequence.ok)
      for (const issue of sequence.issues)
        context.addIssue({ code: 'custom', message: issue.message, params: { code: issue.code } })
    else if (sequence.value.length < 2)
      context.addIssue({
        code: 'custom',
        message: 'A sequence has two to four chords, with spaces between them: Meta+O E.',
        params: { code: 'sequence-short' },
      })
  })

/** A key by its W3C code, modifiers included. */
export const keyCodeSchema = z
  .string()
  .max(40)
  .refine((code) => keyOfCode(code) !== undefined || modifierOfCode(code) !== undefined, 'Choose a key.')

const timeSchema = z.number().int().min(20, 'At least 20 ms.').max(5000, 'At most 5 seconds.')

/** How often it goes on while the key is held, in ms from one to the next; once only when absent. */
const repeatSchema = z.number().int().min(30, 'At least 30 ms.').max(5000, 'At most 5 seconds.')

/** Only from this keyboard or pad of the bench; from any when absent. */
const keyboardSchema = marked(idSchema, { refers: 'device' })

/** A key that acts as a modifier. */
const modifierCodeSchema = z
  .string()
  .max(40)
  .refine((code) => modifierOfCode(code) !== undefined, 'Choose a modifier.')

const bound = {
  id: idSchema,
  /**
   * Who has the keys where the program in front claims them too. `auto`: the lever, if it is scoped to that program.
   */
  wins: z.enum(['auto', 'lever', 'program']).default('auto'),
  /**
   * Whether a key is meant by its place on the keyboard (W3C `code`) or by what is engraved on it (`key`); by its place
   * when absent.
   */
  match: z.enum(['code', 'key']).optional(),
  keyboard: keyboardSchema.optional(),
}

/** What must be typed after a word; nothing of it, and the word counts with its last letter. */
export const WORD_ENDINGS = ['space', 'enter', 'tab', 'punctuation'] as const

export const LONGEST_WORD = 40

/** A word that is typed in a program. */
const typedWord = {
  word: z
    .string()
    .min(2, 'A typed word has at least two characters.')
    .max(LONGEST_WORD, `A typed word has at most ${LONGEST_WORD} characters.`)
    .regex(/^[^\s\p{C}]+$/u, 'A typed word has no blanks.'),
  endings: z
    .array(z.enum(WORD_ENDINGS))
    .max(WORD_ENDINGS.length)
    .default([...WORD_ENDINGS]),
}

/** One way to pull a lever by keys. Times are in ms; the general timing holds where one is absent. */
export const triggerSchema = z.discriminatedUnion('kind', [
  z.object({ ...bound, kind: z.literal('chord'), chord: chordTextSchema, repeatMs: repeatSchema.optional() }),
  /** Two to four chords one after the other; the first alone is passed on when nothing follows. */
  z.object({ ...bound, kind: z.literal('sequence'), sequence: sequenceTextSchema, gapMs: timeSchema.optional() }),
  /** A chord while another key is held, which is its layer; tapped alone, that key is itself. */
  z.object({
    ...bound,
    kind: z.literal('layer'),
    hold: keyCodeSchema,
    chord: chordTextSchema,
    holdMs: timeSchema.optional(),
  }),
  /** Two or three keys that go down within a window. */
  z.object({
    ...bound,
    kind: z.literal('together'),
    keys: z.array(keyCodeSchema).min(2, 'Choose two keys.').max(3),
    windowMs: timeSchema.optional(),
  }),
  /**
   * A key that is held; tapped, it is itself. With `nested` it counts as held also when another key was pressed within
   * its time.
   */
  z.object({
    ...bound,
    kind: z.literal('hold'),
    key: keyCodeSchema,
    holdMs: timeSchema.optional(),
    nested: z.boolean().optional(),
  }),
  /** A modifier that is tapped by itself, once or twice. */
  z.object({
    ...bound,
    kind: z.literal('tap'),
    key: modifierCodeSchema,
    times: z.union([z.literal(1), z.literal(2)]),
    gapMs: timeSchema.optional(),
  }),
  /** A chord that is pressed twice. */
  z.object({ ...bound, kind: z.literal('double'), chord: chordTextSchema, gapMs: timeSchema.optional() }),
  /** A chord when its key comes up again. */
  z.object({ ...bound, kind: z.literal('release'), chord: chordTextSchema }),
  /** A word that is typed; it is taken back, and the lever pulled. */
  z.object({ ...bound, ...typedWord, kind: z.literal('word'), letters: z.enum(['any', 'exact']).default('any') }),
])

const ruled = { id: idSchema, keyboard: keyboardSchema.optional() }

/** Only while this key is held, which is a layer then; always when absent. */
const inLayer = { layer: keyCodeSchema.optional() }

/** What a key does by a rule of its frame, without a lever. */
export const keyRuleSchema = z.discriminatedUnion('kind', [
  /** A key is another key, with modifiers if any. */
  z.object({
    ...ruled,
    ...inLayer,
    kind: z.literal('remap'),
    from: keyCodeSchema,
    to: z.union([chordTextSchema, keyCodeSchema]),
  }),
  z.object({ ...ruled, ...inLayer, kind: z.literal('disable'), key: keyCodeSchema }),
  /** A chord types a text that the keyboard lacks. */
  z.object({
    ...ruled,
    ...inLayer,
    kind: z.literal('type'),
    chord: chordTextSchema,
    text: z.string().min(1, 'Say what it types.').max(200),
    repeatMs: repeatSchema.optional(),
  }),
  /**
   * Tapped, the key is itself or another one; held, it is modifiers or a layer. Unless `nested` is false it counts as
   * held also when another key was pressed within its time: any with modifiers, one of the layer with a layer.
   */
  z.object({
    ...ruled,
    kind: z.literal('tap-hold'),
    key: keyCodeSchema,
    tap: keyCodeSchema.nullable(),
    holdMs: timeSchema.optional(),
    nested: z.boolean().optional(),
    hold: z.discriminatedUnion('kind', [
      z.object({ kind: z.literal('modifiers'), modifiers: z.array(z.enum(MODIFIERS)).min(1).max(MODIFIERS.length) }),
      z.object({ kind: z.literal('layer') }),
    ]),
  }),
  /** A modifier that is tapped by itself holds for the next key. */
  z.object({ ...ruled, kind: z.literal('one-shot'), key: modifierCodeSchema, withinMs: timeSchema.optional() }),
  /**
   * A word that is typed becomes a text, in which `${name}` stands for a value. With `follow` the text has capitals as
   * the word was typed; unless `dropsEnding`, what was typed after the word comes after the text.
   */
  z.object({
    ...ruled,
    ...typedWord,
    kind: z.literal('word'),
    letters: z.enum(['any', 'exact', 'follow']).default('any'),
    text: marked(z.string().min(1, 'Say what it becomes.').max(4096, 'At most 4,096 letters.'), { text: 'template' }),
    dropsEnding: z.boolean().optional(),
    scope: scopeSchema.default({ kind: 'everywhere' }),
  }),
  /** Keys in a row, from `first` on, with its modifiers, pull the levers of the frame in their order. */
  z.object({ ...ruled, kind: z.literal('row'), first: chordTextSchema, count: z.number().int().min(1).max(24) }),
])

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
  whileRunning: z.enum(['ignore', 'beside']),
  icon: iconSchema.nullish(),
  interlock: interlockSchema.nullish(),
  /** The lamp on its plate, where it is not that of the device it switches. */
  lamp: lampSchema.nullish(),
  /** Where it is not the usual one of its kind. */
  feedback: feedbackSchema.nullish(),
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
  'icon',
  'interlock',
  'lamp',
  'feedback',
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

export type Scope = z.infer<typeof scopeSchema>
export type Trigger = z.infer<typeof triggerSchema>
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
export type KeyRule = z.infer<typeof keyRuleSchema>
export type KeySettings = z.infer<typeof keySettingsSchema>
export type TriggerOf<K extends Trigger['kind']> = Extract<Trigger, { kind: K }>
export type WordEnding = (typeof WORD_ENDINGS)[number]
