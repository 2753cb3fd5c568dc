import type { BenchState } from '../bench'
import type { Lever } from '../levers'
import type { StepContext } from '../steps'
import { advanceRun, startRun } from './advanceRun'
import type { StartContext } from './advanceRun'
import type { Run } from './schema'

/** What a pull would come to. `run.phase` is `asking` where it would ask: what follows depends on the answer. */
export interface Rehearsal {
  readonly run: Run
  /** The bench as it would be afterwards; the one given in is untouched. */
  readonly bench: BenchState
  /** Every change that would be made, as a sentence. */
  readonly changes: readonly string[]
  /** How long the waits would take in all. */
  readonly waitsMs: number
}

/** Runs a lever against a copy of the bench, with waits passed over in no time. */
export function rehearse(
  lever: Pick<Lever, 'id' | 'name' | 'plate' | 'steps'>,
  bench: BenchState,
  context: StartContext & Pick<StepContext, 'framesOn'>,
): Rehearsal {
  let nowMs = context.nowMs
  let run = startRun(lever, context)
  let now = bench
  while (run.phase === 'ready' || run.phase === 'waiting') {
    if (run.phase === 'waiting') nowMs = run.wakeAtMs!
    const advance = advanceRun(run, now, { nowMs, nextId: context.nextId, framesOn: context.framesOn })
    run = advance.run
    now = advance.bench
  }
  return { run, bench: now, changes: run.changes.map((entry) => entry.sentence), waitsMs: nowMs - context.nowMs }
}
