import { asc, gt, inArray, isNull, lte, and, max, sql } from 'drizzle-orm'
import { EMPTY_TREE, foldersThatDiffer, mendBench, namesIn, nodeAt, saidOf } from '../../core/bench'
import type { BenchFile, BenchState, FileTree } from '../../core/bench'
import type { Database, Queries } from './openDatabase'
import { FOLDER, readBenchParts, withLogged } from './readBenchParts'
import type { OddPart } from './readBenchParts'
import { putAside } from './setAside'
import { rowsOf } from './rows'
import { benchHead, benchParts, logEntries } from './schema'
import { SHAPE } from './shapes'

/** The bench as it stood at a version. */
export interface BenchAt {
  readonly version: number
  readonly state: BenchState
}

/**
 * The bench as it was left: its parts, and the changes of the log made since. Undefined in a new store. What cannot be
 * read or made, or does not fit together, is set aside, and the bench is stored anew without it.
 */
export async function readBenchAt(database: Database): Promise<(BenchAt & { readonly stored: BenchAt }) | undefined> {
  const [head] = await database.select().from(benchHead)
  if (!head) return undefined
  const parts = readBenchParts(await database.select().from(benchParts))
  const stored = { version: head.version, state: parts.state }
  const later = await entriesSince(database, head.version)
  const { state, odd: unmade } = withLogged(
    parts.state,
    later.flatMap(({ seq, body }) => body.changes.map(({ change }) => ({ seq, change }))),
  )
  const odd: OddPart[] = [...parts.odd, ...unmade]
  const version = later.at(-1)?.version ?? head.version
  if (odd.length === 0) return { version, state, stored }
  const mended = { version, state: mendBench(state).state }
  await database.transaction(async (transaction) => {
    for (const { key, body, because } of odd) await putAside(transaction, 'bench', key, body, because)
    await transaction.delete(benchParts)
    await writeBenchAt(transaction, mended, head.atMs)
  })
  return { ...mended, stored: mended }
}

/** So many entries of the log are read at once: more than there usually are since the parts were stored. */
const ENTRIES_AT_ONCE = 10_000

/**
 * Entries of the log that were made after a version, in their order. Each that has changes made a version of its own,
 * and stands before those of that version that have none. Without a limit all of the log would be looked through.
 */
async function entriesSince(database: Database, version: number) {
  const entries: Pick<typeof logEntries.$inferSelect, 'seq' | 'version' | 'body'>[] = []
  for (let last = version; ; last = entries.at(-1)!.version) {
    const some = await database
      .select({ seq: logEntries.seq, version: logEntries.version, body: logEntries.body })
      .from(logEntries)
      .where(gt(logEntries.version, last))
      .orderBy(asc(logEntries.version), asc(logEntries.seq))
      .limit(ENTRIES_AT_ONCE)
    entries.push(...some)
    if (some.length < ENTRIES_AT_ONCE) return entries
  }
}

/** Stores the bench at a version, writing only the parts that differ from those that are stored. */
export async function writeBenchAt(
  database: Queries,
  { version, state }: BenchAt,
  atMs: number,
  stored?: BenchState,
): Promise<void> {
  const { files, ...tables } = state
  const before = stored as Record<string, unknown> | undefined
  const rows: { part: string; body: unknown; shape: number }[] = []
  const gone: string[] = []
  for (const [part, body] of Object.entries(tables)) {
    if (body !== undefined && before?.[part] !== body) rows.push({ part, body, shape: SHAPE })
  }
  for (const part of Object.keys(before ?? {}))
    if (part !== 'files' && (tables as Record<string, unknown>)[part] === undefined) gone.push(part)
  for (const folder of foldersThatDiffer(stored?.files ?? EMPTY_TREE, files)) {
    const body = folderPart(files, folder)
    if (body) rows.push({ part: FOLDER + folder, body, shape: SHAPE })
    else gone.push(FOLDER + folder)
  }
  if (gone.length > 0) await database.delete(benchParts).where(inArray(benchParts.part, gone))
  if (rows.length > 0) {
    await database.execute(sql`insert into bench_parts select * from ${rowsOf('bench_parts', rows)}
      on conflict (part) do update set body = excluded.body, shape = excluded.shape`)
  }
  const head = { id: 1, version, atMs }
  await database.insert(benchHead).values(head).onConflictDoUpdate({ target: benchHead.id, set: head })
}

/** What stands right in a folder, by name; undefined for one that is empty or gone. */
function folderPart(files: FileTree, folder: string): Record<string, BenchFile> | undefined {
  const node = nodeAt(files, folder)
  if (node?.kind !== 'folder' || node.entries.size === 0) return undefined
  return Object.fromEntries(namesIn(files, folder).map(([name, entry]) => [name, saidOf(entry)]))
}

/** Drops what no run made and the parts of the bench hold already. */
export async function pruneChanges(database: Queries, version: number): Promise<void> {
  await database.delete(logEntries).where(and(isNull(logEntries.runId), lte(logEntries.version, version)))
}

/** The number of the newest entry of the log. */
export async function lastSeq(database: Queries): Promise<number> {
  const [row] = await database.select({ seq: max(logEntries.seq) }).from(logEntries)
  return row?.seq ?? 0
}
