import { desc, eq, lt, ne } from 'drizzle-orm'
import type { Run } from '../../core/run'
import type { Queries } from './openStore'
import { runs } from './schema'

export async function writeRun(database: Queries, run: Run): Promise<void> {
  const row = {
    id: run.id,
    leverId: run.leverId,
    startedAtMs: run.startedAtMs,
    phase: run.phase,
    outcome: run.outcome,
    body: run,
  }
  await database.insert(runs).values(row).onConflictDoUpdate({ target: runs.id, set: row })
}

export async function readRun(database: Queries, id: string): Promise<Run | undefined> {
  const [row] = await database.select().from(runs).where(eq(runs.id, id))
  return row?.body
}

/** The latest runs first; `beforeMs` goes on from the start of the last one seen. */
export async function listRuns(database: Queries, limit: number, beforeMs = Number.MAX_SAFE_INTEGER): Promise<Run[]> {
  const rows = await database
    .select()
    .from(runs)
    .where(lt(runs.startedAtMs, beforeMs))
    .orderBy(desc(runs.startedAtMs), desc(runs.id))
    .limit(limit)
  return rows.map((row) => row.body)
}

/** Runs that had not ended when they were last stored. */
export async function readOpenRuns(database: Queries): Promise<Run[]> {
  const rows = await database.select().from(runs).where(ne(runs.phase, 'ended'))
  return rows.map((row) => row.body)
}
