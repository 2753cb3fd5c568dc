import { childrenOf } from '../steps'
import type { AnyStep, Step } from '../steps'

/** Of the keys of a path in a list of steps, those that lead to the innermost step, as a path. */
export function stepIn(steps: readonly (Step | AnyStep)[], [index = '', ...rest]: readonly string[]): string {
  const step = steps[Number(index)]
  if (!step) return index
  if (rest[0] === 'alternative' && step.alternative) {
    const below = stepIn([step.alternative], ['0', ...rest.slice(1)])
    return `${index}.alternative${below.slice(1)}`
  }
  for (const { list, steps: inner } of childrenOf(step)) {
    const keys = list.split('.')
    if (keys.every((key, i) => rest[i] === key) && rest.length > keys.length)
      return `${index}.${list}.${stepIn(inner, rest.slice(keys.length))}`
  }
  return index
}
