import { z } from 'zod'
import { controlIdSchema, idSchema } from '../bench'
import { marked } from '../fields'
import { deviceIdSchema, frameIdSchema, pathTemplateSchema, programIdSchema } from '../steps'

const id = z.string().min(1).max(80)
/** 1 is Monday, 7 Sunday (ISO 8601). */
const weekdays = z.array(z.number().int().min(1).max(7)).min(1, 'Choose at least one day.').max(7)
const timeOfDay = z
  .string()
  .max(5)
  .regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'Write a time such as 06:30.')

/** What happens on the bench, or to the product. */
export const benchEventSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('program-starts'), programId: programIdSchema }),
  z.object({ kind: z.literal('program-ends'), programId: programIdSchema }),
  z.object({ kind: z.literal('plugged-in'), deviceId: deviceIdSchema }),
  z.object({ kind: z.literal('plugged-out'), deviceId: deviceIdSchema }),
  /** A file comes to stand in a folder; `pattern` with `*` and `?`. */
  z.object({
    kind: z.literal('file-appears'),
    folder: pathTemplateSchema,
    pattern: z.string().trim().min(1).max(200).default('*'),
  }),
  /** Another program comes to the front: any, or this one. */
  z.object({ kind: z.literal('front-changes'), programId: marked(idSchema, { refers: 'program' }).optional() }),
  z.object({ kind: z.literal('frame-on'), frameId: frameIdSchema }),
  z.object({ kind: z.literal('product-starts') }),
])

/** When it is time, by the clock of the bench and the local time zone. */
export const timeRuleSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('once'),
    at: z
      .string()
      .max(16)
      .regex(/^\d{4}-\d{2}-\d{2}T([01]\d|2[0-3]):[0-5]\d$/, 'Write a day and a time.'),
  }),
  z.object({ kind: z.literal('daily'), at: timeOfDay, days: weekdays.optional() }),
  z.object({
    kind: z.literal('every'),
    minutes: z.number().int().min(1, 'At least a minute.').max(1440, 'At most a day.'),
  }),
  /** Dusk and dawn of the place, civil twilight; so many minutes later, or earlier below nothing. */
  z.object({
    kind: z.literal('sun'),
    when: z.enum(['dawn', 'dusk']),
    offsetMinutes: z.number().int().min(-360).max(360).default(0),
    days: weekdays.optional(),
  }),
])

/** What is done about a time that passed while nobody could see it: asleep, switched off, the clock set forward. */
export const MISSED = ['skip', 'at-once'] as const

/** A way to pull a lever that is no key: by pointing, by what happens, by the time. */
export const doorSchema = z.discriminatedUnion('kind', [
  /** A tile in the bench strip. */
  z.object({ id, kind: z.literal('tile') }),
  /** A lamp of the bench strip that is clicked; it then switches nothing itself. */
  z.object({
    id,
    kind: z.literal('lamp'),
    deviceId: deviceIdSchema,
    controlId: controlIdSchema.min(1, 'Choose a lamp.'),
  }),
  z.object({ id, kind: z.literal('event'), event: benchEventSchema }),
  z.object({ id, kind: z.literal('time'), time: timeRuleSchema, missed: z.enum(MISSED).default('skip') }),
])

export type BenchEvent = z.infer<typeof benchEventSchema>
export type TimeRule = z.infer<typeof timeRuleSchema>
export type Door = z.infer<typeof doorSchema>
