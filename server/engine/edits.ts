import type { History } from '../../contract'
import { applyChange, invertChange } from '../../core/bench'
import type { BenchState, Change } from '../../core/bench'
import { atOnce, fail, succeed } from '../../core/result'
import type { Issue, Result } from '../../core/result'
import type { Database } from '../database/openDatabase'
import { addRevision, addRevisionPart, markRevision, nextRedo, nextUndo } from '../database/revisionTable'
import type { StoredRevision } from '../database/revisionTable'
import { breathe, inSlices, ROWS_PER_SLICE, slicesOf } from '../database/rows'
import type { RevisionEntry } from '../database/schema'
import { turnedEntries, versionAbove } from '../database/turnedEntries'
import type { BookState, PlannedEdit } from './bookState'
import { newId } from './newId'
import type { Plan } from './plan'
import type { Store } from './store'
import { followerCount, withFollowers } from './variantEdits'

/**
 * Plans an edit against what stands and makes it, as one revision; variants follow what their pattern became. An edit
 * without entries is none. One of many levers is stored in parts first, while runs go on, and is made with its revision.
 */
export function edit<T>(
  store: Store,
  plan: (state: BookState, bench: BenchState) => Result<PlannedEdit<T>>,
): Promise<Result<T>> {
  return store.editing(async () => {
    let large: PlannedEdit<T> | undefined
    const made = await store.change(({ book, bench, nowMs }) => {
      const planned = plan(book, bench)
      if (!planned.ok) return planned
      const { label, answer, entries } = planned.value
      const count = entries.length + followerCount(entries, book)
      if (count > ROWS_PER_SLICE) large = planned.value
      if (count > ROWS_PER_SLICE || count === 0) return succeed({ answer })
      return planEntries(
        atOnce(withFollowers(entries, book, bench.programs)),
        bench,
        answer,
        (settled) => (queries) => addRevision(queries, { atMs: nowMs, label, entries: settled }),
      )
    })
    return large ? editInParts(store, large) : made
  })
}

async function editInParts<T>(store: Store, { label, entries, answer }: PlannedEdit<T>): Promise<Result<T>> {
  const act = newId()
  await breathe()
  // No other edit has its turn meanwhile, and no run alters levers or programs.
  const all = await inSlices(withFollowers(entries, store.book, store.bench.programs))
  const [levers, others] = [true, false].map((is) => all.filter(({ kind }) => (kind === 'lever') === is))
  let part = 0
  for (const slice of slicesOf(levers!)) {
    await store.aside((database) => addRevisionPart(database, act, part++, slice))
    await breathe()
  }
  return store.change(({ bench, nowMs }) => {
    const planned = planEntries(others!, bench, answer, (settled) => (queries) => {
      return addRevision(queries, { atMs: nowMs, label, entries: settled, act })
    })
    if (!planned.ok) return planned
    const inParts = { side: 'after', version: null } as const
    return succeed({ ...planned.value, book: [...levers!, ...planned.value.book!], inParts })
  })
}

/** Takes the last edit back. Issue: `nothing-to-undo`. */
export function undo(store: Store): Promise<Result<History>> {
  return turn(store, 'before', 'undone', nextUndo, {
    code: 'nothing-to-undo',
    message: 'There is nothing to undo.',
  })
}

/** Makes the last undone edit again. Issue: `nothing-to-redo`. */
export function redo(store: Store): Promise<Result<History>> {
  return turn(store, 'after', 'applied', nextRedo, {
    code: 'nothing-to-redo',
    message: 'There is nothing to redo.',
  })
}

/** Brings one side of an edit back. */
function turn(
  store: Store,
  side: 'before' | 'after',
  state: 'undone' | 'applied',
  next: (database: Database) => Promise<StoredRevision | undefined>,
  none: Issue,
): Promise<Result<History>> {
  return store.editing(async () => {
    const revision = await store.aside(next)
    if (!revision) return fail(none)
    const version = versionAbove(revision.entries, store.book)
    const entries = await turnedEntries(revision.entries, side, store.book, version)
    const turned = await store.change(({ bench }) => {
      const planned = planEntries(entries, bench, null, () => (queries) => markRevision(queries, revision.id, state))
      if (!planned.ok || entries.length <= ROWS_PER_SLICE) return planned
      return succeed({ ...planned.value, inParts: { side, version } })
    })
    return turned.ok ? succeed(store.book.history) : turned
  })
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
