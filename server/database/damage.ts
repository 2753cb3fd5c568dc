import { getTableColumns, getTableName, sql } from 'drizzle-orm'
import type { PgTable } from 'drizzle-orm/pg-core'
import type { Database } from './openDatabase'
import * as schema from './schema'

/** A table that cannot be read, with what the database says of it. */
export interface Damage {
  readonly table: string
  readonly because: string
}

/** What has to be readable before anything is pulled: all of these tables, and the latest of those that only grow. */
const whole: readonly PgTable[] = [
  ...[schema.frames, schema.levers, schema.namedValues, schema.settings, schema.icons, schema.entryFiles],
  ...[schema.recordings, schema.benchHead, schema.pendingEdits, schema.setAside, schema.benchParts],
]
const growing = [
  { table: 'log_entries', order: 'seq' },
  { table: 'runs', order: 'seq' },
  { table: 'revisions', order: 'id' },
  { table: 'revision_parts', order: 'act' },
  { table: 'ledger_lines', order: 'seq' },
  { table: 'ledger_programs', order: 'program_id' },
  { table: 'ledger_words', order: 'id' },
  { table: 'lever_days', order: 'lever_id' },
]
const LATEST = 300

/**
 * Reads what the engine needs, to the last field, and tries to write where it writes with each pull. Damage shows here
 * and not at the first key.
 */
export async function findDamage(database: Database): Promise<Damage[]> {
  const damage: Damage[] = []
  const attempt = async (table: string, work: () => Promise<unknown>) => {
    try {
      await work()
    } catch (error) {
      if (!damage.some((entry) => entry.table === table)) damage.push({ table, because: reasonOf(error) })
    }
  }
  for (const table of whole) await attempt(getTableName(table), () => readBothWays(database, table))
  for (const { table, order } of growing) {
    const [name, by] = [sql.identifier(table), sql.identifier(order)]
    await attempt(table, () =>
      database.execute(
        sql`select sum(length(t::text)) from (select * from ${name} order by ${by} desc limit ${LATEST}) t`,
      ),
    )
  }
  await attempt('log_entries', () =>
    database.execute(sql`select sum(length(t::text)) from (
      select * from log_entries where version > coalesce((select version from bench_head), 0) order by version limit 50000
    ) t`),
  )
  for (const table of ['runs', 'log_entries', 'lever_days', 'revisions'])
    await attempt(table, () => tryWriting(database, table))
  return damage
}

/** Each row to its last field, and each that the index has: of a file that was cut short the rows are gone there. */
async function readBothWays(database: Database, table: PgTable): Promise<void> {
  const columns = Object.values(getTableColumns(table))
  const key = columns.find(({ primary }) => primary)!
  // A hash takes a field to its end, and far less time than to write the row out.
  const read = columns.map((column) => sql`coalesce(hashtext(${column}::text), 0)::bigint`)
  await database.execute(sql`select sum(${sql.join(read, sql` + `)}) from ${table}`)
  await database.transaction(async (transaction) => {
    for (const way of ['seqscan', 'bitmapscan', 'indexonlyscan', 'sort'])
      await transaction.execute(sql.raw(`set local enable_${way} = off`))
    await transaction.execute(
      sql`select count(found) from (select ctid as found from ${table} order by ${key}) as rows`,
    )
  })
}

class Undone extends Error {}

/** Writes the last row of a table again, and takes that back. */
async function tryWriting(database: Database, table: string): Promise<void> {
  const name = sql.identifier(table)
  try {
    await database.transaction(async (transaction) => {
      await transaction.execute(sql`create temporary table kept on commit drop as select * from ${name} limit 1`)
      await transaction.execute(sql`delete from ${name} where ctid = (select ctid from ${name} limit 1)`)
      await transaction.execute(sql`insert into ${name} select * from kept`)
      throw new Undone()
    })
  } catch (error) {
    if (!(error instanceof Undone)) throw error
  }
}

/** What the database says itself, without the statement around it. */
export function reasonOf(error: unknown): string {
  const cause = error instanceof Error && error.cause instanceof Error ? error.cause : error
  const said = cause instanceof Error ? cause.message.split('\n')[0]! : String(cause)
  // So the engine ends when it cannot even begin; what it adds is for those who build it.
  return said.startsWith('Aborted(') ? 'its files cannot be opened' : said
}
