import { z } from 'zod'
import { idSchema } from '../bench'
import { FAILURE_POLICIES } from './defineStep'
import type { ActDefinition, AnyStep, BlockDefinition, StepBase } from './defineStep'
import { kinds } from './kinds'

type StepFrom<D> =
  D extends ActDefinition<infer K, infer F>
    ? StepBase & { kind: K } & z.output<z.ZodObject<F>>
    : D extends BlockDefinition<infer K, infer F>
      ? StepBase & { kind: K } & z.output<z.ZodObject<F>>
      : never

type InputFrom<D> =
  D extends ActDefinition<infer K, infer F>
    ? Partial<StepBase> & { id: string; kind: K } & z.input<z.ZodObject<F>>
    : D extends BlockDefinition<infer K, infer F>
      ? Partial<StepBase> & { id: string; kind: K } & z.input<z.ZodObject<F>>
      : never

type Kinds = (typeof kinds)[number]

/** A step by itself, without another way. */
export type PlainStep = StepFrom<Kinds>
type WithSecondWay<S> = S extends unknown ? S & { alternative?: PlainStep } : never

/** A step, with a second way that is tried where the first fails. */
export type Step = WithSecondWay<PlainStep>
export type StepKind = Step['kind']
export type StepOf<K extends StepKind> = Extract<Step, { kind: K }>
type StepInput = InputFrom<Kinds> & { alternative?: InputFrom<Kinds> }

/** So many steps may stand in one list, and so deep may blocks stand in blocks. */
export const MOST_STEPS = 10_000
export const DEEPEST_BLOCKS = 32

const base = {
  id: idSchema,
  onFailure: z.enum(FAILURE_POLICIES).default('stop'),
  off: z.boolean().optional(),
  /** How often it is tried again when it fails, and after how long. */
  retry: z
    .object({
      times: z.number().int().min(1, 'At least once.').max(100, 'At most 100 times.'),
      afterMs: z.number().int().min(0).max(3_600_000, 'At most an hour.'),
    })
    .optional(),
}

const listSchema: z.ZodType<AnyStep[]> = z.lazy(() =>
  z.array(stepSchema as unknown as z.ZodType<AnyStep>).max(MOST_STEPS),
)

function unionWith(common: z.ZodRawShape, more: z.ZodRawShape = {}): z.ZodDiscriminatedUnion {
  const options = (kinds as readonly (ActDefinition | BlockDefinition)[]).map((definition) => {
    const fields = definition.role === 'act' ? definition.fields : definition.fields(listSchema)
    return z.object({ ...common, kind: z.literal(definition.kind), ...fields, ...more })
  })
  return z.discriminatedUnion('kind', options as unknown as [z.ZodObject, ...z.ZodObject[]])
}

export const plainStepSchema = unionWith(base).meta({ id: 'PlainStep' }) as unknown as z.ZodType<
  PlainStep,
  InputFrom<Kinds>
>

export const stepSchema = unionWith(base, { alternative: plainStepSchema.optional() }).meta({
  id: 'Step',
}) as unknown as z.ZodType<Step, StepInput>

/** The ways of a step: the first, and the second where it has one. */
export function waysOf(step: Step): PlainStep[] {
  return step.alternative ? [step, step.alternative] : [step]
}
