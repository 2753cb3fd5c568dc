import { sql } from 'drizzle-orm'
import type { Queries } from './openDatabase'
import type { RawContent } from './readContent'

/** Rows in a page of the database at most. */
const ROWS_PER_PAGE = 300

/** Rows of a table of which some pages cannot be read: page by page, and row by row where a page is broken. */
async function readableRows(database: Queries, table: string): Promise<Record<string, unknown>[]> {
  const name = sql.identifier(table)
  const rows: Record<string, unknown>[] = []
  const take = async (from: string, to: string): Promise<boolean> => {
    try {
      const { rows: found } = await database.execute<{ row: Record<string, unknown> }>(
        sql`select row_to_json(t) as row from ${name} t where ctid >= ${from}::tid and ctid < ${to}::tid`,
      )
      rows.push(...found.map(({ row }) => row))
      return true
    } catch {
      return false
    }
  }
  const pages = await pagesOf(database, table)
  for (let page = 0; page < pages; page++) {
    if (await take(`(${page},0)`, `(${page + 1},0)`)) continue
    let misses = 0
    for (let row = 1; row <= ROWS_PER_PAGE && misses < ROWS_PER_PAGE; row++)
      if (!(await take(`(${page},${row})`, `(${page},${row + 1})`))) misses += 1
  }
  return rows
}

async function pagesOf(database: Queries, table: string): Promise<number> {
  try {
    const { rows } = await database.execute<{ pages: number }>(
      sql`select (pg_relation_size(${table}::regclass) + 8191) / 8192 as pages`,
    )
    return Number(rows[0]?.pages ?? 0)
  } catch {
    return 0
  }
}

/** All that can be read of what a damaged store is about. */
export async function rescueContent(database: Queries): Promise<RawContent> {
  const named = async (table: string) => (await readableRows(database, table)).map(inFields)
  const settings = await named('settings')
  const settingOf = (id: string) => {
    const row = settings.find((entry) => entry.id === id)
    return row && { version: row.version, body: row.body }
  }
  return {
    frames: (await named('frames')).map(({ isOn, ...frame }) => withoutNulls({ ...frame, on: isOn })),
    levers: (await named('levers')).map(({ shape: _shape, ...lever }) => withoutNulls(lever)),
    values: (await named('named_values')).map(({ valueText, ...value }) => ({ ...value, text: valueText })),
    icons: await named('icons'),
    entryFiles: (await named('entry_files')).map(({ fileText, ...file }) => ({ ...file, text: fileText })),
    recordings: await named('recordings'),
    keys: settingOf('keys'),
    settings: settingOf('settings'),
    benchParts: (await named('bench_parts')) as unknown as RawContent['benchParts'],
    logged: loggedAfter(Number((await named('bench_head'))[0]?.version ?? Infinity), await named('log_entries')),
  }
}

/** The changes that the parts of the bench do not have yet, in order. */
function loggedAfter(version: number, rows: readonly Record<string, unknown>[]): RawContent['logged'] {
  return rows
    .filter((row) => Number(row.version) > version)
    .sort((a, b) => Number(a.seq) - Number(b.seq))
    .flatMap(({ seq, body }) => {
      const { changes } = body as { changes?: { change: unknown }[] }
      return (changes ?? []).map(({ change }) => ({ seq: Number(seq), change }))
    })
}

/** A row by the names of fields instead of columns. */
function inFields(row: Record<string, unknown>): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(row).map(([column, value]) => [
      column.replace(/_([a-z])/g, (_, letter: string) => letter.toUpperCase()),
      value,
    ]),
  )
}

function withoutNulls(row: Record<string, unknown>): Record<string, unknown> {
  return Object.fromEntries(Object.entries(row).filter(([, value]) => value !== null))
}
