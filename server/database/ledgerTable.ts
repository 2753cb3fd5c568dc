import { createHash } from 'node:crypto'
import { and, asc, desc, eq, gte, inArray, sql } from 'drizzle-orm'
import type { SQL } from 'drizzle-orm'
import type { LedgerLine, RunFilter } from '../../core/ledger'
import type { Queries } from './openDatabase'
import { rowsOf } from './rows'
import { ledgerClock, ledgerLines, ledgerPrograms, ledgerWords, leverDays } from './schema'

/** Parts of the statement that stores runs: the lines of those that have ended, anew or with what differs. */
export function addingLines(lines: readonly LedgerLine[]): SQL {
  const lineRows = lines.map(({ programs: _programs, words, ...line }) => ({
    seq: line.seq,
    lever_id: line.leverId,
    frame_id: line.frameId,
    outcome: line.outcome,
    put_back_at_ms: line.putBackAtMs,
    source: line.source,
    started_at_ms: line.startedAtMs,
    took_ms: line.tookMs,
    failed_at: line.failedAt,
    words_id: idOfWords(words),
  }))
  const programRows = lines.flatMap(({ seq, programs }) => programs.map((id) => ({ program_id: id, seq })))
  const wordRows = [...new Set(lines.map(({ words }) => words))].map((words) => ({ id: idOfWords(words), words }))
  return sql`, lined as (
      insert into ledger_lines select * from ${rowsOf('ledger_lines', lineRows)}
      on conflict (seq) do update set put_back_at_ms = excluded.put_back_at_ms
    ), about as (
      insert into ledger_programs select * from ${rowsOf('ledger_programs', programRows)} on conflict do nothing
    ), said as (
      insert into ledger_words select * from ${rowsOf('ledger_words', wordRows)} on conflict do nothing
    )`
}

/** The same for the same text: the first 52 bits of its SHA-256, which a number holds. */
function idOfWords(words: string): number {
  return Number.parseInt(createHash('sha256').update(words).digest('hex').slice(0, 13), 16)
}

/** Adds lines alone. */
export async function writeLines(database: Queries, lines: readonly LedgerLine[]): Promise<void> {
  if (lines.length > 0) await database.execute(sql`with nothing as (select 1)${addingLines(lines)} select 1`)
}

export async function dropLines(database: Queries, seqs: readonly number[]): Promise<void> {
  await database.delete(ledgerLines).where(inArray(ledgerLines.seq, [...seqs]))
  await database.delete(ledgerPrograms).where(inArray(ledgerPrograms.seq, [...seqs]))
}

/** Drops up to `most` texts that no run has any more. How many there were. */
export async function dropUnusedWords(database: Queries, most: number): Promise<number> {
  const dropped = await database.execute(sql`
    delete from ledger_words where id in (
      select id from ledger_words w where not exists (select 1 from ledger_lines where words_id = w.id) limit ${most}
    ) returning id`)
  return dropped.rows.length
}

/** By how much at most a run began before one that was pulled earlier, in ms; undefined where no line is written yet. */
export async function readMostBehind(database: Queries): Promise<number | undefined> {
  const [row] = await database.select().from(ledgerClock)
  return row?.mostBehindMs
}

export async function writeMostBehind(database: Queries, mostBehindMs: number): Promise<void> {
  await database
    .insert(ledgerClock)
    .values({ id: 1, mostBehindMs })
    .onConflictDoUpdate({ target: ledgerClock.id, set: { mostBehindMs } })
}

/** How runs are looked for. */
export interface Pace {
  /** So many lines are gone through in one statement, at first and at most; each time more, as long as few are meant. */
  readonly firstStretch: number
  readonly longestStretch: number
  /** So long one goes on looking before what was found so far is answered. */
  readonly patienceMs: number
  /** More texts than these are no help in finding runs, and neither are texts of more runs than these. */
  readonly mostTexts: number
  readonly mostOfTexts: number
}
const PACE: Pace = {
  firstStretch: 500,
  longestStretch: 16_000,
  patienceMs: 45,
  mostTexts: 5000,
  mostOfTexts: 20_000,
}

export interface FoundLines {
  /** The numbers of runs that are meant, latest first, at most as many as were asked for. */
  readonly seqs: readonly number[]
  /** Down to this number all runs were looked at; 0 where there are no more. */
  readonly reached: number
}

/**
 * The latest runs that are meant, of those that are numbered below `before`. Where few are, it may stop early, with fewer
 * than asked for, and is gone on with from `reached`: so that it never takes long, and passes none over.
 */
