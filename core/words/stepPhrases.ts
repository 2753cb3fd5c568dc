import { fillTemplate } from '../phrases'
import type { Phrase, Slots } from '../phrases'
import { withList } from '../sheets'
import { STEP_KINDS } from '../steps'
import type { AnyStep, Step, StepKindEntry } from '../steps'

/** A way to say a step of a kind. */
export interface StepPhrase extends Phrase {
  readonly entry: StepKindEntry
}

/** Every way to say a step. */
export const STEP_PHRASES: readonly StepPhrase[] = STEP_KINDS.flatMap((entry) =>
  entry.phrases.map((phrase) => ({ ...phrase, entry })),
)

/** The step that a phrase says; what it does not say is as in a new one. */
export function stepOf({ entry, gives }: StepPhrase, slots: Slots, id = 'said'): Step {
  const filled = fillTemplate(gives, slots) as Record<string, unknown>
  // What a phrase says is not there is not there, whatever a new one has.
  const fresh = Object.entries(entry.fresh(id)).filter(([key]) => !(key in gives && gives[key] === undefined))
  return { ...Object.fromEntries(fresh), ...filled } as unknown as Step
}

/** The same step with other steps in one of its lists, by its dotted path. */
export function withSteps(step: Step, list: string, steps: readonly (Step | AnyStep)[]): Step {
  return withList([step], `0.${list}`, () => [...steps] as Step[])[0]!
}
