import { asc, gt, inArray, isNull, lte, and, max, sql } from 'drizzle-orm'
import {
  applyChanges,
  EMPTY_TREE,
  foldersThatDiffer,
  namesIn,
  nodeAt,
  readBench,
  writtenBenchSchema,
} from '../../core/bench'
import type { BenchFile, BenchState, Change, FileTree } from '../../core/bench'
import { valueOf } from '../../core/result'
import type { Queries } from './openDatabase'
import { rowsOf } from './rows'
import { benchHead, benchParts, logEntries } from './schema'
import { SHAPE } from './shapes'

/** The bench as it stood at a version. */
export interface BenchAt {
  readonly version: number
  readonly state: BenchState
}

/** The bench as it was left: its parts, and the changes of the log made since. Undefined in a new store. */
export async function readBenchAt(database: Queries): Promise<(BenchAt & { readonly stored: BenchAt }) | undefined> {
  const [head] = await database.select().from(benchHead)
  if (!head) return undefined
  const parts = await database.select().from(benchParts)
  const stored = { version: head.version, state: benchOf(parts) }
  const later = await database
    .select({ version: logEntries.version, body: logEntries.body })
    .from(logEntries)
    .where(gt(logEntries.version, head.version))
    .orderBy(asc(logEntries.seq))
  const changes = later.flatMap(({ body }) => body.changes.map((entry: { change: Change }) => entry.change))
  return {
    version: later.at(-1)?.version ?? head.version,
    state: valueOf(applyChanges(stored.state, changes)),
    stored,
  }
}

const FOLDER = 'folder:'

function benchOf(parts: readonly { part: string; body: unknown }[]): BenchState {
  const files: Record<string, BenchFile> = { '/': { kind: 'folder' } }
  const tables: Record<string, unknown> = {}
  for (const { part, body } of parts) {
    if (!part.startsWith(FOLDER)) tables[part] = body
    else {
      const folder = part.slice(FOLDER.length)
      const prefix = folder === '/' ? '' : folder
      for (const [name, file] of Object.entries(body as Record<string, BenchFile>)) files[`${prefix}/${name}`] = file
    }
  }
  return readBench(writtenBenchSchema.parse({ ...tables, files }))
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
    if (before?.[part] !== body) rows.push({ part, body, shape: SHAPE })
  }
  if (stored?.frameSwitches && !tables.frameSwitches) gone.push('frameSwitches')
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
  return Object.fromEntries(
    namesIn(files, folder).map(([name, entry]) => [
      name,
      entry.kind === 'file' ? entry : { kind: 'folder', ...(entry.label === undefined ? {} : { label: entry.label }) },
    ]),
  )
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
