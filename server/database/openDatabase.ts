import { existsSync, renameSync, rmSync, writeFileSync } from 'node:fs'
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
 * Locks the folder, creates the database on first use, brings its tables up to date. `fresh` moves what was in it
 * aside. Throws a `StoreError` with what to do.
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
    mustBeAStore(folder)
    if (fresh) moveAside(path)
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

const MARKER = 'keen-lever.json'

/** A folder is a store by the marker in it, or by a database as one has; an empty one becomes a store. */
function mustBeAStore(folder: string): void {
  const [marker, path] = [join(folder, MARKER), join(folder, 'database')]
  if (!existsSync(marker)) {
    if (existsSync(path) && !existsSync(join(path, 'PG_VERSION')))
      throw new StoreError(
        `The folder ${folder} has a folder “database” that is not of Keen Lever, so nothing in it is touched. ` +
          `Choose another folder with KEEN_DATA.`,
      )
    writeFileSync(marker, JSON.stringify({ store: 'keen-lever', since: new Date().toISOString() }))
  }
}

/** What was in the store is kept beside it, and named, until somebody deletes it. */
function moveAside(path: string): void {
  if (!existsSync(path)) return
  const aside = `${path}.before-${new Date().toISOString().replaceAll(/[:.]/g, '-')}`
  renameSync(path, aside)
  console.warn(`The store begins anew. What was in it is kept as ${aside}.`)
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
