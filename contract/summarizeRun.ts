import { rowOf, traceOf } from '../core/run'
import type { LogEntry, RunHead, RunSheet } from '../core/run'
import type { RunAnswer, RunSummary } from './schemas'

/** The line of the ledger for a run. */
export function summarizeRun(head: RunHead, seq: number): RunSummary {
  const { id, leverId, leverName, plate, source, phase, outcome, wakeAtMs, startedAtMs, endedAtMs, question } = head
  const { stepCount, changeCount, ignoredCount, note, putBack, stack } = head
  return {
    id,
    seq,
    leverId,
    leverName,
    plate,
    source,
    phase,
    outcome,
    position: stack[0]!.index,
    wakeAtMs,
    startedAtMs,
    endedAtMs,
    question,
    stepCount,
    changeCount,
    ignoredCount,
    note,
    putBack: !putBack ? 'no' : putBack.left.length > 0 ? 'partly' : 'whole',
  }
}

/** A run with all it did, as it is read. */
export function reportRun(head: RunHead, sheet: RunSheet | null, log: readonly LogEntry[], seq: number): RunAnswer {
  return {
    ...head,
    ...(sheet ?? { steps: [], values: { values: {}, broken: {} } }),
    seq,
    position: head.stack[0]!.index,
    trace: traceOf({ log }),
    changes: log.flatMap(({ path, changes }) => changes.map((change) => ({ ...change, path, stepIndex: rowOf(path) }))),
  }
}
