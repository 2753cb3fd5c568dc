import { and, asc, between, desc, eq, lt, lte, ne, or, sql } from 'drizzle-orm'
import type { SQL } from 'drizzle-orm'
import type { History, Revision } from '../../contract'
import type { Queries } from './openDatabase'
import { breathe } from './rows'
import { pendingEdits, revisionParts, revisions } from './schema'
import type { RevisionEntry, StoredEntry } from './schema'
import { SHAPE } from './shapes'
import { compact } from './turnedEntries'

export interface StoredRevision {
  readonly id: number
  readonly label: string
  readonly entries: readonly StoredEntry[]
}

export interface NewRevision {
  readonly atMs: number
  readonly label: string
  readonly entries: readonly RevisionEntry[]
  /** Where the entries of its levers were stored before it; they are not among `entries` then. */
  readonly act?: string
}

/**
 * Adds an edit; what had been undone before it can no longer be made again, but stays in the history. Gives its number.
 */
export async function addRevision(database: Queries, { entries, ...revision }: NewRevision): Promise<number> {
  await database.update(revisions).set({ state: 'superseded' }).where(eq(revisions.state, 'undone'))
  const [row] = await database
    .insert(revisions)
    .values({ ...revision, entries: entries.map(compact), state: 'applied', shape: SHAPE })
    .returning({ id: revisions.id })
  return row!.id
}

/** Stores some of the levers of an edit that is about to be made. */
export async function addRevisionPart(
  database: Queries,
  act: string,
  part: number,
  entries: readonly RevisionEntry[],
): Promise<void> {
  await database.insert(revisionParts).values({ act, part, entries: entries.map(compact), shape: SHAPE })
}

/** The edit that undo would take back. */
export async function nextUndo(database: Queries): Promise<StoredRevision | undefined> {
  return readRevision(database, eq(revisions.state, 'applied'), desc(revisions.id))
}

/** The edit that redo would make again. */
export async function nextRedo(database: Queries): Promise<StoredRevision | undefined> {
  return readRevision(database, eq(revisions.state, 'undone'), asc(revisions.id))
}

async function readRevision(database: Queries, which: SQL, order: SQL): Promise<StoredRevision | undefined> {
  const [row] = await database.select().from(revisions).where(which).orderBy(order).limit(1)
  if (!row) return undefined
  const { id, label, act } = row
  return { id, label, entries: act === null ? row.entries : [...(await readParts(database, act)), ...row.entries] }
}

/** In slices, since the levers of an edit may be many. */
async function readParts(database: Queries, act: string): Promise<StoredEntry[]> {
  const entries: StoredEntry[] = []
  for (let from = 0; ; from += PARTS_AT_ONCE) {
    const rows = await database
      .select({ entries: revisionParts.entries })
      .from(revisionParts)
      .where(and(eq(revisionParts.act, act), between(revisionParts.part, from, from + PARTS_AT_ONCE - 1)))
      .orderBy(asc(revisionParts.part))
    entries.push(...rows.flatMap((row) => row.entries))
    if (rows.length < PARTS_AT_ONCE) return entries
    await breathe()
  }
}

const PARTS_AT_ONCE = 5

/** Marks an edit as made or as taken back. Gives its number. */
export async function markRevision(database: Queries, id: number, state: Revision['state']): Promise<number> {
  await database.update(revisions).set({ state }).where(eq(revisions.id, id))
  return id
}

/** An edit that stands, while the rows of its levers are still written. */
export interface PendingEdit {
  readonly revisionId: number
  /** The side that stands now. */
  readonly side: 'before' | 'after'
  /** The version its levers have; null where it is the one that the edit gave them. */
  readonly version: number | null
}

export async function addPending(database: Queries, pending: PendingEdit): Promise<void> {
  await database.insert(pendingEdits).values({ id: 1, ...pending })
}

export async function endPending(database: Queries): Promise<void> {
  await database.delete(pendingEdits)
}

/** The edit whose levers were still being written when the store was left, with what it altered. */
export async function readPending(
  database: Queries,
): Promise<(PendingEdit & { readonly entries: readonly StoredEntry[] }) | undefined> {
  const [pending] = await database.select().from(pendingEdits)
  if (!pending) return undefined
  const revision = await readRevision(database, eq(revisions.id, pending.revisionId), asc(revisions.id))
  return { ...pending, entries: revision?.entries ?? [] }
}

/** Drops the parts of edits that are kept no longer, and of those that were never made. */
export async function dropLooseParts(database: Queries): Promise<void> {
  await database
    .delete(revisionParts)
    .where(sql`not exists (select 1 from ${revisions} where ${revisions.act} = ${revisionParts.act})`)
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
  await dropLooseParts(database)
}
