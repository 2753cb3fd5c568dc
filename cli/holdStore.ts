import { join } from 'node:path'
import { readMigrationFiles } from 'drizzle-orm/migrator'
import { StoreError } from '../server/database/lockStore'
import type { OpenDatabase } from '../server/database/openDatabase'
import { openStore } from '../server/database/openStore'
import { upgradeStore } from '../server/database/upgrades'
import { CommandError, EXIT } from './exitCodes'

/** Works on a store that no server holds; it is held meanwhile, and brought to its present shape. */
export async function holdStore<T>(folder: string, work: (opened: OpenDatabase) => Promise<T>): Promise<T> {
  const { KEEN_HOME = '.' } = process.env
  const migrations = readMigrationFiles({ migrationsFolder: join(KEEN_HOME, 'database', 'migrations') })
  const opened = await openStore(folder, 'keen, the command line', migrations).catch((error: unknown) => {
    throw error instanceof StoreError ? new CommandError(error.message, EXIT.noServer) : error
  })
  try {
    await upgradeStore(opened.database)
    return await work(opened)
  } finally {
    await opened.close()
  }
}
