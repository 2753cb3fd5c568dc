import { asc, eq, inArray, sql } from 'drizzle-orm'
import { DEFAULT_KEYS, keySettingsSchema, triggerKeys, withoutNothing } from '../../core/levers'
import type { Frame, KeySettings, Lever, NamedValue } from '../../core/levers'
import type { Queries } from './openStore'
import { frames, levers, namedValues, settings, triggers } from './schema'

export async function readLevers(database: Queries): Promise<Lever[]> {
  const rows = await database.select().from(levers).orderBy(asc(levers.plate))
  const bound = await database.select().from(triggers).orderBy(asc(triggers.leverId), asc(triggers.position))
  const byLever = groupByLever(bound)
  return rows.map((row) =>
    withoutNothing({ ...row, triggers: (byLever.get(row.id) ?? []).map((trigger) => trigger.body) }),
  )
}

function groupByLever<T extends { leverId: string }>(rows: T[]): Map<string, T[]> {
  const groups = new Map<string, T[]>()
  for (const row of rows) groups.set(row.leverId, [...(groups.get(row.leverId) ?? []), row])
  return groups
}

/** Frees the numbers of levers that are about to be written, so that they can change places. */
export async function freePlates(database: Queries, ids: readonly string[]): Promise<void> {
  if (ids.length > 1)
    await database
      .update(levers)
      .set({ plate: sql`-${levers.plate}` })
      .where(inArray(levers.id, [...ids]))
}

/** Writes a lever with its triggers, whether it is there already or not. */
export async function writeLever(database: Queries, { triggers: bound, ...written }: Lever): Promise<void> {
  const lever = { icon: null, origin: null, variant: null, interlock: null, lamp: null, feedback: null, ...written }
  await database.insert(levers).values(lever).onConflictDoUpdate({ target: levers.id, set: lever })
  await database.delete(triggers).where(eq(triggers.leverId, lever.id))
  if (bound.length > 0) {
    await database
      .insert(triggers)
      .values(
        bound.map((trigger, position) => ({
          id: trigger.id,
          leverId: lever.id,
          position,
          kind: trigger.kind,
          chord: triggerKeys(trigger),
          body: trigger,
        })),
      )
  }
}

export async function removeLever(database: Queries, id: string): Promise<void> {
  await database.delete(levers).where(eq(levers.id, id))
}

export async function readFrames(database: Queries): Promise<Frame[]> {
  const rows = await database.select().from(frames).orderBy(asc(frames.position))
  return rows.map(({ condition, rules, ...frame }) => ({
    ...frame,
    ...(condition ? { condition } : {}),
    ...(rules ? { rules } : {}),
  }))
}

export async function writeFrame(database: Queries, written: Frame): Promise<void> {
  const frame = { ...written, condition: written.condition ?? null, rules: written.rules ?? null }
  await database.insert(frames).values(frame).onConflictDoUpdate({ target: frames.id, set: frame })
}

export async function removeFrame(database: Queries, id: string): Promise<void> {
  await database.delete(frames).where(eq(frames.id, id))
}

export async function readValues(database: Queries): Promise<NamedValue[]> {
  return database.select().from(namedValues).orderBy(asc(namedValues.name))
}

export async function writeValue(database: Queries, value: NamedValue): Promise<void> {
  await database.insert(namedValues).values(value).onConflictDoUpdate({ target: namedValues.id, set: value })
}

export async function removeValue(database: Queries, id: string): Promise<void> {
  await database.delete(namedValues).where(eq(namedValues.id, id))
}

/** The user's keyboard and timing; what was never set is as it is from the beginning. */
export async function readKeySettings(database: Queries): Promise<KeySettings> {
  const [row] = await database.select().from(settings).where(eq(settings.id, 'keys'))
  return row ? keySettingsSchema.parse(row.body) : DEFAULT_KEYS
}

export async function writeKeySettings(database: Queries, body: KeySettings): Promise<void> {
  await database
    .insert(settings)
    .values({ id: 'keys', body })
    .onConflictDoUpdate({ target: settings.id, set: { body } })
}
