import type { Queries } from './openDatabase'
import { doorTimes } from './schema'

/** Until when each time was looked after, by lever and door. */
export async function readDoorTimes(database: Queries): Promise<Map<string, { rule: string; doneUntilMs: number }>> {
  const rows = await database.select().from(doorTimes)
  return new Map(rows.map(({ leverId, doorId, rule, doneUntilMs }) => [`${leverId} ${doorId}`, { rule, doneUntilMs }]))
}

export async function writeDoorTime(database: Queries, row: typeof doorTimes.$inferInsert): Promise<void> {
  await database
    .insert(doorTimes)
    .values(row)
    .onConflictDoUpdate({ target: [doorTimes.leverId, doorTimes.doorId], set: row })
}
