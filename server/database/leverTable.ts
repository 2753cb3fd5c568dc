import { asc, eq, inArray, sql } from 'drizzle-orm'
import type { z } from 'zod'
import { frameSchema, keySettingsSchema, leverSchema, namedValueSchema } from '../../core/levers'
import type { Frame, KeySettings, Lever, NamedValue } from '../../core/levers'
import { settingsSchema } from '../../core/settings'
import type { Settings } from '../../core/settings'
import type { Queries } from './openDatabase'
import { breathe, rowsOf, slicesOf } from './rows'
import { frames, levers, namedValues, settings } from './schema'
import { putAside, setAsideWhatIsOdd } from './setAside'
import { SHAPE } from './shapes'

/** So many rows are read as one text. */
const ROWS_PER_TEXT = 1000

export async function readLevers(database: Queries): Promise<Lever[]> {
  // To read each field as a value of its own would take several times as long.
  const { rows } = await database.execute<{ part: string }>(sql`
    select '[' || string_agg(row_to_json(levers)::text, ',' order by plate) || ']' as part
    from levers group by plate / ${ROWS_PER_TEXT}::integer order by min(plate)`)
  const read = rows.flatMap(({ part }) => (JSON.parse(part) as Record<string, unknown>[]).map(leverIn))
  return setAsideWhatIsOdd(database, 'levers', read, leverSchema)
}

/** A row as a lever; what there is none of is not there. */
function leverIn(row: Readonly<Record<string, unknown>>): Lever {
  const lever: Partial<Record<keyof Lever, unknown>> = {}
  for (const field of fields) {
    const value = row[columns[field]]
    if (value !== null && value !== undefined) lever[field] = value
  }
  return lever as Lever
}

/** Frees the numbers of levers that are about to be written, so that they can change places. */
export async function freePlates(database: Queries, ids: readonly string[]): Promise<void> {
  for (const slice of slicesOf(ids)) {
    await database
      .update(levers)
      .set({ plate: sql`-abs(${levers.plate})` })
      .where(inArray(levers.id, slice))
  }
}

/** The column of each field of a lever. */
const columns: Record<keyof Lever, string> = {
  id: 'id',
  plate: 'plate',
  frameId: 'frame_id',
  name: 'name',
  aliases: 'aliases',
  steps: 'steps',
  triggers: 'triggers',
  scope: 'scope',
  enabled: 'enabled',
  whileRunning: 'while_running',
  pulledAgain: 'pulled_again',
  inputs: 'inputs',
  version: 'version',
  icon: 'icon',
  origin: 'origin',
  variant: 'variant',
  interlock: 'interlock',
  lamp: 'lamp',
  feedback: 'feedback',
  doors: 'doors',
  byHand: 'by_hand',
}
const fields = Object.keys(columns) as (keyof Lever)[]

/** Writes levers, whether they are there already or not. */
export async function writeLevers(database: Queries, written: readonly Lever[]): Promise<void> {
  const list = sql.raw([...Object.values(columns), 'shape'].join(', '))
  const updates = sql.raw(
    [...Object.values(columns), 'shape'].map((column) => `${column} = excluded.${column}`).join(', '),
  )
  for (const slice of slicesOf(written)) {
    const rows = slice.map((lever) => ({ ...rowOf(lever, fields), shape: SHAPE }))
    await database.execute(sql`insert into levers (${list}) select ${list} from ${rowsOf('levers', rows)}
      on conflict (id) do update set ${updates}`)
    await breathe()
  }
}

