import { marksOf, pathOf, rowOf, scopeOf, traceOf } from '../core/run'
import type { LogEntry, RunHead, RunSheet } from '../core/run'
import type { Value } from '../core/values'
import type { MarkedRun, RunAnswer, RunSummary } from './runSchemas'

/** The line of the ledger for a run. */
export function summarizeRun(head: RunHead, seq: number): RunSummary {
  const { id, leverId, leverName, plate, source, phase, outcome, wakeAtMs, startedAtMs, endedAtMs, question } = head
  const { stepCount, changeCount, ignoredCount, note, putBack, stack, after, result } = head
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
    path: pathOf(stack),
    wakeAtMs,
    startedAtMs,
    endedAtMs,
    question,
    stepCount,
    changeCount,
    ignoredCount,
    note,
    ...(after === undefined ? {} : { after }),
    ...(result === undefined ? {} : { result: shortened(result) }),
    putBack: !putBack ? 'no' : putBack.left.length > 0 ? 'partly' : 'whole',
  }
}

const NO_SHEET: RunSheet = { steps: [], values: { values: {}, broken: {} } }

/** A run with all it did, as it is read. Values that are large are cut. */
export function reportRun(head: RunHead, sheet: RunSheet | null, log: readonly LogEntry[], seq: number): RunAnswer {
  return {
    ...head,
    ...(sheet ?? NO_SHEET),
    seq,
    position: head.stack[0]!.index,
    path: pathOf(head.stack),
    names: namesOf(head, sheet, log),
    trace: traceOf({ log }).map((entry) =>
      entry.value === undefined ? entry : { ...entry, value: shortened(entry.value) },
    ),
    changes: log.flatMap(({ path, changes }) => changes.map((change) => ({ ...change, path, stepIndex: rowOf(path) }))),
  }
}

/** A run by the rows of its sheet. */
export function markRun(head: RunHead, sheet: RunSheet | null, log: readonly LogEntry[], seq: number): MarkedRun {
  const { steps } = sheet ?? NO_SHEET
  return { ...summarizeRun(head, seq), steps, names: namesOf(head, sheet, log), marks: marksOf({ log }) }
}

/** What names stand for where a run is that goes on. */
function namesOf(head: RunHead, sheet: RunSheet | null, log: readonly LogEntry[]): RunAnswer['names'] {
  if (!sheet || head.phase === 'ended') return {}
  const names = scopeOf(head.stack, sheet, log)
  return Object.fromEntries(Object.entries(names).map(([name, value]) => [name, shortened(value)]))
}

const MOST_SHOWN = 100

/** Of a list its first entries. */
function shortened(value: Value): Value {
  return Array.isArray(value) && value.length > MOST_SHOWN ? value.slice(0, MOST_SHOWN) : value
}
