import { frames as demoFrames, levers as demoLevers, values as demoValues, workstation } from '../../demo'
import { writeBenchAt } from './benchTable'
import { writeFrame, writeLevers, writeValue } from './leverTable'
import type { Database } from './openDatabase'
import { benchHead } from './schema'

/** Puts the demo data into a new store, all of it or nothing; a store that has a bench keeps what it has. */
export async function seed(database: Database, nowMs: number): Promise<void> {
  const [head] = await database.select().from(benchHead)
  if (head) return
  await database.transaction(async (transaction) => {
    for (const frame of demoFrames) await writeFrame(transaction, frame)
    await writeLevers(transaction, demoLevers)
    for (const value of demoValues) await writeValue(transaction, value)
    await writeBenchAt(transaction, { version: 0, state: workstation }, nowMs)
  })
}
