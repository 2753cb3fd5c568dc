import type { BenchState } from '../bench'
import type { Lever } from '../levers'
import type { StepContext, WorkByHand } from '../steps'
import { handWork } from './times'

type Context = Required<Pick<StepContext, 'nowMs'>> & Partial<Pick<StepContext, 'values'>>

/** What was found, and all it was found from: the parts of the bench that were looked at, as they were. */
interface Kept {
  readonly work: WorkByHand
  readonly looked: ReadonlyMap<PropertyKey, unknown>
  readonly values: Context['values']
}

/** What levers are by hand, each worked out anew only when something differs that it was worked out from. */
export interface Estimates {
  readonly of: (lever: Lever, bench: BenchState, context: Context) => WorkByHand
}

/** Levers, tables of the bench and tables of values are told apart by identity: none of them is ever altered in place. */
export function createEstimates(): Estimates {
  const kept = new WeakMap<Lever, Kept>()
  return {
    of(lever, bench, context) {
      const known = kept.get(lever)
      if (known && known.values === context.values && isAsItWas(known.looked, bench)) return known.work
      const looked = new Map<PropertyKey, unknown>()
      let hasAskedTime = false
      const noting = new Proxy(bench, {
        get(target, key) {
          const part: unknown = Reflect.get(target, key)
          looked.set(key, part)
          return part
        },
      })
      const timed = {
        ...context,
        get nowMs() {
          hasAskedTime = true
          return context.nowMs
        },
      }
      const work = handWork(lever.steps, noting, timed)
      if (hasAskedTime) kept.delete(lever)
      else kept.set(lever, { work, looked, values: context.values })
      return work
    },
  }
}

function isAsItWas(looked: ReadonlyMap<PropertyKey, unknown>, bench: BenchState): boolean {
  for (const [key, part] of looked) if (Reflect.get(bench, key) !== part) return false
  return true
}
