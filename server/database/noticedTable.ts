import { asc, eq, gt, lte, max, sql } from 'drizzle-orm'
import type { KeyPulls, NoticedAct } from '../../core/noticing'
import { stepSchema } from '../../core/steps'
import type { Queries } from './openDatabase'
import { noticedActs, noticedAside } from './schema'
import { SHAPE } from './shapes'

export interface StoredNoticed extends NoticedAct {
  readonly seq: number
}

export async function writeNoticed(database: Queries, { programId = null, ...act }: StoredNoticed): Promise<void> {
  await database.insert(noticedActs).values({ ...act, programId, shape: SHAPE })
}

/** The next so many acts after a number, in the order in which they were done; what cannot be read is left out. */
export async function listNoticed(database: Queries, after: number, most: number): Promise<StoredNoticed[]> {
  const rows = await database
    .select()
    .from(noticedActs)
    .where(gt(noticedActs.seq, after))
    .orderBy(asc(noticedActs.seq))
    .limit(most)
  return rows.flatMap(({ seq, atMs, step, programId }) => {
    const read = stepSchema.safeParse(step)
    return read.success ? [{ seq, atMs, step: read.data, programId }] : []
  })
}

export async function lastNoticedSeq(database: Queries): Promise<number> {
  const [row] = await database.select({ seq: max(noticedActs.seq) }).from(noticedActs)
  return row?.seq ?? 0
}

export async function dropNoticed(database: Queries, uptoSeq: number): Promise<number> {
  const dropped = await database
    .delete(noticedActs)
    .where(lte(noticedActs.seq, uptoSeq))
    .returning({ seq: noticedActs.seq })
  return dropped.length
}

export async function readAside(database: Queries): Promise<string[]> {
  return (await database.select({ id: noticedAside.id }).from(noticedAside)).map(({ id }) => id)
}

export async function writeAside(database: Queries, id: string, isAside: boolean, atMs: number): Promise<void> {
  if (isAside) await database.insert(noticedAside).values({ id, atMs }).onConflictDoNothing()
  else await database.delete(noticedAside).where(eq(noticedAside.id, id))
}

/** The newest so many runs are looked at. */
const RUNS = 20_000
/** What is taken back so soon after it came to its end was not wanted. */
const AT_ONCE_MS = 10_000

/** The levers that were pulled by hand lately, in order of time. */
export async function listHandPulls(database: Queries, fromMs: number): Promise<{ leverId: string; atMs: number }[]> {
  const { rows } = await database.execute<{ leverId: string; atMs: number }>(sql`
    select lever_id as "leverId", started_at_ms::double precision as "atMs" from (
      select lever_id, source, started_at_ms, seq from ledger_lines order by seq desc limit ${RUNS}
    ) as newest
    where source in ('key', 'launcher', 'button', 'tile', 'lamp') and started_at_ms >= ${fromMs}
    order by seq`)
  return rows
}

/** How often levers were pulled by a key lately, and how often that was taken back right away. */
export async function countKeyPulls(database: Queries): Promise<KeyPulls[]> {
  const { rows } = await database.execute<{ leverId: string; count: number; undone: number }>(sql`
    select lever_id as "leverId", count(*)::integer as count,
      (count(*) filter (where put_back_at_ms - started_at_ms - took_ms <= ${AT_ONCE_MS}))::integer as undone
    from (select * from ledger_lines order by seq desc limit ${RUNS}) as newest
    where source = 'key' group by lever_id`)
  return rows
}