export async function findLines(
  database: Queries,
  filter: RunFilter,
  before: number,
  limit: number,
  pace: Pace = PACE,
): Promise<FoundLines> {
  if (filter.outcome === 'open') return { seqs: [], reached: 0 }
  const beganAt = performance.now()
  const texts = await textsLike(database, filter.text, pace)
  if (texts.kind === 'none') return { seqs: [], reached: 0 }
  const { top, low } = await seqsBetween(database, filter)
  const way = wayOf(filter, texts)
  const rest = restOf(filter, texts, way.by)
  const seqs: number[] = []
  let below = Math.min(before, top)
  for (let size = rest ? pace.firstStretch : limit; ; size = Math.min(size * 3, pace.longestStretch)) {
    const { found, last, looked } = await stretch(database, way.lines(low, below, size), rest, limit - seqs.length)
    seqs.push(...found)
    if (seqs.length >= limit) return { seqs, reached: seqs.at(-1)! }
    if (looked < size) return { seqs, reached: 0 }
    below = last
    if (performance.now() - beganAt > pace.patienceMs) return { seqs, reached: last }
  }
}

type Texts =
  | { readonly kind: 'any' }
  | { readonly kind: 'none' }
  /** So few runs have them that all of those can be gone through at once. */
  | { readonly kind: 'few'; readonly ids: readonly number[] }
  | { readonly kind: 'many'; readonly ids: readonly number[] }
  /** So many that each run is looked at by itself. */
  | { readonly kind: 'countless'; readonly like: string }

/** The texts of the ledger that a filter's text stands in. */
async function textsLike(
  database: Queries,
  text: string | undefined,
  { mostTexts, mostOfTexts }: Pace,
): Promise<Texts> {
  if (!text) return { kind: 'any' }
  const like = `%${text.toLowerCase().replaceAll(/[\\%_]/g, String.raw`\$&`)}%`
  const rows = await database
    .select({ id: ledgerWords.id })
    .from(ledgerWords)
    .where(sql`words like ${like}`)
    .limit(mostTexts + 1)
  const ids = rows.map(({ id }) => id)
  if (ids.length === 0) return { kind: 'none' }
  if (ids.length > mostTexts) return { kind: 'countless', like }
  const counted = await database.execute<{ count: number }>(sql`
    select count(*)::integer as count from (
      select 1 from ${linesOf(ids, sql`select seq from ledger_lines where words_id = text_id offset 0`)}
      limit ${mostOfTexts + 1}
    ) as of_texts`)
  return { kind: counted.rows[0]!.count > mostOfTexts ? 'many' : 'few', ids }
}

const arrayOf = (ids: readonly number[]) => sql`${`{${ids.join(',')}}`}::bigint[]`

/** The lines of texts, text by text, each by its index: without figures of the tables no other way is sure to be taken. */
const linesOf = (ids: readonly number[], ofText: SQL) =>
  sql`unnest(${arrayOf(ids)}) as text_id cross join lateral (${ofText}) as lines_of_text`

/**
 * The numbers between which all runs of a time lie. The order of pulls is that of time but for what clocks were set back
 * by: a run that began later than the end by more than that has none after it that began before the end.
 */
async function seqsBetween(database: Queries, { fromMs, untilMs }: RunFilter): Promise<{ top: number; low: number }> {
  const all = { top: Number.MAX_SAFE_INTEGER, low: 0 }
  if (fromMs === undefined && untilMs === undefined) return all
  const behindMs = (await readMostBehind(database)) ?? 0
  const seqAt = async (where: SQL, order: SQL) => {
    const [row] = await database.select({ seq: ledgerLines.seq }).from(ledgerLines).where(where).orderBy(order).limit(1)
    return row?.seq
  }
  const { startedAtMs } = ledgerLines
  const after = untilMs !== undefined && (await seqAt(sql`${startedAtMs} > ${untilMs + behindMs}`, asc(startedAtMs)))
  const earlier = fromMs !== undefined && (await seqAt(sql`${startedAtMs} < ${fromMs - behindMs}`, desc(startedAtMs)))
  return { top: after || all.top, low: earlier || all.low }
}

/** A way through lines by what fewest of them have: the newest so many of it, between two numbers. */
interface Way {
  readonly by: 'text' | 'program' | 'lever' | 'put-back' | 'outcome' | 'frame' | 'source' | 'all'
  readonly lines: (low: number, below: number, size: number) => SQL
}

