import { existsSync, renameSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { PGlite } from '@electric-sql/pglite'
import type { MigrationMeta } from 'drizzle-orm/migrator'
import { drizzle } from 'drizzle-orm/pglite'
import type { PgliteDatabase } from 'drizzle-orm/pglite'
import { lockStore, StoreError } from './lockStore'
import * as schema from './schema'

export type Database = PgliteDatabase<typeof schema>
/** A database or a transaction on it. */
export type Queries = Pick<Database, 'select' | 'insert' | 'update' | 'delete' | 'execute'>

/** The database of a folder, with the folder locked for this process. */
export interface OpenDatabase {
  readonly database: Database
  readonly folder: string
  readonly close: () => Promise<void>
}

/**
 * Locks the folder, creates the database on first use, brings its tables up to date. `fresh` throws away what was in
 * it. Throws a `StoreError` with what to do.
 */
export async function openDatabase(
  folder: string,
  address: string,
  migrations: readonly MigrationMeta[],
  { fresh = false } = {},
): Promise<OpenDatabase> {
  const unlock = await lockStore(folder, address)
  try {
    const path = join(folder, 'database')
    if (fresh) rmSync(path, { recursive: true, force: true })
    const engine = await openEngine(path)
    const database = drizzle(engine, { schema })
    await migrate(database, migrations)
    return {
      database,
      folder,
      async close() {
        await engine.close()
        unlock()
      },
    }
  } catch (error) {
    unlock()
    if (error instanceof StoreError) throw error
    throw new StoreError(
      `The store ${folder} cannot be opened (${(error as Error).message}). Keep ` +
        `a copy of the folder, then start with --fresh or another KEEN_DATA.`,
    )
  }
}

/**
 * A database that was interrupted while being created never opens, so it is created beside its place and moved there.
 */
async function openEngine(path: string): Promise<PGlite> {
  if (!existsSync(path)) {
    const unfinished = `${path}.new`
    rmSync(unfinished, { recursive: true, force: true })
    const created = await PGlite.create(unfinished)
    await created.close()
    renameSync(unfinished, path)
  }
  return PGlite.create(path)
}

interface Migrator {
  dialect: { migrate: (migrations: MigrationMeta[], session: unknown, config: object) => Promise<void> }
  session: unknown
}

/** Brings the tables up to date. */
export async function migrate(database: Database, migrations: readonly MigrationMeta[]): Promise<void> {
  // drizzle's public migrator reads a folder; in the built server the migrations are assets.
  const { dialect, session } = database as unknown as Migrator
  await dialect.migrate([...migrations], session, {})
}
