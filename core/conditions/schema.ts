import { z } from 'zod'
import { controlIdSchema, controlValueSchema, desktopNumberSchema, idSchema } from '../bench'
import { marked } from '../fields'

/** Something that holds or does not hold on the bench, as data. */
export type Condition =
  | { kind: 'program-runs'; programId: string }
  | { kind: 'program-front'; programId: string }
  | { kind: 'device-present'; deviceId: string }
  | { kind: 'control-is'; deviceId: string; controlId: string; value: boolean | number | string | null }
  /** The lamp of a control, as it is watched on the bench or else as a plain one. */
  | { kind: 'lamp-is'; deviceId: string; controlId: string; state: 'lit' | 'dark' | 'unknown' }
  /** From a minute of the day to before another one; past midnight where the first is the later. */
  | { kind: 'time-of-day'; fromMinute: number; toMinute: number }
  /** A window or tab: of that program, where one is named, with that text in its title or among its addresses. */
  | { kind: 'window-open'; programId?: string; text: string }
  | { kind: 'file-is'; path: string; test: FileTest }
  /** Also where there is no such folder. */
  | { kind: 'folder-empty'; path: string }
  /** In the document in front. */
  | { kind: 'text-has'; text: string }
  | { kind: 'desktop-shown'; desktop: number }
  /** Anything at all where the text is empty. */
  | { kind: 'clipboard-has'; text: string }
  /** Anything at all where no playlist is named. */
  | { kind: 'plays'; deviceId: string; playlistId?: string }
  /** What a text comes to, its values put in. */
  | { kind: 'value-is'; text: string; test: ValueTest }
  | { kind: 'not'; condition: Condition }
  | { kind: 'all' | 'any'; conditions: Condition[] }

/** What is asked of a file, or of any of those that fit a pattern. */
export type FileTest =
  | { kind: 'there' }
  /** Changed within that time. */
  | { kind: 'newer'; withinMs: number }
  /** Changed after another one. */
  | { kind: 'newer-than'; path: string }
  | { kind: 'larger'; bytes: number }

/** What is asked of a text. Where both sides are numbers, `is`, `more` and `less` go by the number. */
export type ValueTest =
  { kind: 'is' | 'begins' | 'ends' | 'has' | 'fits' | 'more' | 'less'; text: string } | { kind: 'empty' }

const MOST_PARTS = 20
const programIdSchema = marked(idSchema, { refers: 'program' })
const deviceIdSchema = marked(idSchema, { refers: 'device' })
const pathSchema = marked(z.string().min(1, 'Give a path.').max(4096), { text: 'path' })
const textSchema = marked(z.string().max(4096), { text: 'template' })
const minuteSchema = z.number().int().min(0).max(1439)

export const conditionSchema: z.ZodType<Condition> = z
  .lazy(() =>
    z.discriminatedUnion('kind', [
      z.object({ kind: z.literal('program-runs'), programId: programIdSchema }),
      z.object({ kind: z.literal('program-front'), programId: programIdSchema }),
      z.object({ kind: z.literal('device-present'), deviceId: deviceIdSchema }),
      /** A control has a value; `null` is unknown. */
      z.object({
        kind: z.literal('control-is'),
        deviceId: deviceIdSchema,
        controlId: controlIdSchema,
        value: controlValueSchema,
      }),
      z.object({
        kind: z.literal('lamp-is'),
        deviceId: deviceIdSchema,
        controlId: controlIdSchema,
        state: z.enum(['lit', 'dark', 'unknown']),
      }),
      z.object({ kind: z.literal('time-of-day'), fromMinute: minuteSchema, toMinute: minuteSchema }),
      z.object({
        kind: z.literal('window-open'),
        programId: programIdSchema.optional(),
        text: textSchema,
      }),
      z.object({
        kind: z.literal('file-is'),
        path: pathSchema,
        test: z.discriminatedUnion('kind', [
          z.object({ kind: z.literal('there') }),
          z.object({
            kind: z.literal('newer'),
            withinMs: z
              .number()
              .int()
              .min(0)
              .max(366 * 86_400_000),
          }),
          z.object({ kind: z.literal('newer-than'), path: pathSchema }),
          z.object({ kind: z.literal('larger'), bytes: z.number().int().min(0).max(1e15) }),
        ]),
      }),
      z.object({ kind: z.literal('folder-empty'), path: pathSchema }),
      z.object({ kind: z.literal('text-has'), text: textSchema }),
      z.object({ kind: z.literal('desktop-shown'), desktop: desktopNumberSchema }),
      z.object({ kind: z.literal('clipboard-has'), text: textSchema }),
      z.object({ kind: z.literal('plays'), deviceId: deviceIdSchema, playlistId: idSchema.optional() }),
      z.object({
        kind: z.literal('value-is'),
        text: textSchema,
        test: z.discriminatedUnion('kind', [
          z.object({ kind: z.enum(['is', 'begins', 'ends', 'has', 'fits', 'more', 'less']), text: textSchema }),
          z.object({ kind: z.literal('empty') }),
        ]),
      }),
      z.object({ kind: z.literal('not'), condition: conditionSchema }),
      z.object({ kind: z.enum(['all', 'any']), conditions: z.array(conditionSchema).min(1).max(MOST_PARTS) }),
    ]),
  )
  .meta({ id: 'Condition' })
