import { bigint, json, pgTable, text } from 'drizzle-orm/pg-core'
import type { Step } from '../../../core/steps'
import { instantMs, shape } from './columns'

/** What was done by hand, without anything that was written, to notice what repeats; only so many of the newest. */
export const noticedActs = pgTable('noticed_acts', {
  seq: bigint('seq', { mode: 'number' }).primaryKey(),
  atMs: instantMs('at_ms').notNull(),
  step: json('step').$type<Step>().notNull(),
  programId: text('program_id'),
  shape: shape(),
})

/** What was noticed and is to be told no more. */
export const noticedAside = pgTable('noticed_aside', {
  id: text('id').primaryKey(),
  atMs: instantMs('at_ms').notNull(),
})
