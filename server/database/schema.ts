import {
  bigint,
  boolean,
  index,
  integer,
  json,
  pgTable,
  primaryKey,
  serial,
  text,
  uniqueIndex,
} from 'drizzle-orm/pg-core'
import { sql } from 'drizzle-orm'
import type { Change } from '../../core/bench'
import type { LedgerLine } from '../../core/ledger'
import type { Frame, KeySettings, Lever, NamedValue } from '../../core/levers'
import type { LogEntry, RunHead, RunSheet } from '../../core/run'
import type { LeftOut, RecordedRow, RecorderPhase } from '../../core/recorder'
import type { FrameBase } from '../../core/frameFile'
import type { Kit } from '../../core/sheets'
import type { Settings } from '../../core/settings'
import type { Step } from '../../core/steps'
import type { TypingEvent } from '../../core/timing'

const instantMs = (name: string) => bigint(name, { mode: 'number' })

/** How the JSON of a row is to be read; see `upgrades`. Rows of stores made before there was this column have 1. */
const shape = () => integer('shape').notNull().default(1)

export const frames = pgTable('frames', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  on: boolean('is_on').notNull(),
  position: integer('position').notNull(),
  version: integer('version').notNull().default(1),
  condition: json('condition').$type<Frame['condition']>(),
  rules: json('rules').$type<Frame['rules']>(),
})

/** What holds for all levers, one row for each subject. */
export const settings = pgTable('settings', {
  id: text('id').primaryKey(),
  version: integer('version').notNull().default(1),
  body: json('body').$type<KeySettings | Settings>().notNull(),
})

/** Frames that are kept in a file of the watched folder, with what file and store last had in common. */
export const keptFrames = pgTable('kept_frames', {
  file: text('file').primaryKey(),
  frameId: text('frame_id').notNull(),
  base: json('base').$type<FrameBase>().notNull(),
})

/** Recorded typing: times and key codes only. */
export const recordings = pgTable('recordings', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  atMs: instantMs('at_ms').notNull(),
  events: json('events').$type<TypingEvent[]>().notNull(),
})

/** What was chosen in the launcher for which letters. */
export const choices = pgTable(
  'choices',
  {
    letters: text('letters').notNull(),
    entryId: text('entry_id').notNull(),
    count: integer('count').notNull(),
    since: integer('since').notNull(),
    isFirst: boolean('is_first').notNull(),
    lastAtMs: instantMs('last_at_ms').notNull(),
  },
  (table) => [primaryKey({ columns: [table.letters, table.entryId] }), index('choices_last').on(table.lastAtMs)],
)

/** Until when a time of a lever was looked after. */
export const doorTimes = pgTable(
  'door_times',
  {
    leverId: text('lever_id').notNull(),
    doorId: text('door_id').notNull(),
    /** The rule it was looked after by; another one begins anew. */
    rule: text('rule').notNull(),
    doneUntilMs: instantMs('done_until_ms').notNull(),
  },
  (table) => [primaryKey({ columns: [table.leverId, table.doorId] })],
)

/** The last sums of the launcher. */
export const sums = pgTable('sums', {
  id: text('id').primaryKey(),
  sum: text('sum').notNull(),
  value: json('value').$type<number | string>().notNull(),
  atMs: instantMs('at_ms').notNull(),
})

export const levers = pgTable('levers', {
  id: text('id').primaryKey(),
  plate: integer('plate').notNull().unique(),
  frameId: text('frame_id')
    .notNull()
    .references(() => frames.id),
  name: text('name').notNull(),
  aliases: json('aliases').$type<Lever['aliases']>().notNull(),
  steps: json('steps').$type<Lever['steps']>().notNull(),
  triggers: json('triggers').$type<Lever['triggers']>().notNull(),
  scope: json('scope').$type<Lever['scope']>().notNull(),
  enabled: boolean('enabled').notNull(),
  whileRunning: text('while_running').$type<Lever['whileRunning']>().notNull(),
  version: integer('version').notNull(),
  icon: json('icon').$type<Lever['icon']>(),
  origin: json('origin').$type<Lever['origin']>(),
  variant: json('variant').$type<Lever['variant']>(),
  interlock: json('interlock').$type<Lever['interlock']>(),
  lamp: json('lamp').$type<Lever['lamp']>(),
  feedback: text('feedback').$type<Lever['feedback']>(),
  pulledAgain: text('pulled_again').$type<Lever['pulledAgain']>(),
  inputs: json('inputs').$type<Lever['inputs']>(),
  doors: json('doors').$type<Lever['doors']>(),
  byHand: text('by_hand'),
  shape: shape(),
})

