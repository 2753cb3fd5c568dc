import type { Value } from '../values'
import { nameByHand } from './nameByHand'
import { pathOf } from './place'
import type { LogEntry, RunHead, RunSheet } from './schema'

/**
 * How far a rehearsal is walked through, step by step. As a rehearsal changes nothing, a step back is a walk of one step
 * less.
 */
export interface Walk {
  /** It pauses once so many steps are behind it, in whatever block or lever they stand. */
  readonly steps: number
  /** It then goes on to the next of these rows, by their paths; to the end, where it comes to none of them. */
  readonly until?: readonly string[]
  /** Names that are given another value on the way, and behind how many steps. */
  readonly named?: readonly { readonly behind: number; readonly name: string; readonly value: Value }[]
}

/** What a walk does at a pause behind so many steps: names given by hand, and whether it goes on. */
export function walkOn(
  walk: Walk,
  behind: number,
  head: RunHead,
  sheet: RunSheet,
  nowMs: number,
): { run: RunHead; entries: LogEntry[]; goesOn: boolean } {
  let run = head
  const entries: LogEntry[] = []
  for (const { name, value } of (walk.named ?? []).filter((entry) => entry.behind === behind)) {
    const given = nameByHand(run, sheet, name, value, nowMs)
    run = given.run
    entries.push(...given.entries)
  }
  const goesOn = behind < walk.steps || (walk.until !== undefined && !walk.until.includes(pathOf(head.stack)))
  return { run, entries, goesOn }
}
