import { and, asc, desc, eq, lt, lte, ne, or } from 'drizzle-orm'
import type { History, Revision } from '../../contract'
import { sameValue } from '../../core/bench'
import type { Lever } from '../../core/levers'
import type { Queries } from './openDatabase'
import { revisions } from './schema'
import type { RevisionEntry, StoredEntry } from './schema'
import { SHAPE } from './shapes'

export interface StoredRevision {
  readonly id: number
  readonly label: string
  readonly entries: readonly StoredEntry[]
}

/** Adds an edit; what had been undone before it can no longer be made again, but stays in the history. */
export async function addRevision(
  database: Queries,
  { entries, ...revision }: { atMs: number; label: string; entries: readonly RevisionEntry[] },
): Promise<void> {
  await database.update(revisions).set({ state: 'superseded' }).where(eq(revisions.state, 'undone'))
  await database
    .insert(revisions)
    .values({ ...revision, entries: entries.map(compact), state: 'applied', shape: SHAPE })
}

const whole = { id: revisions.id, label: revisions.label, entries: revisions.entries }

/** The edit that undo would take back. */
export async function nextUndo(database: Queries): Promise<StoredRevision | undefined> {
  const [row] = await database
    .select(whole)
    .from(revisions)
    .where(eq(revisions.state, 'applied'))
    .orderBy(desc(revisions.id))
    .limit(1)
  return row
}

/** The edit that redo would make again. */
export async function nextRedo(database: Queries): Promise<StoredRevision | undefined> {
  const [row] = await database
    .select(whole)
    .from(revisions)
    .where(eq(revisions.state, 'undone'))
    .orderBy(asc(revisions.id))
    .limit(1)
  return row
}

export async function markRevision(
  database: Queries,
  id: number,
  state: Revision['state'],
  entries: readonly RevisionEntry[],
): Promise<void> {
  await database
    .update(revisions)
    .set({ state, entries: entries.map(compact), shape: SHAPE })
    .where(eq(revisions.id, id))
}

/** What undo and redo would do, in words. */
export async function readHistory(database: Queries): Promise<History> {
  const [undo] = await database
    .select({ label: revisions.label })
    .from(revisions)
    .where(eq(revisions.state, 'applied'))
    .orderBy(desc(revisions.id))
    .limit(1)
  const [redo] = await database
    .select({ label: revisions.label })
    .from(revisions)
    .where(eq(revisions.state, 'undone'))
    .orderBy(asc(revisions.id))
    .limit(1)
  return { undo: undo?.label ?? null, redo: redo?.label ?? null }
}

export async function listRevisions(database: Queries, limit: number): Promise<Revision[]> {
  return database
    .select({ id: revisions.id, atMs: revisions.atMs, label: revisions.label, state: revisions.state })
    .from(revisions)
    .orderBy(desc(revisions.id))
    .limit(limit)
}

/** Drops edits that are older or further back than what is kept; the newest one always stays. */
export async function dropRevisions(database: Queries, beforeMs: number, most: number): Promise<void> {
  const [newest] = await database.select({ id: revisions.id }).from(revisions).orderBy(desc(revisions.id)).limit(1)
  if (!newest) return
  await database
    .delete(revisions)
    .where(and(ne(revisions.id, newest.id), or(lt(revisions.atMs, beforeMs), lte(revisions.id, newest.id - most))))
}

/** An edit of a lever that was there and still is, by the fields that differ: many levers at once would be long. */
export function compact(entry: RevisionEntry): StoredEntry {
  if (entry.kind !== 'lever' || !entry.before || !entry.after) return entry
  const { id, before, after } = entry
  const keys = new Set([...Object.keys(before), ...Object.keys(after)] as (keyof Lever)[])
  const differing = [...keys].filter((key) => !sameValue(before[key], after[key]))
  const only = (lever: Lever) => Object.fromEntries(differing.map((key) => [key, lever[key] ?? null])) as Partial<Lever>
  return { kind: 'lever-fields', id, before: only(before), after: only(after) }
}

/** The edit with whole levers again, from the one that stands now on the side `now`. */
export function expand(
  entry: StoredEntry,
  now: 'before' | 'after',
  leverOf: (id: string) => Lever | undefined,
): RevisionEntry {
  if (entry.kind !== 'lever-fields') return entry
  const lever = leverOf(entry.id)
  if (!lever) throw new RangeError(`the lever ${entry.id} of an edit is not there`)
  const other = withoutNulls({ ...lever, ...entry[now === 'after' ? 'before' : 'after'] })
  return now === 'after'
    ? { kind: 'lever', id: entry.id, before: other, after: lever }
    : { kind: 'lever', id: entry.id, before: lever, after: other }
}

function withoutNulls(lever: Lever): Lever {
  return Object.fromEntries(Object.entries(lever).filter(([, value]) => value !== null)) as Lever
}