/** Texts that levers use by name. */
export const namedValues = pgTable('named_values', {
  id: text('id').primaryKey(),
  frameId: text('frame_id').references(() => frames.id),
  name: text('name').notNull(),
  text: text('value_text').notNull(),
  here: text('here'),
  version: integer('version').notNull(),
})

/** Steps saved under a name. */
export const kits = pgTable('kits', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  steps: json('steps').$type<Kit['steps']>().notNull(),
  version: integer('version').notNull(),
})

/** Uploaded icons, named by the SHA-256 of what is stored. */
export const icons = pgTable('icons', {
  id: text('id').primaryKey(),
  type: text('type').$type<'image/svg+xml' | 'image/png'>().notNull(),
  base64: text('base64').notNull(),
})

/** The texts of imported Desktop Entry files as they were, named by their SHA-256. */
export const entryFiles = pgTable('entry_files', {
  id: text('id').primaryKey(),
  text: text('file_text').notNull(),
})

/**
 * One thing that a user's act altered; `null` is "not there". A lever that was there before and is after is told by the
 * fields that differ. Changes of the bench come with those that take them back, in order.
 */
export type StoredEntry =
  RevisionEntry | { kind: 'lever-fields'; id: string; before: Partial<Lever>; after: Partial<Lever> }

export type RevisionEntry =
  | { kind: 'lever'; id: string; before: Lever | null; after: Lever | null }
  | { kind: 'frame'; id: string; before: Frame | null; after: Frame | null }
  | { kind: 'value'; id: string; before: NamedValue | null; after: NamedValue | null }
  | { kind: 'kit'; id: string; before: Kit | null; after: Kit | null }
  | { kind: 'keys'; id: 'keys'; before: KeySettings; after: KeySettings }
  | { kind: 'settings'; id: 'settings'; before: Settings; after: Settings }
  | { kind: 'bench'; changes: Change[]; inverse: Change[] }

export const revisions = pgTable(
  'revisions',
  {
    id: serial('id').primaryKey(),
    atMs: instantMs('at_ms').notNull(),
    label: text('label').notNull(),
    entries: json('entries').$type<StoredEntry[]>().notNull(),
    /** Names the parts that hold its levers, where there were too many for one row. */
    act: text('act'),
    state: text('state').$type<'applied' | 'undone' | 'superseded'>().notNull(),
    shape: shape(),
  },
  (table) => [index('revisions_state').on(table.state, table.id)],
)

/** The levers of an edit of many, in parts that were stored before the edit was. */
export const revisionParts = pgTable(
  'revision_parts',
  {
    act: text('act').notNull(),
    part: integer('part').notNull(),
    entries: json('entries').$type<StoredEntry[]>().notNull(),
    shape: shape(),
  },
  (table) => [primaryKey({ columns: [table.act, table.part] })],
)

/** The edit of many levers, made or taken back, that the rows of the levers do not follow yet: one row at most. */
export const pendingEdits = pgTable('pending_edits', {
  id: integer('id').primaryKey(),
  revisionId: integer('revision_id').notNull(),
  /** The side that stands now. */
  side: text('side').$type<'before' | 'after'>().notNull(),
  /** The version its levers have; null where it is the one that the edit gave them. */
  version: integer('version'),
})

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
  },
  (table) => [index('log_entries_run').on(table.runId, table.seq), index('log_entries_version').on(table.version)],
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
