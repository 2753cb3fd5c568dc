import type { History } from '../../contract'
import { applyChange, invertChange } from '../../core/bench'
import type { BenchState, Change } from '../../core/bench'
import { fail, succeed } from '../../core/result'
import type { Result } from '../../core/result'
import { addRevision, expand, markRevision, nextRedo, nextUndo } from '../database/revisionTable'
import type { RevisionEntry } from '../database/schema'
import type { BookState, PlannedEdit } from './bookState'
import type { Plan, Store } from './store'
import { withFollowers } from './variantEdits'

/**
 * Plans an edit against what stands and makes it, as one revision; variants follow what their pattern became. An edit
 * without entries is none.
 */
export function edit<T>(
  store: Store,
  plan: (state: BookState, bench: BenchState) => Result<PlannedEdit<T>>,
): Promise<Result<T>> {
  return store.change(({ book, bench, nowMs }) => {
    const planned = plan(book, bench)
    if (!planned.ok) return planned
    const { label, entries, answer } = planned.value
    if (entries.length === 0) return succeed({ answer })
    return planEntries(
      withFollowers(entries, book, bench.programs),
      bench,
      answer,
      (settled) => (queries) => addRevision(queries, { atMs: nowMs, label, entries: settled }),
    )
  })
}

/** Takes the last edit back. Issue: `nothing-to-undo`. */
export async function undo(store: Store): Promise<Result<History>> {
  const undone = await store.change(async ({ book, bench }) => {
    const revision = await nextUndo(store.database)
    if (!revision) return fail({ code: 'nothing-to-undo', message: 'There is nothing to undo.' })
    const entries = revision.entries.map((entry) =>
      renewed(
        expand(entry, 'after', (id) => book.levers.get(id)),
        'before',
      ),
    )
    return planEntries(
      entries.map(reversed).reverse(),
      bench,
      null,
      () => (queries) => markRevision(queries, revision.id, 'undone', entries),
    )
  })
  return undone.ok ? succeed(store.book.history) : undone
}

/** Makes the last undone edit again. Issue: `nothing-to-redo`. */
export async function redo(store: Store): Promise<Result<History>> {
  const redone = await store.change(async ({ book, bench }) => {
    const revision = await nextRedo(store.database)
    if (!revision) return fail({ code: 'nothing-to-redo', message: 'There is nothing to redo.' })
    const entries = revision.entries.map((entry) =>
      renewed(
        expand(entry, 'before', (id) => book.levers.get(id)),
        'after',
      ),
    )
    return planEntries(entries, bench, null, () => (queries) => markRevision(queries, revision.id, 'applied', entries))
  })
  return redone.ok ? succeed(store.book.history) : redone
}

/** Alters the bench by hand: all of the changes, or none. Issues as those of `applyChange`, with the place. */
export async function changeByHand(store: Store, changes: readonly Change[]): Promise<Result<number>> {
  const changed = await store.change(({ bench }) => {
    const made = tryChanges(bench, changes)
    if (!made.ok) return made
    const { after, effective } = made.value
    const log = effective.length > 0 ? [{ runId: null, source: 'hand' as const, changes: effective }] : []
    return succeed({ answer: null, bench: after, log })
  })
  return changed.ok ? succeed(store.benchVersion) : changed
}

type Revise = NonNullable<Plan<unknown>['revise']>

/** An edit as a plan: its changes of the bench are made, and kept with those that take them back. */
function planEntries<T>(
  entries: readonly RevisionEntry[],
  bench: BenchState,
  answer: T,
  reviseWith: (settled: readonly RevisionEntry[]) => Revise,
): Result<Plan<T>> {
  const made = tryChanges(
    bench,
    entries.flatMap((entry) => (entry.kind === 'bench' ? entry.changes : [])),
  )
  if (!made.ok) return made
  const { after, effective, inverse } = made.value
  const settled = entries.map((entry) => (entry.kind === 'bench' ? { ...entry, changes: effective, inverse } : entry))
  return succeed({
    answer,
    bench: after,
    log: effective.length > 0 ? [{ runId: null, source: 'edit' as const, changes: effective }] : [],
    book: settled,
    revise: reviseWith(settled),
  })
}

/** What changes would come to, with those that take them back, last first. */
function tryChanges(
  bench: BenchState,
  changes: readonly Change[],
): Result<{ after: BenchState; effective: Change[]; inverse: Change[] }> {
  let after = bench
  const effective: Change[] = []
  const inverse: Change[] = []
  for (const [i, change] of changes.entries()) {
    const result = applyChange(after, change)
    if (!result.ok)
      return fail(
        ...result.issues.map((issue) => ({
          ...issue,
          at: ['changes', i, issue.at].filter((part) => part !== undefined).join('.'),
        })),
      )
    if (result.value === after) continue
    effective.push(change)
    inverse.unshift(invertChange(after, change))
    after = result.value
  }
  return succeed({ after, effective, inverse })
}

function reversed(entry: RevisionEntry): RevisionEntry {
  return entry.kind === 'bench'
    ? { kind: 'bench', changes: entry.inverse, inverse: entry.changes }
    : ({ ...entry, before: entry.after, after: entry.before } as RevisionEntry)
}

/** The side that comes back gets a version of its own, so that a tab that still holds an older one is told. */
function renewed(entry: RevisionEntry, side: 'before' | 'after'): RevisionEntry {
  if (entry.kind !== 'lever' && entry.kind !== 'value' && entry.kind !== 'frame') return entry
  if (!entry[side]) return entry
  const version = Math.max(entry.before?.version ?? 0, entry.after?.version ?? 0) + 1
  return { ...entry, [side]: { ...entry[side], version } } as RevisionEntry
}
