import { sql } from 'drizzle-orm'
import { bigint, index, integer, json, pgTable, text } from 'drizzle-orm/pg-core'
import type { Change } from '../../../core/bench'
import type { LogEntry } from '../../../core/run'
import type { LeftOut, RecordedRow, RecorderPhase } from '../../../core/recorder'
import type { Step } from '../../../core/steps'
import { instantMs, shape } from './columns'

/**
 * The bench at a version, in parts: one for each of its tables, and one for each folder that has something in it. Only
 * parts that differ are written again.
 */
export const benchParts = pgTable('bench_parts', {
  part: text('part').primaryKey(),
  body: json('body').notNull(),
  shape: shape(),
})

/** The one row says which version of the bench the parts are. */
export const benchHead = pgTable('bench_head', {
  id: integer('id').primaryKey(),
  version: bigint('version', { mode: 'number' }).notNull(),
  atMs: instantMs('at_ms').notNull(),
})

/**
 * All that ever happened to the bench, in order: what the steps of runs did, and what was changed otherwise. The bench
 * is its parts and the changes of the entries after their version.
 */
export const logEntries = pgTable(
  'log_entries',
  {
    seq: bigint('seq', { mode: 'number' }).primaryKey(),
    /** The run whose step it was; null for what no run did. */
    runId: text('run_id'),
    source: text('source').$type<'run' | 'put-back' | 'hand' | 'edit'>().notNull(),
    atMs: instantMs('at_ms').notNull(),
    /** The version of the bench after it. */
    version: bigint('version', { mode: 'number' }).notNull(),
    body: json('body').$type<LogBody>().notNull(),
    shape: shape(),
    /** What its changes say of texts that were copied, which are kept for a shorter time than it. */
    clips: text('clips').$type<'some' | 'passing'>(),
  },
  (table) => [
    index('log_entries_run').on(table.runId, table.seq),
    index('log_entries_version').on(table.version),
    index('log_entries_clips')
      .on(table.clips, table.atMs)
      .where(sql`clips is not null`),
  ],
)

/** An entry of the log of a run, or the changes that no run made. */
export type LogBody = LogEntry | { changes: { change: Change }[] }

/** What was done by hand on the bench, as steps; only so many of the newest are kept. */
export const acts = pgTable('acts', {
  seq: bigint('seq', { mode: 'number' }).primaryKey(),
  atMs: instantMs('at_ms').notNull(),
  step: json('step').$type<Step>().notNull(),
  sentence: text('sentence').notNull(),
  programId: text('program_id'),
  shape: shape(),
})

/** Whether what is done by hand is being recorded: one row at most. */
export const recorder = pgTable('recorder', {
  id: integer('id').primaryKey(),
  phase: text('phase').$type<RecorderPhase>().notNull(),
  leftOut: json('left_out').$type<LeftOut[]>().notNull(),
})

/** The steps that were recorded so far, in order. */
export const recordedRows = pgTable('recorded_rows', {
  position: integer('position').primaryKey(),
  body: json('body').$type<RecordedRow>().notNull(),
  shape: shape(),
})
