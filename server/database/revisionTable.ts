import { asc, desc, eq } from 'drizzle-orm'
import type { History, Revision } from '../../contract'
import type { Queries } from './openStore'
import { revisions } from './schema'
import type { RevisionEntry } from './schema'

export type StoredRevision = typeof revisions.$inferSelect

/** Adds an edit; what had been undone before it can no longer be made again, but stays in the history. */
export async function addRevision(
  database: Queries,
  revision: { atMs: number; label: string; entries: RevisionEntry[] },
): Promise<void> {
  await database.update(revisions).set({ state: 'superseded' }).where(eq(revisions.state, 'undone'))
  await database.insert(revisions).values({ ...revision, state: 'applied' })
}

/** The edit that undo would take back. */
export async function nextUndo(database: Queries): Promise<StoredRevision | undefined> {
  const [row] = await database
    .select()
    .from(revisions)
    .where(eq(revisions.state, 'applied'))
    .orderBy(desc(revisions.id))
    .limit(1)
  return row
}

/** The edit that redo would make again. */
export async function nextRedo(database: Queries): Promise<StoredRevision | undefined> {
  const [row] = await database
    .select()
    .from(revisions)
    .where(eq(revisions.state, 'undone'))
    .orderBy(asc(revisions.id))
    .limit(1)
  return row
}

export async function markRevision(
  database: Queries,
  id: number,
  state: StoredRevision['state'],
  entries: RevisionEntry[],
): Promise<void> {
  await database.update(revisions).set({ state, entries }).where(eq(revisions.id, id))
}

export async function readHistory(database: Queries): Promise<History> {
  return { undo: (await nextUndo(database))?.label ?? null, redo: (await nextRedo(database))?.label ?? null }
}

export async function listRevisions(database: Queries, limit: number): Promise<Revision[]> {
  return database
    .select({ id: revisions.id, atMs: revisions.atMs, label: revisions.label, state: revisions.state })
    .from(revisions)
    .orderBy(desc(revisions.id))
    .limit(limit)
}
