import { gte, sql } from 'drizzle-orm'
import type { Queries } from './openDatabase'
import { leverDays } from './schema'

/** What a lever did in all. */
export interface LeverSums {
  readonly leverId: string
  readonly pulls: number
  readonly done: number
  readonly failed: number
  readonly totalMs: number
  /** Those that went through since a day. */
  readonly doneLately: number
  readonly lastDay: number
}

const sumOf = (column: unknown) => sql<number>`sum(${column})::double precision`

/** The sums of every lever that was ever pulled; days are counted since 1970-01-01 by the local clock. */
export async function readLeverSums(database: Queries, latelyFrom: number): Promise<LeverSums[]> {
  return database
    .select({
      leverId: leverDays.leverId,
      pulls: sumOf(leverDays.pulls),
      done: sumOf(leverDays.done),
      failed: sumOf(leverDays.failed),
      totalMs: sumOf(leverDays.totalMs),
      doneLately: sql<number>`coalesce(sum(${leverDays.done}) filter (where ${leverDays.day} > ${latelyFrom}), 0)::double precision`,
      lastDay: sql<number>`max(${leverDays.day})`,
    })
    .from(leverDays)
    .groupBy(leverDays.leverId)
}

/** What each lever did on each day, from a day on. */
export async function readDaysFrom(database: Queries, fromDay: number) {
  return database
    .select({ leverId: leverDays.leverId, day: leverDays.day, pulls: leverDays.pulls, done: leverDays.done })
    .from(leverDays)
    .where(gte(leverDays.day, fromDay))
}
