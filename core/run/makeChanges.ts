import { applyChange, describeChange, footprintOf, invertChange } from '../bench'
import type { BenchState, Change } from '../bench'
import type { RecordedChange } from './schema'

export interface Made {
  readonly bench: BenchState
  readonly recorded: readonly RecordedChange[]
  /** Why one of them could not be made; then none was. */
  readonly refusal?: string
}

/** All changes of a step, or none: a step is never left half done. Those that change nothing are left out. */
export function makeChanges(changes: readonly Change[], bench: BenchState): Made {
  const recorded: RecordedChange[] = []
  let now = bench
  for (const change of changes) {
    const after = applyChange(now, change)
    if (!after.ok) return { bench, recorded: [], refusal: after.issues[0]!.message }
    if (after.value !== now) {
      recorded.push({
        change,
        inverse: invertChange(now, change),
        left: footprintOf(change, after.value),
        sentence: describeChange(change, now),
      })
    }
    now = after.value
  }
  return { bench: now, recorded }
}
