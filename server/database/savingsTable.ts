import { sql } from 'drizzle-orm'
import type { SQL } from 'drizzle-orm'
import type { Queries } from './openDatabase'

/** What a lever did on a day, days counted since 1970-01-01 by the local clock. */
export interface DaySum {
  readonly day: number
  pulls: number
  done: number
}

/** What a lever did in all, and day by day in their order. */
export interface LeverSums {
  readonly leverId: string
  pulls: number
  done: number
  failed: number
  totalMs: number
  readonly days: DaySum[]
}

/** The sums of the next so many levers, by their ids, after one; of those that were ever pulled. */
export async function readSumsAfter(database: Queries, afterId: string, most: number): Promise<LeverSums[]> {
  // From one lever to the next by the index: to gather them all and take the first would go through every day each time.
  const { rows } = await database.execute<{ last: string | null }>(sql`
    with recursive chain as (
      (select lever_id from lever_days where lever_id > ${afterId} order by lever_id limit 1)
      union all
      select (select days.lever_id from lever_days as days where days.lever_id > chain.lever_id order by 1 limit 1)
      from chain where chain.lever_id is not null
    )
    select max(lever_id) as last from (select lever_id from chain where lever_id is not null limit ${most}) as the_next`)
  const { last } = rows[0]!
  return last === null ? [] : readSums(database, sql`lever_id > ${afterId} and lever_id <= ${last}`)
}

/** The sums of some levers, as far as they were ever pulled. */
export function readSumsOf(database: Queries, ids: readonly string[]): Promise<LeverSums[]> {
  return readSums(database, sql`lever_id in (select value from json_array_elements_text(${JSON.stringify(ids)}::json))`)
}

async function readSums(database: Queries, where: SQL): Promise<LeverSums[]> {
  // One text for all days of a lever: so many rows would take far longer to read than to gather.
  const { rows } = await database.execute<Omit<LeverSums, 'days' | 'leverId'> & { leverId: string; days: string }>(sql`
    select lever_id as "leverId", sum(pulls)::double precision as pulls, sum(done)::double precision as done,
      sum(failed)::double precision as failed, sum(total_ms)::double precision as "totalMs",
      string_agg(day || ' ' || pulls || ' ' || done, ',' order by day) as days
    from lever_days where ${where} group by lever_id order by lever_id`)
  return rows.map(({ days, ...sums }) => ({ ...sums, days: days.split(',').map(readDay) }))
}

function readDay(text: string): DaySum {
  const [day, pulls, done] = text.split(' ').map(Number) as [number, number, number]
  return { day, pulls, done }
}
