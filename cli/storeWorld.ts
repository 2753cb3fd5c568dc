import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { readMigrationFiles } from 'drizzle-orm/migrator'
import { readBenchAt } from '../server/database/benchTable'
import { StoreError } from '../server/database/lockStore'
import { openStore } from '../server/database/openStore'
import { upgradeStore } from '../server/database/upgrades'
import { Book } from '../server/engine/book'
import { CommandError, EXIT } from './exitCodes'
import type { World } from './world'

/** All that stands in a store that no server holds. The store is held meanwhile, and altered in nothing but its shape. */
export async function worldOfStore(folder: string): Promise<World> {
  if (!existsSync(join(folder, 'database')))
    throw new CommandError(
      `No server runs, and there is no store in ${folder}. Start one with “npm run demo”, or name a store with --store.`,
      EXIT.noServer,
    )
  const { KEEN_HOME = '.' } = process.env
  const migrations = readMigrationFiles({ migrationsFolder: join(KEEN_HOME, 'database', 'migrations') })
  const opened = await openStore(folder, 'keen, the command line', migrations).catch((error: unknown) => {
    throw error instanceof StoreError ? new CommandError(error.message, EXIT.noServer) : error
  })
  try {
    await upgradeStore(opened.database)
    const book = await Book.read(opened.database)
    const bench = await readBenchAt(opened.database)
    if (!bench) throw new CommandError(`The store ${folder} has no bench yet. Start it once with “npm run demo”.`)
    const { allLevers: levers, allFrames: frames, allValues: values, keys } = book
    return { levers, frames, values, keys: keys.body, bench: bench.state }
  } finally {
    await opened.close()
  }
}
