import { existsSync, renameSync, rmSync } from 'node:fs'
import { setFlagsFromString } from 'node:v8'
import { PGlite } from '@electric-sql/pglite'
import type { MigrationMeta } from 'drizzle-orm/migrator'
import type { PgliteDatabase } from 'drizzle-orm/pglite'
import type * as schema from './schema'

export type Database = PgliteDatabase<typeof schema>
/**
 * The code of the database is compiled well only where it is busy for longer than a start takes: done sooner, that keeps
 * the second core from what the start is waiting for.
 */
setFlagsFromString('--wasm-tiering-budget=20000000')

/** A database or a transaction on it. */
export type Queries = Pick<Database, 'select' | 'insert' | 'update' | 'delete' | 'execute'>

/** The database of a folder, with the folder locked for this process. */
export interface OpenDatabase {
  readonly database: Database
  readonly folder: string
  /** Where copies of the store are kept, for one that outlives its process. */
  readonly copiesIn?: string
  readonly close: () => Promise<void>
}

/**
 * A database that was interrupted while being created never opens, so it is created beside its place and moved there.
 */
export async function openFiles(path: string): Promise<PGlite> {
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
  // Nobody gathers figures of the tables here, and without them it would be taken for quick to gather all runs of a kind
  // and sort them, where the newest hundred stand in an index in their order.
  await database.execute('set enable_bitmapscan = off')
}
