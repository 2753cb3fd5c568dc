import type { Run } from '../core/run'
import type { RunSummary } from './schemas'

/** The line of the ledger for a run. */
export function summarizeRun(run: Run): RunSummary {
  const {
    id,
    leverId,
    leverName,
    plate,
    source,
    phase,
    outcome,
    position,
    wakeAtMs,
    startedAtMs,
    endedAtMs,
    question,
    putBack,
  } = run
  return {
    id,
    leverId,
    leverName,
    plate,
    source,
    phase,
    outcome,
    position,
    wakeAtMs,
    startedAtMs,
    endedAtMs,
    question,
    stepCount: run.steps.length,
    changeCount: run.changes.length,
    ignoredCount: run.trace.reduce((sum, entry) => sum + (entry.taking?.ignored.length ?? 0), 0),
    note: run.trace.at(-1)?.note ?? '',
    putBack: !putBack ? 'no' : putBack.left.length > 0 ? 'partly' : 'whole',
  }
}
