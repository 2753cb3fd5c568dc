import type { BenchState, Change } from '../../core/bench'
import type { LogEntry, RunHead, RunSheet } from '../../core/run'
import type { PendingEdit } from '../database/revisionTable'
import type { Queries } from '../database/openDatabase'
import type { RevisionEntry } from '../database/schema'
import type { Book } from './book'

/** What a plan is made against: all that is stored, as it stands. */
export interface World {
  readonly book: Book
  readonly bench: BenchState
  readonly nowMs: number
}

/** Where a run stands after a plan. */
export interface PlannedRun {
  readonly seq: number
  readonly head: RunHead
  readonly sheet: RunSheet | null
  /** What it had done before the plan. */
  readonly log: readonly LogEntry[]
  /** Its sheet is stored with it; it never changes. */
  readonly isNew?: boolean
}

/** One entry of the log: what a step of a run did, or changes that no run made. */
export type PlannedEntry =
  | { readonly runId: string; readonly body: LogEntry }
  | { readonly runId: null; readonly source: 'hand' | 'edit' | 'put-back'; readonly changes: readonly Change[] }

/** All that one act alters, to be stored as a whole or not at all. */
export interface Plan<T> {
  readonly answer: T
  /** The bench after all of `log`. */
  readonly bench?: BenchState
  readonly log?: readonly PlannedEntry[]
  readonly runs?: readonly PlannedRun[]
  /** Levers, frames, values and settings; bench entries are in `log`. */
  readonly book?: readonly RevisionEntry[]
  /** Keeps the act in the history of edits; gives its number there. */
  readonly revise?: (queries: Queries) => Promise<number>
  /** Stored with it, as part of it. */
  readonly alongside?: (queries: Queries) => Promise<void>
  /** The rows of its levers are written after it, by `follow`; only for edits that have the turn. */
  readonly inParts?: Omit<PendingEdit, 'revisionId'>
  /** Called once it is stored, before anything else is planned and before the tabs are told. */
  readonly adopt?: () => void
}

/** What was changed on the bench, in order. */
export function changesOf(log: readonly PlannedEntry[]): Change[] {
  return log.flatMap((entry) => (entry.runId === null ? entry.changes : entry.body.changes.map(({ change }) => change)))
}
