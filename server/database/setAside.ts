import { asc, inArray } from 'drizzle-orm'
import type { z } from 'zod'
import type { Queries } from './openDatabase'
import { frames, kits, levers, namedValues, setAside } from './schema'

const tables = { levers, frames, kits, named_values: namedValues }

/** One thing that could not be read, as it is told. */
export interface Odd {
  readonly origin: string
  readonly key: string
  readonly because: string
}

/**
 * The rows that are what their schema says. The others are moved out of the way, as they are, with the reason: one row
 * that cannot be read is no reason to lose the rest.
 */
export async function setAsideWhatIsOdd<T extends { id: string }>(
  database: Queries,
  origin: keyof typeof tables,
  rows: readonly T[],
  schema: z.ZodType,
): Promise<T[]> {
  const good: T[] = []
  const odd: { key: string; body: T; because: string }[] = []
  for (const row of rows) {
    const parsed = schema.safeParse(row)
    if (parsed.success) good.push(row)
    else odd.push({ key: row.id, body: row, because: reasonOf(parsed.error) })
  }
  if (odd.length === 0) return good
  await database.insert(setAside).values(odd.map((entry) => ({ ...entry, origin, atMs: Date.now() })))
  const table = tables[origin]
  const ids = odd.map(({ key }) => key)
  // What stands in a frame that cannot be read would have no place: the frame comes back with its name only.
  if (origin === 'frames')
    await database.update(frames).set({ condition: null, rules: null }).where(inArray(frames.id, ids))
  else await database.delete(table).where(inArray(table.id, ids))
  for (const { key, because } of odd) console.warn(`${origin} ${key} was set aside: ${because}`)
  return origin === 'frames' ? rows.map((row) => (ids.includes(row.id) ? bareFrame(row) : row)) : good
}

function bareFrame<T>(row: T): T {
  const { condition: _condition, rules: _rules, ...bare } = row as T & { condition?: unknown; rules?: unknown }
  return { ...bare, name: String((bare as { name?: unknown }).name || 'A frame that could not be read') } as T
}

function reasonOf(error: z.ZodError): string {
  return error.issues
    .slice(0, 3)
    .map(({ path, message }) => `${path.map(String).join('.')}: ${message}`)
    .join('; ')
}

/** All that was ever set aside, the first first. */
export async function listSetAside(database: Queries): Promise<Odd[]> {
  return database
    .select({ origin: setAside.origin, key: setAside.key, because: setAside.because })
    .from(setAside)
    .orderBy(asc(setAside.id))
}

/** Keeps something that could not be read, with the reason. */
export async function putAside(
  database: Queries,
  origin: string,
  key: string,
  body: unknown,
  because: string,
): Promise<void> {
  await database.insert(setAside).values({ origin, key, body: body ?? {}, because, atMs: Date.now() })
  console.warn(`${origin} ${key} was set aside: ${because}`)
}
