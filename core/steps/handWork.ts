import type { BenchState } from '../bench'
import { times, together, NO_WORK, think } from './byHand'
import type { HandWork } from './byHand'
import type { AnyStep } from './defineStep'
import { childrenOf, definitionOf, isOff } from './describe'
import type { StepContext } from './effect'
import type { Step } from './schema'

/** What steps come to by hand, and how many of them nobody knows that of. */
export interface WorkByHand {
  readonly work: HandWork
  readonly unknown: number
}

const NOTHING: WorkByHand = { work: NO_WORK, unknown: 0 }

/**
 * What somebody would do by hand instead of these steps, as the bench stands: loops as often as they would go round now, of
 * several ways through a block their mean, since only one is gone.
 */
export function workByHand(steps: readonly (Step | AnyStep)[], bench: BenchState, context: StepContext): WorkByHand {
  return steps.map((step) => workOf(step, bench, context)).reduce(sum, NOTHING)
}

function workOf(step: Step | AnyStep, bench: BenchState, context: StepContext): WorkByHand {
  if (isOff(step)) return NOTHING
  const definition = definitionOf(step)
  if (definition.role === 'act') {
    const work = definition.byHand(step as never, bench, context.values)
    return work ? { work, unknown: 0 } : { work: NO_WORK, unknown: 1 }
  }
  const ways = childrenOf(step)
    .map(({ steps }) => workByHand(steps, bench, context))
    .filter(({ work, unknown }) => work !== NO_WORK || unknown > 0)
  if (ways.length === 0) return NOTHING
  const all = ways.reduce(sum, NOTHING)
  // To decide which way to go takes a thought.
  const one = ways.length === 1 ? all.work : together(think, times(1 / ways.length, all.work))
  const rounds = definition.rounds ? definition.rounds(step as never, bench, context) : 1
  return { work: times(rounds ?? 1, one), unknown: all.unknown + (rounds === undefined ? 1 : 0) }
}

function sum(one: WorkByHand, other: WorkByHand): WorkByHand {
  return { work: together(one.work, other.work), unknown: one.unknown + other.unknown }
}
