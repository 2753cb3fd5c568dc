import { and, asc, desc, eq, gte, inArray, lt, lte, max, ne, sql } from 'drizzle-orm'
import type { AnyColumn, SQL } from 'drizzle-orm'
import type { LedgerLine } from '../../core/ledger'
import type { LogEntry, RunHead, RunSheet } from '../../core/run'
import { clipsInBody } from './clipTable'
import { addingLines, dropLines } from './ledgerTable'
import type { Queries } from './openDatabase'
import { rowsOf } from './rows'
import { leverDays, logEntries, runs } from './schema'
import type { LogBody } from './schema'
import { SHAPE } from './shapes'

/** The line of the ledger of a run: its number in the order of pulls, and its head. */
export interface StoredRun {
  readonly seq: number
  readonly head: RunHead
}

/** A run with what it does and what it has done; `sheet` is null where that is kept no longer. */
export interface WholeRun extends StoredRun {
  readonly sheet: RunSheet | null
  readonly log: LogEntry[]
}

export interface RunWrite extends StoredRun {
  /** Given when the run is new; it never changes. */
  readonly sheet?: RunSheet
  /** It has come to its end with what is written. */
  readonly hasJustEnded: boolean
  /** How the ledger finds it; given when it has ended. */
  readonly line?: LedgerLine
}

export interface LogWrite {
  readonly seq: number
  readonly runId: string | null
  readonly source: 'run' | 'put-back' | 'hand' | 'edit'
  readonly atMs: number
  /** The version of the bench after it. */
  readonly version: number
  readonly body: LogBody
}

/**
 * Stores where runs stand and what was logged, and counts those that have ended into the sums of their levers and days;
 * all in one statement, so that a key waits for one only.
 */
export async function writeRuns(
  database: Queries,
  written: readonly RunWrite[],
  entries: readonly LogWrite[],
): Promise<void> {
  const runRows = written.map(({ seq, head, sheet }) => ({
    id: head.id,
    seq,
    lever_id: head.leverId,
    started_at_ms: head.startedAtMs,
    phase: head.phase,
    outcome: head.outcome,
    head,
    sheet: sheet ?? null,
    shape: SHAPE,
  }))
  const entryRows = entries.map(({ runId, atMs, ...entry }) => ({
    ...entry,
    run_id: runId,
    at_ms: atMs,
    shape: SHAPE,
    clips: clipsInBody(entry.body),
  }))
  const dayRows = written.filter(({ hasJustEnded }) => hasJustEnded).map(({ head }) => dayRowOf(head))
  const lines = written.flatMap(({ line }) => line ?? [])
  const columns = sql`id, seq, lever_id, started_at_ms, phase, outcome, head, sheet, shape`
  await database.execute(sql`
    with written as (
      insert into runs (${columns}) select ${columns} from ${rowsOf('runs', runRows)}
      on conflict (id) do update set phase = excluded.phase, outcome = excluded.outcome, head = excluded.head
    ), counted as (${addingDays(dayRows)})${lines.length > 0 ? addingLines(lines) : sql``}
    insert into log_entries select * from ${rowsOf('log_entries', entryRows)}`)
}

function dayRowOf(head: RunHead) {
  return {
    lever_id: head.leverId,
    day: dayOf(head.startedAtMs),
    pulls: 1,
    done: Number(head.outcome === 'done'),
    failed: Number(head.outcome === 'failed'),
    stopped: Number(head.outcome === 'stopped'),
    total_ms: Math.max(0, Math.round(head.endedAtMs! - head.startedAtMs)),
  }
}

function addingDays(rows: readonly object[]) {
  return sql`
    insert into lever_days
      select lever_id, day, sum(pulls), sum(done), sum(failed), sum(stopped), sum(total_ms)
      from ${rowsOf('lever_days', rows)} group by lever_id, day
    on conflict (lever_id, day) do update set
      pulls = lever_days.pulls + excluded.pulls, done = lever_days.done + excluded.done,
      failed = lever_days.failed + excluded.failed, stopped = lever_days.stopped + excluded.stopped,
      total_ms = lever_days.total_ms + excluded.total_ms`
}

/** The newest runs first; `beforeSeq` goes on from the last one seen, so that none is passed over. */
export async function listRuns(database: Queries, limit: number, beforeSeq?: number): Promise<StoredRun[]> {
  const rows = await database
    .select({ seq: runs.seq, head: runs.head })
    .from(runs)
    .where(beforeSeq === undefined ? undefined : lt(runs.seq, beforeSeq))
    .orderBy(desc(runs.seq))
    .limit(limit)
  return rows.flatMap(({ seq, head }) => (head ? [{ seq, head }] : []))
}

