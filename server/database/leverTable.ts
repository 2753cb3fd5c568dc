import { asc, eq } from 'drizzle-orm'
import type { Frame, Lever } from '../../core/levers'
import type { Queries } from './openStore'
import { frames, levers, triggers } from './schema'

export async function readLevers(database: Queries): Promise<Lever[]> {
  const rows = await database.select().from(levers).orderBy(asc(levers.plate))
  const bound = await database.select().from(triggers).orderBy(asc(triggers.leverId), asc(triggers.position))
  const byLever = groupByLever(bound)
  return rows.map(row => ({ ...row, triggers: (byLever.get(row.id) ?? []).map(trigger => trigger.body) }))
}

function groupByLever<T extends { leverId: string }>(rows: T[]): Map<string, T[]> {
  const groups = new Map<string, T[]>()
  for (const row of rows) groups.set(row.leverId, [...(groups.get(row.leverId) ?? []), row])
  return groups
}

/** Writes a lever with its triggers, whether it is there already or not. */
export async function writeLever(database: Queries, { triggers: bound, ...lever }: Lever): Promise<void> {
  await database.insert(levers).values(lever).onConflictDoUpdate({ target: levers.id, set: lever })
  await database.delete(triggers).where(eq(triggers.leverId, lever.id))
  if (bound.length > 0) {
    await database.insert(triggers).values(bound.map((trigger, position) => ({ id: trigger.id, leverId: lever.id, position, kind: trigger.kind, chord: trigger.chord, body: trigger })))
  }
}

export async function removeLever(database: Queries, id: string): Promise<void> {
  await database.delete(levers).where(eq(levers.id, id))
}

export async function readFrames(database: Queries): Promise<Frame[]> {
  return database.select().from(frames).orderBy(asc(frames.position))
}

export async function writeFrame(database: Queries, frame: Frame): Promise<void> {
  await database.insert(frames).values(frame).onConflictDoUpdate({ target: frames.id, set: frame })
}
