import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { readBenchAt } from '../server/database/benchTable'
import { readFindings } from '../server/database/findingTable'
import { Book } from '../server/engine/book'
import { CommandError, EXIT } from './exitCodes'
import { holdStore } from './holdStore'
import type { World } from './world'

/** All that stands in a store that no server holds. The store is held meanwhile, and altered in nothing but its shape. */
export async function worldOfStore(folder: string): Promise<World> {
  if (!existsSync(join(folder, 'database')))
    throw new CommandError(
      `No server runs, and there is no store in ${folder}. Start one with “npm run demo”, or name a store with --store.`,
      EXIT.noServer,
    )
  return holdStore(folder, async ({ database }) => {
    const book = await Book.read(database)
    const bench = await readBenchAt(database)
    if (!bench) throw new CommandError(`The store ${folder} has no bench yet. Start it once with “npm run demo”.`)
    const { allLevers: levers, allFrames: frames, allValues: values, keys } = book
    return { levers, frames, values, keys: keys.body, bench: bench.state }
  })
}

/** Why findings of the check-up are taken as they are, by their ids. */
export function acceptedInStore(folder: string): Promise<ReadonlyMap<string, string>> {
  return holdStore(folder, async ({ database }) => {
    const known = await readFindings(database)
    return new Map([...known].flatMap(([id, { accepted }]) => (accepted ? [[id, accepted.reason] as const] : [])))
  })
}
