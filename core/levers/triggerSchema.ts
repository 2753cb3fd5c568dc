import { z } from 'zod'
import { chordTextSchema, idSchema } from '../bench'
import { marked } from '../fields'
import { keyOfCode, modifierOfCode, parseSequence } from '../keys'

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

export const timeSchema = z.number().int().min(20, 'At least 20 ms.').max(5000, 'At most 5 seconds.')

/** How often it goes on while the key is held, in ms from one to the next; once only when absent. */
export const repeatSchema = z.number().int().min(30, 'At least 30 ms.').max(5000, 'At most 5 seconds.')

/** Only from this keyboard or pad of the bench; from any when absent. */
export const keyboardSchema = marked(idSchema, { refers: 'device' })

/** A key that acts as a modifier. */
export const modifierCodeSchema = z
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
export const typedWord = {
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

export type Trigger = z.infer<typeof triggerSchema>
export type TriggerOf<K extends Trigger['kind']> = Extract<Trigger, { kind: K }>
export type WordEnding = (typeof WORD_ENDINGS)[number]