/** Runs by their numbers, latest first. */
export async function runsNumbered(database: Queries, seqs: readonly number[]): Promise<StoredRun[]> {
  if (seqs.length === 0) return []
  const rows = await database
    .select({ seq: runs.seq, head: runs.head })
    .from(runs)
    .where(inArray(runs.seq, [...seqs]))
    .orderBy(desc(runs.seq))
  return rows.flatMap(({ seq, head }) => (head ? [{ seq, head }] : []))
}

export async function readRun(database: Queries, id: string): Promise<WholeRun | undefined> {
  const [row] = await database.select().from(runs).where(eq(runs.id, id))
  if (!row?.head) return undefined
  return { seq: row.seq, head: row.head, sheet: row.sheet, log: await readLog(database, id) }
}

/** The newest run of a lever that was no trial, with what it did. */
export async function readLastRun(database: Queries, leverId: string): Promise<WholeRun | undefined> {
  const [row] = await database
    .select({ id: runs.id })
    .from(runs)
    .where(and(eq(runs.leverId, leverId), ne(sql`${runs.head} ->> 'source'`, 'trial')))
    .orderBy(desc(runs.seq))
    .limit(1)
  return row && readRun(database, row.id)
}

/** What a run has done, in order. */
export async function readLog(database: Queries, runId: string): Promise<LogEntry[]> {
  const rows = await database
    .select({ body: logEntries.body })
    .from(logEntries)
    .where(eq(logEntries.runId, runId))
    .orderBy(asc(logEntries.seq))
  return rows.map(({ body }) => body as LogEntry)
}

/** Runs that had not ended when they were last stored, as their rows stand. */
export async function readOpenRuns(database: Queries) {
  return database
    .select()
    .from(runs)
    .where(sql`phase <> 'ended'`)
    .orderBy(asc(runs.seq))
}

/** A run that cannot be read is over, whatever it was about to do. */
export async function abandonRun(database: Queries, id: string): Promise<void> {
  await database.update(runs).set({ phase: 'ended', outcome: 'failed', head: null }).where(eq(runs.id, id))
}

/** The number of the newest run. */
export async function lastRunSeq(database: Queries): Promise<number> {
  const [row] = await database.select({ seq: max(runs.seq) }).from(runs)
  return row?.seq ?? 0
}

/** Days since 1970-01-01, by the local clock. */
export function dayOf(atMs: number): number {
  return Math.floor((atMs - new Date(atMs).getTimezoneOffset() * 60_000) / 86_400_000)
}

/** The sums of a lever by day, from a day on. */
export async function readDays(database: Queries, leverId: string, fromDay: number) {
  return database
    .select()
    .from(leverDays)
    .where(and(eq(leverDays.leverId, leverId), gte(leverDays.day, fromDay)))
    .orderBy(asc(leverDays.day))
}

/** When the run began that began last by the clock; 0 where there is none. */
export async function latestStart(database: Queries): Promise<number> {
  const [row] = await database.select({ latest: max(runs.startedAtMs) }).from(runs)
  return row?.latest ?? 0
}

/** Drops the logs of up to `most` runs that have ended and are numbered up to `uptoSeq`. How many there were. */
export async function dropLogs(database: Queries, uptoSeq: number, most: number): Promise<number> {
  const rows = await database
    .select({ id: runs.id })
    .from(runs)
    .where(and(lte(runs.seq, uptoSeq), eq(runs.phase, 'ended'), sql`sheet is not null`))
    .orderBy(asc(runs.seq))
    .limit(most)
  const ids = rows.map((row) => row.id)
  if (ids.length === 0) return 0
  await database.delete(logEntries).where(inArray(logEntries.runId, ids))
  await database.update(runs).set({ sheet: null }).where(inArray(runs.id, ids))
  return ids.length
}

/** Drops up to `most` ended runs that began before an instant, with their logs and lines. How many there were. */
export function dropRunsBefore(database: Queries, beforeMs: number, most: number): Promise<number> {
  return dropRunsWhere(database, lt(runs.startedAtMs, beforeMs), runs.startedAtMs, most)
}

/** Drops up to `most` ended runs that are numbered up to `uptoSeq`, with their logs and lines. How many there were. */
export function dropRunsUpto(database: Queries, uptoSeq: number, most: number): Promise<number> {
  return dropRunsWhere(database, lte(runs.seq, uptoSeq), runs.seq, most)
}

async function dropRunsWhere(database: Queries, where: SQL, order: AnyColumn, most: number): Promise<number> {
  const rows = await database
    .select({ id: runs.id, seq: runs.seq })
    .from(runs)
    .where(and(where, eq(runs.phase, 'ended')))
    .orderBy(asc(order))
    .limit(most)
  if (rows.length === 0) return 0
  const ids = rows.map(({ id }) => id)
  await database.delete(logEntries).where(inArray(logEntries.runId, ids))
  await database.delete(runs).where(inArray(runs.id, ids))
  await dropLines(
    database,
    rows.map(({ seq }) => seq),
  )
  return ids.length
}
