import { readFileSync } from 'node:fs'
import { PGlite } from '@electric-sql/pglite'
import { readMigrationFiles } from 'drizzle-orm/migrator'
import { drizzle } from 'drizzle-orm/pglite'
import { migrate } from '../../server/database/openDatabase'
import type { Database, OpenDatabase } from '../../server/database/openDatabase'
import * as schema from '../../server/database/schema'
import { demoContent, seed } from '../../server/database/content'

const migrations = readMigrationFiles({
  migrationsFolder: new URL('../../database/migrations', import.meta.url).pathname,
})

/** A database that is in memory only, with its tables as some migrations leave them. */
async function memoryDatabase(upTo = migrations.length): Promise<{ engine: PGlite; database: Database }> {
  const engine = await PGlite.create()
  const database = drizzle(engine, { schema })
  await migrate(database, migrations.slice(0, upTo))
  return { engine, database }
}

/** A store with the demo data that one test after another uses, each as it was at first. */
interface Kept {
  readonly engine: PGlite
  /** Brings every table back to what it held, in one script. */
  readonly reset: string
  isInUse: boolean
}

let kept: Promise<Kept> | undefined

async function keepStore(): Promise<Kept> {
  const { engine, database } = await memoryDatabase()
  await seed(database, demoContent, Date.now())
  const { rows: tables } = await engine.query<{ name: string }>(
    `select quote_ident(tablename) as name from pg_tables where schemaname = 'public'`,
  )
  const { rows: sequences } = await engine.query<{ name: string; last: number | null }>(
    `select quote_ident(sequencename) as name, last_value as last from pg_sequences where schemaname = 'public'`,
  )
  await engine.exec(
    `create schema first; ${tables.map(({ name }) => `create table first.${name} as table public.${name};`).join('')}`,
  )
  const reset = [
    'set session_replication_role = replica',
    `truncate ${tables.map(({ name }) => name).join(', ')}`,
    ...tables.map(({ name }) => `insert into ${name} select * from first.${name}`),
    ...sequences.map(({ name, last }) => `select setval('${name}', ${last ?? 1}, ${last !== null})`),
    'set session_replication_role = origin',
  ].join(';')
  return { engine, reset, isInUse: false }
}

/** A store with the demo data in memory, as the engine gets it. It is handed on when it is closed. */
export async function memoryStore(): Promise<OpenDatabase> {
  kept ??= keepStore()
  const store = await kept
  if (store.isInUse) throw new Error('The store in memory is still in use: close it before another is opened.')
  store.isInUse = true
  await store.engine.exec(store.reset)
  const close = async () => {
    store.isInUse = false
  }
  return { database: drizzle(store.engine, { schema }), folder: 'memory', close }
}

/** So many migrations version 0.4.0 had. */
const MIGRATIONS_OF_0_4_0 = 4

/** A store as version 0.4.0 left it, with all its rows, brought up to the tables of today. */
export async function storeOf040(): Promise<OpenDatabase & { rows: Record<string, Record<string, unknown>[]> }> {
  const { engine, database } = await memoryDatabase(MIGRATIONS_OF_0_4_0)
  const rows = JSON.parse(readFileSync(new URL('../fixtures/store-0.4.0.json', import.meta.url), 'utf8')) as Record<
    string,
    Record<string, unknown>[]
  >
  for (const [table, entries] of Object.entries(rows)) {
    await engine.query(`insert into ${table} select * from json_populate_recordset(null::${table}, $1::json)`, [
      JSON.stringify(entries),
    ])
  }
  await engine.query(`select setval('revisions_id_seq', (select max(id) from revisions))`)
  await migrate(database, migrations)
  return { database, folder: 'memory', close: () => engine.close(), rows }
}
