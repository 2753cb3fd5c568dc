import { z } from 'zod'

/** So long a word of a description may be, and so many things one may list. */
const word = z.string().max(400, 'At most 400 letters.')
const sentence = z.string().max(4096, 'At most 4,096 letters.')
const manyOf = <S extends z.ZodType>(thing: S) => z.array(thing).max(2000, 'At most 2,000.')

/** What an argument does to the window of the program that takes it. */
export const WINDOW_PARTS = ['profile', 'edition', 'dataset'] as const

/** What taking an option does: it fills a part of the window, sets how the window opens, or only counts as taken. */
export const optionEffectSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('part'), part: z.enum(WINDOW_PARTS) }),
  z.object({ kind: z.literal('window-mode'), mode: z.enum(['normal', 'maximized', 'minimized']) }),
  z.object({ kind: z.literal('setting') }),
])

/**
 * Where the values of an option, or the files of a position, come from on the bench, so that they are chosen and not
 * typed.
 */
export const valueSourceSchema = z.discriminatedUnion('kind', [
  /** A list the program reports, by its name: its profiles, its editions. */
  z.object({ kind: z.literal('reported'), list: word.min(1) }),
  /** The folders right below a folder; the value is the folder's name. `${name}` stands for a known folder. */
  z.object({ kind: z.literal('folders'), below: sentence.min(1) }),
  /** The files right below a folder whose names fit the pattern (`*` and `?`); the value is the path. */
  z.object({ kind: z.literal('files'), below: sentence.min(1), pattern: word.min(1) }),
])

export const optionSchema = z.object({
  names: manyOf(word.min(1)).min(1),
  value: z.enum(['none', 'required']),
  /** How the value is joined to the name: `=` in the same argument, or a `space`: the next argument. */
  joiners: z
    .array(z.enum(['=', ':', 'space']))
    .max(3)
    .default([]),
  /** The values it knows; absent when any will do. */
  choices: manyOf(sentence).optional(),
  source: valueSourceSchema.optional(),
  /** It may stand several times; of others only the last one counts. */
  repeatable: z.boolean().optional(),
  /** Its value is itself a command line, which the program splits by this convention. */
  reads: z.enum(['posix', 'windows', 'exec']).optional(),
  effect: optionEffectSchema,
  help: sentence,
})

export const positionalSchema = z.object({
  kind: z.enum(['file', 'folder', 'address', 'text']),
  /** File name endings with their dot, in lower case; absent when any will do. */
  endings: manyOf(word).optional(),
  /** What a file of these endings is to the program, as order rules name it: `base atlas`, `overlay`. */
  role: word,
  /** How many of them it takes; any number when absent. */
  most: z.number().int().positive().optional(),
  source: valueSourceSchema.optional(),
})

/** A value of the environment that the program reads. */
export const environmentRuleSchema = z.object({
  name: word.min(1),
  choices: manyOf(sentence).optional(),
  effect: optionEffectSchema,
  help: sentence,
})

/** A file in the role `role` is ignored when it stands after the first one in the role `after`. */
export const orderRuleSchema = z.object({ role: word, after: word, because: sentence })

export const argumentRulesSchema = z.object({
  options: manyOf(optionSchema),
  positionals: manyOf(positionalSchema),
  order: manyOf(orderRuleSchema),
  environment: manyOf(environmentRuleSchema).optional(),
  /** What the program does with what it does not know, or a file that is not there. */
  onUnknown: z.enum(['ignored', 'error-window']),
  onMissingFile: z.enum(['ignored', 'error-window']),
})

export type ArgumentRules = z.infer<typeof argumentRulesSchema>
export type ProgramOption = z.infer<typeof optionSchema>
export type Positional = z.infer<typeof positionalSchema>
export type ValueSource = z.infer<typeof valueSourceSchema>
export type WindowPart = (typeof WINDOW_PARTS)[number]
