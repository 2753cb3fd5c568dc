import { index, integer, json, pgTable, serial, text } from 'drizzle-orm/pg-core'
import { instantMs } from './columns'

/** What could not be read when the store was opened, as it was, with the reason. */
export const setAside = pgTable('set_aside', {
  id: serial('id').primaryKey(),
  /** The table it stood in. */
  origin: text('origin').notNull(),
  key: text('key').notNull(),
  body: json('body').notNull(),
  because: text('because').notNull(),
  atMs: instantMs('at_ms').notNull(),
})

/** Where stores made before 0.5.0 kept the bench. Read once, when such a store is opened. */
export const benchSnapshots = pgTable('bench_snapshots', {
  version: integer('version').primaryKey(),
  atMs: instantMs('at_ms').notNull(),
  state: json('state').notNull(),
})

export const benchChanges = pgTable(
  'bench_changes',
  {
    version: integer('version').primaryKey(),
    atMs: instantMs('at_ms').notNull(),
    source: text('source').$type<'run' | 'put-back' | 'hand' | 'edit'>().notNull(),
    runId: text('run_id'),
    stepIndex: integer('step_index'),
    change: json('change').notNull(),
  },
  (table) => [index('bench_changes_run').on(table.runId)],
)
