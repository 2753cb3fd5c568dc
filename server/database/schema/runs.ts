import { bigint, index, integer, json, pgTable, primaryKey, text, uniqueIndex } from 'drizzle-orm/pg-core'
import { sql } from 'drizzle-orm'
import type { LedgerLine } from '../../../core/ledger'
import type { RunHead, RunSheet } from '../../../core/run'
import { instantMs, shape } from './columns'

export const runs = pgTable(
  'runs',
  {
    id: text('id').primaryKey(),
    /** In the order in which they were pulled; a clock may go back. */
    seq: bigint('seq', { mode: 'number' }).notNull(),
    leverId: text('lever_id').notNull(),
    startedAtMs: instantMs('started_at_ms').notNull(),
    phase: text('phase').$type<RunHead['phase']>().notNull(),
    outcome: text('outcome').$type<RunHead['outcome']>().notNull(),
    head: json('head').$type<RunHead>(),
    /** What it does and with what; null once its log is kept no longer. */
    sheet: json('sheet').$type<RunSheet>(),
    shape: shape(),
    /** The whole run, in stores made before the log was a table of its own. */
    body: json('body'),
  },
  (table) => [
    uniqueIndex('runs_seq').on(table.seq),
    index('runs_lever').on(table.leverId, table.seq),
    index('runs_started').on(table.startedAtMs),
    index('runs_open')
      .on(table.seq)
      .where(sql`phase <> 'ended'`),
    index('runs_with_log')
      .on(table.seq)
      .where(sql`sheet is not null`),
    // Empty but in a store that is just being upgraded: that there is nothing to upgrade shows at once.
    index('runs_as_a_whole')
      .on(table.seq)
      .where(sql`body is not null`),
  ],
)

/** What the ledger looks for runs by, of each that has ended: narrow, so that a million of them are soon gone through. */
export const ledgerLines = pgTable(
  'ledger_lines',
  {
    seq: bigint('seq', { mode: 'number' }).primaryKey(),
    leverId: text('lever_id').notNull(),
    frameId: text('frame_id'),
    outcome: text('outcome').$type<Exclude<LedgerLine['outcome'], 'open'>>().notNull(),
    putBackAtMs: instantMs('put_back_at_ms'),
    source: text('source').$type<LedgerLine['source']>().notNull(),
    startedAtMs: instantMs('started_at_ms').notNull(),
    tookMs: bigint('took_ms', { mode: 'number' }).notNull(),
    failedAt: text('failed_at'),
    /** Its text, which many runs have alike. */
    wordsId: bigint('words_id', { mode: 'number' }).notNull(),
  },
  (table) => [
    index('ledger_lines_lever').on(table.leverId, table.seq),
    index('ledger_lines_frame').on(table.frameId, table.seq),
    index('ledger_lines_source').on(table.source, table.seq),
    index('ledger_lines_started').on(table.startedAtMs),
    index('ledger_lines_words').on(table.wordsId, table.seq),
    index('ledger_lines_not_done')
      .on(table.outcome, table.seq)
      .where(sql`outcome <> 'done'`),
    index('ledger_lines_failed')
      .on(table.leverId, table.seq)
      .where(sql`outcome = 'failed'`),
    index('ledger_lines_put_back')
      .on(table.seq)
      .where(sql`put_back_at_ms is not null`),
  ],
)

/** The programs that runs were about. */
export const ledgerPrograms = pgTable(
  'ledger_programs',
  { programId: text('program_id').notNull(), seq: bigint('seq', { mode: 'number' }).notNull() },
  (table) => [primaryKey({ columns: [table.programId, table.seq] }), index('ledger_programs_run').on(table.seq)],
)

/** The texts of runs in small letters, each once, by a number made of the text. */
export const ledgerWords = pgTable('ledger_words', {
  id: bigint('id', { mode: 'number' }).primaryKey(),
  words: text('words').notNull(),
})

/**
 * By how much at most a run began before one that was pulled earlier, as clocks are set back: the order of pulls is that
 * of time but for so much. One row; none where the lines are not written yet.
 */
export const ledgerClock = pgTable('ledger_clock', {
  id: integer('id').primaryKey(),
  mostBehindMs: bigint('most_behind_ms', { mode: 'number' }).notNull(),
})

/** What a lever did on a day, kept when its runs are kept no longer. */
export const leverDays = pgTable(
  'lever_days',
  {
    leverId: text('lever_id').notNull(),
    /** Days since 1970-01-01, by the local clock. */
    day: integer('day').notNull(),
    pulls: integer('pulls').notNull(),
    done: integer('done').notNull(),
    failed: integer('failed').notNull(),
    stopped: integer('stopped').notNull(),
    totalMs: bigint('total_ms', { mode: 'number' }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.leverId, table.day] })],
)
