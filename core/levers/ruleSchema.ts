import { z } from 'zod'
import { chordTextSchema, idSchema } from '../bench'
import { marked } from '../fields'
import { MODIFIERS } from '../keys'
import { scopeSchema } from './scopeSchema'
import { keyboardSchema, keyCodeSchema, modifierCodeSchema, repeatSchema, timeSchema, typedWord } from './triggerSchema'

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

export type KeyRule = z.infer<typeof keyRuleSchema>
