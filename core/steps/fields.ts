import { z } from 'zod'
import { controlValueSchema, idSchema } from '../bench'
import { marked } from '../fields'

/** Fields that several kinds of step share, with what they mean to whoever walks over steps. */

/** So long a text of a step may be, in UTF-16 units, and so many arguments a program may be given. */
export const LONGEST_TEXT = 4096
export const MOST_ARGUMENTS = 5000
export const LONGEST_VARIABLE = 200

const plainText = z
  .string()
  .max(LONGEST_TEXT, `A text has at most ${LONGEST_TEXT.toLocaleString('en')} letters.`)
  .refine((text) => !text.includes('\0'), 'An argument cannot hold a NUL character.')

/** A text in which `${name}` stands for a known folder or a named value. */
export const templateSchema = marked(plainText, { text: 'template' })
export const requiredTemplate = (message: string) => marked(plainText.min(1, message), { text: 'template' })
export const pathTemplateSchema = marked(plainText, { text: 'path' })
export const requiredPath = (message: string) => marked(plainText.min(1, message), { text: 'path' })

/** A script in JavaScript, which uses what has a name as `values.NAME`. */
export const scriptSchema = (schema: z.ZodString) => marked(schema, { script: true })

/** Arguments after a program's name. */
export const argumentsSchema = z
  .array(templateSchema)
  .max(MOST_ARGUMENTS, `At most ${MOST_ARGUMENTS.toLocaleString('en')} arguments.`)

export const programIdSchema = marked(idSchema, { refers: 'program' })
export const deviceIdSchema = marked(idSchema, { refers: 'device' })
export const frameIdSchema = marked(idSchema, { refers: 'frame' })
export const calledLeverSchema = marked(z.string().max(64), { refers: 'lever' })

/** A name that a step gives to a value; the same rule as for named values. */
export const valueNameSchema = z
  .string()
  .regex(/^[A-Za-z][\w-]*$/, 'A name begins with a letter and has letters, digits, dashes and underscores.')
  .max(60)
/** The name of a value or of a part of one, such as `group.members`. */
export const valuePathSchema = z
  .string()
  .regex(/^[A-Za-z][\w-]*(\.[^.$ {}][^.${}]*)*$/, 'Name a value, such as group, or a part of one, such as group.page.')
  .max(200)

/** What happens to unsaved work when a program is closed. */
export const UNSAVED_POLICIES = ['ask', 'save', 'discard', 'leave', 'hide'] as const
export const unsavedPolicySchema = z.enum(UNSAVED_POLICIES)
export type UnsavedPolicy = (typeof UNSAVED_POLICIES)[number]

export const unsavedWords: Record<UnsavedPolicy, string> = {
  ask: 'asks about unsaved work',
  save: 'saves unsaved work',
  discard: 'discards unsaved work',
  leave: 'leaves windows with unsaved work open',
  hide: 'hides windows with unsaved work instead',
}

/** A value of the environment; POSIX.1-2017 §8.1 forbids `=` and NUL in names. */
export const environmentEntrySchema = z.object({
  name: z
    .string()
    .min(1, 'Give the value of the environment a name.')
    .max(LONGEST_VARIABLE)
    .regex(/^[^=\0]+$/, 'A name of the environment holds no equals sign.'),
  value: templateSchema,
})

export { controlValueSchema }
