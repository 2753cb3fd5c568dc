import { fail, succeed } from '../../core/result'
import type { Result } from '../../core/result'
import { putBack } from '../../core/run'
import type { RunHead } from '../../core/run'
import type { WholeRun } from '../database/runTable'
import type { Plan, PlannedEntry, World } from './plan'

/** Plans to take back what a run that has ended changed. Issues: `run-missing`, `already-put-back`, `log-dropped`. */
export function planPutBack(run: WholeRun | undefined, { bench, nowMs }: World): Result<Plan<RunHead>> {
  if (!run) return fail({ code: 'run-missing', message: 'There is no such run.' })
  if (run.head.putBack) return fail({ code: 'already-put-back', message: 'This run was put back already.' })
  if (!run.sheet)
    return fail({
      code: 'log-dropped',
      message: 'What this run changed is kept no longer, so it cannot be put back. Settings say how long it is kept.',
    })
  const taken = putBack(run, bench)
  const head = { ...run.head, putBack: { atMs: nowMs, ...taken.report } }
  const log: PlannedEntry[] =
    taken.changes.length > 0 ? [{ runId: null, source: 'put-back', changes: taken.changes }] : []
  return succeed({ answer: head, bench: taken.bench, log, runs: [{ ...run, head }] })
}
