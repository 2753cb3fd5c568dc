import { STEP_KINDS } from '../steps'
import type { Step } from '../steps'
import { writePhrases } from './phraseMatch'
import type { SlotContext } from './slots'

const kindOf = new Map<string, (typeof STEP_KINDS)[number]>(STEP_KINDS.map((entry) => [entry.kind, entry]))

/** What every step has beside what its kind says, as phrases have it. */
const COMMON = ['id', 'kind', 'onFailure', 'retry', 'off', 'alternative']

/** A step without what stands in it, in words; undefined where no phrase says all of it. */
export function writeStep(step: Step, context: SlotContext): string | undefined {
  if (step.onFailure !== 'stop' || step.retry || step.off || step.alternative) return undefined
  const entry = kindOf.get(step.kind)!
  return writePhrases(entry.phrases, without(entry.fresh('')), without(step), context)
}

function without(step: Step): Record<string, unknown> {
  return Object.fromEntries(Object.entries(step).filter(([key]) => !COMMON.includes(key)))
}
