import { desc, lte, max, sql } from 'drizzle-orm'
import { stepSchema } from '../../core/steps'
import type { Step } from '../../core/steps'
import type { Queries } from './openDatabase'
import { acts } from './schema'
import { SHAPE } from './shapes'

export interface StoredAct {
  readonly seq: number
  readonly atMs: number
  readonly step: Step
  readonly sentence: string
  /** The program that was in front. */
  readonly programId: string | null
}

/** Puts an act down, or in place of the one of its number, which it goes on. */
export async function writeAct(database: Queries, act: StoredAct): Promise<void> {
  const row = { ...act, shape: SHAPE }
  await database.insert(acts).values(row).onConflictDoUpdate({ target: acts.seq, set: row })
}

/** The newest first; what cannot be read is left out. */
export async function listActs(database: Queries, limit: number): Promise<StoredAct[]> {
  const rows = await database.select().from(acts).orderBy(desc(acts.seq)).limit(limit)
  return rows.flatMap(({ shape: _shape, step, ...row }) => {
    const read = stepSchema.safeParse(step)
    return read.success ? [{ ...row, step: read.data }] : []
  })
}

export async function lastActSeq(database: Queries): Promise<number> {
  const [row] = await database.select({ seq: max(acts.seq) }).from(acts)
  return row?.seq ?? 0
}

/** Forgets the acts up to a number. How many there were. */
export async function dropActs(database: Queries, uptoSeq: number): Promise<number> {
  const dropped = await database
    .delete(acts)
    .where(lte(acts.seq, uptoSeq))
    .returning({ one: sql`1` })
  return dropped.length
}
