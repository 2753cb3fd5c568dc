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

/** A store with the demo data as a file of it, made once; opening that is quicker than making another. */
let template: Promise<Blob> | undefined

async function makeTemplate(): Promise<Blob> {
  const { engine, database } = await memoryDatabase()
  await seed(database, demoContent, Date.now())
  const dumped = await engine.dumpDataDir('none')
  await engine.close()
  return dumped
}

/** A store with the demo data in memory, as the engine gets it. */
export async function memoryStore(): Promise<OpenDatabase> {
  template ??= makeTemplate()
  const engine = await PGlite.create({ loadDataDir: await template })
  return { database: drizzle(engine, { schema }), folder: 'memory', close: () => engine.close() }
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
