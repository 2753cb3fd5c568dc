import { z } from 'zod'
import { controlIdSchema, controlValueSchema, idSchema } from '../bench'
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
  | { kind: 'not'; condition: Condition }
  | { kind: 'all' | 'any'; conditions: Condition[] }

const MOST_PARTS = 20
const programIdSchema = marked(idSchema, { refers: 'program' })
const deviceIdSchema = marked(idSchema, { refers: 'device' })
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
      z.object({ kind: z.literal('not'), condition: conditionSchema }),
      z.object({ kind: z.enum(['all', 'any']), conditions: z.array(conditionSchema).min(1).max(MOST_PARTS) }),
    ]),
  )
  .meta({ id: 'Condition' })
