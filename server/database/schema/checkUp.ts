import { integer, json, pgTable, text } from 'drizzle-orm/pg-core'
import { instantMs } from './columns'

/** Why a finding of the check-up is taken as it is. */
export interface Acceptance {
  readonly reason: string
  readonly atMs: number
}

/** Since when each finding of the check-up is there, and whether somebody has accepted it. */
export const findings = pgTable('findings', {
  id: text('id').primaryKey(),
  sinceMs: instantMs('since_ms').notNull(),
  accepted: json('accepted').$type<Acceptance>(),
})

/** When all was well the last time; one row. */
export const checkUps = pgTable('check_ups', {
  id: integer('id').primaryKey(),
  wellAtMs: instantMs('well_at_ms').notNull(),
})
