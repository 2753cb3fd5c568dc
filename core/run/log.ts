import type { LogEntry, RecordedChange, RunHead } from './schema'

/**
 * How one step went, as it is read afterwards: an entry that was gone on with stands once, from its beginning to its
 * end.
 */
export interface TraceEntry extends Omit<LogEntry, 'changes' | 'goesOn'> {
  /** The row of the sheet, counted from 0. */
  readonly stepIndex: number
}

/** A run, as far as it is about what was logged. */
export interface Logged {
  readonly log: readonly LogEntry[]
}

export function traceOf({ log }: Logged): TraceEntry[] {
  const trace: TraceEntry[] = []
  for (const { changes: _changes, goesOn, ...entry } of log) {
    const row: TraceEntry = { ...entry, stepIndex: rowOf(entry.path) }
    const before = goesOn ? trace.pop() : undefined
    trace.push(before ? { ...row, startedAtMs: before.startedAtMs } : row)
  }
  return trace
}

/** What a run changed, in order. */
export function changesOf({ log }: Logged): RecordedChange[] {
  return log.flatMap((entry) => entry.changes)
}

/** The row of the sheet that a path stands in. */
export function rowOf(path: string): number {
  return Number(path.split('.', 1)[0])
}

/** A head that counts one more entry. */
export function counted<H extends RunHead>(head: H, entry: LogEntry): H {
  return {
    ...head,
    entryCount: head.entryCount + 1,
    changeCount: head.changeCount + entry.changes.length,
    ignoredCount: head.ignoredCount + (entry.taking?.ignored.length ?? 0),
    note: entry.note,
  }
}

/** What a run did at one place of its sheet, however often it came there. */
export interface PlaceMark {
  readonly path: string
  readonly times: number
  readonly failures: number
  readonly changes: number
  /** How it went the last time, and what was said of it. */
  readonly outcome: LogEntry['outcome']
  readonly note: string
}

/** The places a run came to, in the order in which it first did; an entry that goes on with one is no other time. */
export function marksOf({ log }: Logged): PlaceMark[] {
  const marks = new Map<string, { -readonly [K in keyof PlaceMark]: PlaceMark[K] }>()
  for (const { path, outcome, note, changes, goesOn } of log) {
    const mark = marks.get(path) ?? { path, times: 0, failures: 0, changes: 0, outcome, note }
    if (!goesOn) mark.times += 1
    if (outcome === 'failed') mark.failures += 1
    mark.changes += changes.length
    mark.outcome = outcome
    mark.note = note
    marks.set(path, mark)
  }
  return [...marks.values()]
}
