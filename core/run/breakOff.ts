import type { Issue } from '../result'
import { partsOfRun } from './entries'
import type { Advance } from './entries'
import { ended, settled } from './heads'
import { runIssue } from './issues'
import { counted } from './log'
import type { LogEntry, Run, RunHead } from './schema'

/** Ends a run that waits or asks, without doing what is left of it. What it changed stands; `putBack` takes it back. */
export function stopRun(run: Run, nowMs: number): Run {
  const { head, sheet, log } = partsOfRun(run)
  const stopped = stopHead(head, log, nowMs)
  return stopped.run === head ? run : { ...stopped.run, ...sheet, log: [...log, ...stopped.entries] }
}

/** The same for whoever keeps the log beside the head. */
export function stopHead(head: RunHead, log: readonly LogEntry[], nowMs: number): Pick<Advance, 'run' | 'entries'> {
  return breakOff(head, log, 'stopped', runIssue({ code: 'stopped' }), nowMs)
}

/** Ends a run that cannot go on, whatever it was about to do. */
export function failHead(
  head: RunHead,
  log: readonly LogEntry[],
  because: Issue,
  nowMs: number,
): Pick<Advance, 'run' | 'entries'> {
  return breakOff(head, log, 'failed', because, nowMs)
}

function breakOff(
  head: RunHead,
  log: readonly LogEntry[],
  outcome: 'stopped' | 'failed',
  because: Issue,
  nowMs: number,
): Pick<Advance, 'run' | 'entries'> {
  if (head.phase === 'ended') return { run: head, entries: [] }
  const last = log.at(-1)
  const entry: LogEntry | undefined =
    last?.endedAtMs === null
      ? {
          path: last.path,
          sentence: last.sentence,
          outcome: 'failed',
          note: because.message,
          issueCode: because.code,
          startedAtMs: last.startedAtMs,
          endedAtMs: nowMs,
          goesOn: true,
          changes: [],
        }
      : undefined
  const counting = entry ? counted(head, entry) : { ...head, note: because.message }
  return { run: ended(settled(counting), outcome, nowMs), entries: entry ? [entry] : [] }
}
