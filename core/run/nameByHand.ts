import { quoted } from '../steps'
import type { Value } from '../values'
import { counted } from './log'
import { pathOf } from './place'
import type { LogEntry, RunHead, RunSheet } from './schema'
import { withName } from './scope'

/** Somebody gives a value to a name between two steps; it is an entry of the log like what a step gives back. */
export function nameByHand(
  head: RunHead,
  sheet: RunSheet,
  name: string,
  value: Value,
  nowMs: number,
): { run: RunHead; entries: LogEntry[] } {
  const entry: LogEntry = {
    path: pathOf(head.stack),
    sentence: `Sets ${name} by hand.`,
    outcome: 'done',
    note: `${name} is ${quoted(value)}.`,
    startedAtMs: nowMs,
    endedAtMs: nowMs,
    value,
    changes: [],
  }
  return { run: withName(counted(head, entry), sheet, name, head.entryCount), entries: [entry] }
}