function wayOf({ programId, leverId, outcome, frameId, source }: RunFilter, texts: Texts): Way {
  const where = (condition: SQL) => (low: number, below: number, size: number) => sql`
    select * from ledger_lines where ${condition} and seq < ${below} and seq > ${low} order by seq desc limit ${size}`
  if (texts.kind === 'few')
    return {
      by: 'text',
      lines: (low, below, size) => {
        const ofText = sql`
          select * from ledger_lines where words_id = text_id and seq < ${below} and seq > ${low}
          order by seq desc limit ${size}`
        return sql`
          select lines_of_text.* from ${linesOf(texts.ids, ofText)} order by lines_of_text.seq desc limit ${size}`
      },
    }
  const failed = outcome === 'failed' ? sql` and outcome = 'failed'` : sql``
  if (leverId !== undefined) return { by: 'lever', lines: where(sql`lever_id = ${leverId}${failed}`) }
  if (programId !== undefined)
    return {
      by: 'program',
      lines: (low, below, size) => sql`
        select l.* from (
          select seq from ledger_programs
          where program_id = ${programId} and seq < ${below} and seq > ${low} order by seq desc limit ${size}
        ) as of_program join ledger_lines as l using (seq) order by seq desc`,
    }
  if (outcome === 'put-back') return { by: 'put-back', lines: where(sql`put_back_at_ms is not null`) }
  // Said in the statement itself, so that an index over such runs alone is seen to do.
  if (outcome === 'failed') return { by: 'outcome', lines: where(sql`outcome = 'failed'`) }
  if (outcome === 'stopped') return { by: 'outcome', lines: where(sql`outcome = 'stopped'`) }
  if (frameId !== undefined) return { by: 'frame', lines: where(sql`frame_id = ${frameId}`) }
  if (source !== undefined) return { by: 'source', lines: where(sql`source = ${source}`) }
  return { by: 'all', lines: where(sql`true`) }
}

/** What must hold of the lines that a way leads through; undefined where nothing is left to be said. */
function restOf(filter: RunFilter, texts: Texts, by: Way['by']): SQL | undefined {
  const { programId, leverId, outcome, frameId, source, fromMs, untilMs } = filter
  const conditions = [
    texts.kind === 'many' && sql`words_id = any(${arrayOf(texts.ids)})`,
    texts.kind === 'countless' && sql`(select words from ledger_words where id = words_id) like ${texts.like}`,
    leverId !== undefined && by !== 'lever' && sql`lever_id = ${leverId}`,
    programId !== undefined &&
      by !== 'program' &&
      sql`exists (select 1 from ledger_programs p where p.program_id = ${programId} and p.seq = lines.seq)`,
    outcome === 'put-back' && by !== 'put-back' && sql`put_back_at_ms is not null`,
    outcome !== undefined && outcome !== 'put-back' && by !== 'outcome' && sql`outcome = ${outcome}`,
    frameId !== undefined && by !== 'frame' && sql`frame_id = ${frameId}`,
    source !== undefined && by !== 'source' && sql`source = ${source}`,
    fromMs !== undefined && sql`started_at_ms >= ${fromMs}`,
    untilMs !== undefined && sql`started_at_ms < ${untilMs}`,
  ].filter((condition) => condition !== false)
  return conditions.length === 0 ? undefined : sql.join(conditions, sql` and `)
}

async function stretch(database: Queries, lines: SQL, rest: SQL | undefined, limit: number) {
  const { rows } = await database.execute<{ found: string[] | null; last: string | null; looked: number }>(sql`
    with lines as materialized (${lines})
    select array(select seq from lines where ${rest ?? sql`true`} order by seq desc limit ${limit}) as found,
      (select min(seq) from lines) as last, (select count(*)::integer from lines) as looked`)
  const { found, last, looked } = rows[0]!
  return { found: (found ?? []).map(Number), last: Number(last ?? 0), looked }
}

/** The newest so many runs of a lever are measured one by one. */
const MEASURED_RUNS = 2000

/** How often a lever was pulled on each day, and how its kept runs went: how long the newest took, and where runs failed. */
export async function readLeverFigures(database: Queries, leverId: string, fromDay: number) {
  const days = await database
    .select()
    .from(leverDays)
    .where(and(eq(leverDays.leverId, leverId), gte(leverDays.day, fromDay)))
    .orderBy(asc(leverDays.day))
  const took = await database.execute<{ count: number; median: number | null; p95: number | null }>(sql`
    select count(*)::integer as count, percentile_disc(0.5) within group (order by took_ms)::double precision as median,
      percentile_disc(0.95) within group (order by took_ms)::double precision as p95
    from (
      select took_ms from ledger_lines where lever_id = ${leverId} order by seq desc limit ${MEASURED_RUNS}
    ) as newest`)
  const failures = await database.execute<{ path: string | null; count: number; last: string }>(sql`
    select failed_at as path, count(*)::integer as count, max(seq) as last from (
      select failed_at, seq from ledger_lines
      where lever_id = ${leverId} and outcome = 'failed' order by seq desc limit ${MEASURED_RUNS}
    ) as failed group by failed_at order by count(*) desc, max(seq) desc`)
  return {
    days,
    took: took.rows[0]!,
    failures: failures.rows.map(({ path, count, last }) => ({ path, count, lastSeq: Number(last) })),
  }
}
