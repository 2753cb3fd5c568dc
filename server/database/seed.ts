import { sql } from 'drizzle-orm'
import { frames as demoFrames, levers as demoLevers, values as demoValues, workstation } from '../../demo'
import { writeSnapshot } from './benchTable'
import { writeFrame, writeLever, writeValue } from './leverTable'
import type { Database } from './openStore'
import { benchSnapshots } from './schema'

/** Puts the demo data into a new store, all of it or nothing; a store that has a bench keeps what it has. */
export async function seed(database: Database, nowMs: number): Promise<void> {
  const [count] = await database.select({ snapshots: sql<number>`count(*)::int` }).from(benchSnapshots)
  if (count!.snapshots > 0) return
  await database.transaction(async (transaction) => {
    for (const frame of demoFrames) await writeFrame(transaction, frame)
    for (const lever of demoLevers) await writeLever(transaction, lever)
    for (const value of demoValues) await writeValue(transaction, value)
    await writeSnapshot(transaction, 0, nowMs, workstation)
  })
}
