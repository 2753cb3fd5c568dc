import { z } from 'zod'
import { controlValueSchema, idSchema } from '../bench'

/** Something that holds or does not hold on the bench, as data. */
export type Condition
  = | { kind: 'program-runs', programId: string }
    | { kind: 'program-front', programId: string }
    | { kind: 'device-present', deviceId: string }
    | { kind: 'control-is', deviceId: string, controlId: string, value: boolean | number | string | null }
    | { kind: 'not', condition: Condition }
    | { kind: 'all' | 'any', conditions: Condition[] }

const MOST_PARTS = 20

export const conditionSchema: z.ZodType<Condition> = z.lazy(() => z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('program-runs'), programId: idSchema }),
  z.object({ kind: z.literal('program-front'), programId: idSchema }),
  z.object({ kind: z.literal('device-present'), deviceId: idSchema }),
  /** A control has a value; `null` is unknown. */
  z.object({ kind: z.literal('control-is'), deviceId: idSchema, controlId: z.string(), value: controlValueSchema }),
  z.object({ kind: z.literal('not'), condition: conditionSchema }),
  z.object({ kind: z.enum(['all', 'any']), conditions: z.array(conditionSchema).min(1).max(MOST_PARTS) }),
])).meta({ id: 'Condition' })