/** Writes what differs of levers that are there: one field of many levers is little to send. */
export async function alterLevers(
  database: Queries,
  altered: readonly { readonly before: Lever; readonly after: Lever }[],
): Promise<void> {
  const differing = fields.filter(
    (field) => field !== 'id' && altered.some(({ before, after }) => before[field] !== after[field]),
  )
  if (differing.length === 0) return
  const updates = sql.raw(differing.map((field) => `${columns[field]} = altered.${columns[field]}`).join(', '))
  for (const slice of slicesOf(altered)) {
    const rows = slice.map(({ after }) => rowOf(after, ['id', ...differing]))
    await database.execute(
      sql`update levers set ${updates}, shape = ${SHAPE} from ${rowsOf('levers', rows)} altered where levers.id = altered.id`,
    )
    await breathe()
  }
}

function rowOf(lever: Lever, wanted: readonly (keyof Lever)[]): Record<string, unknown> {
  return Object.fromEntries(wanted.map((field) => [columns[field], lever[field] ?? null]))
}

export async function removeLevers(database: Queries, ids: readonly string[]): Promise<void> {
  for (const slice of slicesOf(ids)) {
    await database.delete(levers).where(inArray(levers.id, slice))
    await breathe()
  }
}

export async function readFrames(database: Queries): Promise<Frame[]> {
  const rows = await database.select().from(frames).orderBy(asc(frames.position))
  const read = rows.map(({ condition, rules, ...frame }) => ({
    ...frame,
    ...(condition ? { condition } : {}),
    ...(rules ? { rules } : {}),
  }))
  return setAsideWhatIsOdd(database, 'frames', read, frameSchema)
}

export async function writeFrame(database: Queries, written: Frame): Promise<void> {
  const frame = { ...written, condition: written.condition ?? null, rules: written.rules ?? null }
  await database.insert(frames).values(frame).onConflictDoUpdate({ target: frames.id, set: frame })
}

export async function removeFrame(database: Queries, id: string): Promise<void> {
  await database.delete(frames).where(eq(frames.id, id))
}

export async function readValues(database: Queries): Promise<NamedValue[]> {
  const rows = await database.select().from(namedValues).orderBy(asc(namedValues.name))
  const values = await setAsideWhatIsOdd(database, 'named_values', rows, namedValueSchema)
  return values.map(({ here, ...value }) => (here === null || here === undefined ? value : { ...value, here }))
}

export async function writeValue(database: Queries, value: NamedValue): Promise<void> {
  const row = { ...value, here: value.here ?? null }
  await database.insert(namedValues).values(row).onConflictDoUpdate({ target: namedValues.id, set: row })
}

export async function removeValue(database: Queries, id: string): Promise<void> {
  await database.delete(namedValues).where(eq(namedValues.id, id))
}

/** Something that is set as a whole, with the version that goes up with every edit. */
export interface Versioned<T> {
  readonly version: number
  readonly body: T
}

/**
 * The user's keyboard and timing, and what holds for the whole product; what was never set is as it is from the
 * beginning.
 */
export async function readSettings(
  database: Queries,
): Promise<{ keys: Versioned<KeySettings>; settings: Versioned<Settings> }> {
  const rows = await database.select().from(settings)
  const stored = (id: string) => rows.find((row) => row.id === id) ?? { version: 1, body: {} }
  const asDelivered = async <T>(id: string, schema: z.ZodType<T>): Promise<Versioned<T>> => {
    const { version, body } = stored(id)
    const parsed = schema.safeParse(body)
    if (parsed.success) return { version, body: parsed.data }
    const { path, message } = parsed.error.issues[0]!
    await putAside(database, 'settings', id, body, `${path.map(String).join('.')}: ${message}`)
    await database.delete(settings).where(eq(settings.id, id))
    return { version, body: schema.parse({}) }
  }
  return {
    keys: await asDelivered('keys', keySettingsSchema),
    settings: await asDelivered('settings', settingsSchema),
  }
}

export async function writeSettings(
  database: Queries,
  id: 'keys' | 'settings',
  { version, body }: Versioned<KeySettings | Settings>,
): Promise<void> {
  await database
    .insert(settings)
    .values({ id, version, body })
    .onConflictDoUpdate({ target: settings.id, set: { version, body } })
}
