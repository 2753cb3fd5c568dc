import { bigint, boolean, index, integer, json, pgTable, serial, text } from 'drizzle-orm/pg-core'
import type { BenchState, Change } from '../../core/bench'
import type { Frame, KeySettings, Lever, NamedValue, Trigger } from '../../core/levers'
import type { Run } from '../../core/run'
import type { TypingEvent } from '../../core/timing'

const instantMs = (name: string) => bigint(name, { mode: 'number' })

export const frames = pgTable('frames', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  on: boolean('is_on').notNull(),
  position: integer('position').notNull(),
  condition: json('condition').$type<Frame['condition']>(),
  rules: json('rules').$type<Frame['rules']>(),
})

/** What holds for all levers, one row for each subject. */
export const settings = pgTable('settings', {
  id: text('id').primaryKey(),
  body: json('body').$type<KeySettings>().notNull(),
})

/** Recorded typing: times and key codes only. */
export const recordings = pgTable('recordings', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  atMs: instantMs('at_ms').notNull(),
  events: json('events').$type<TypingEvent[]>().notNull(),
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
})

/** Texts that levers use by name. */
export const namedValues = pgTable('named_values', {
  id: text('id').primaryKey(),
  frameId: text('frame_id').references(() => frames.id),
  name: text('name').notNull(),
  text: text('value_text').notNull(),
  version: integer('version').notNull(),
})

/** Uploaded icons, named by the SHA-256 of what is stored. */
export const icons = pgTable('icons', {
  id: text('id').primaryKey(),
  type: text('type').$type<'image/svg+xml' | 'image/png'>().notNull(),
  base64: text('base64').notNull(),
})

export const triggers = pgTable(
  'triggers',
  {
    /** Unique within its lever. */
    id: text('id').notNull(),
    leverId: text('lever_id')
      .notNull()
      .references(() => levers.id, { onDelete: 'cascade' }),
    position: integer('position').notNull(),
    kind: text('kind').notNull(),
    chord: text('chord').notNull(),
    body: json('body').$type<Trigger>().notNull(),
  },
  (table) => [index('triggers_lever').on(table.leverId), index('triggers_chord').on(table.chord)],
)

/** One thing that a user's act altered; `null` is "not there". Changes of the bench come with those that take them back, in order. */
export type RevisionEntry =
  | { kind: 'lever'; id: string; before: Lever | null; after: Lever | null }
  | { kind: 'frame'; id: string; before: Frame | null; after: Frame | null }
  | { kind: 'value'; id: string; before: NamedValue | null; after: NamedValue | null }
  | { kind: 'keys'; id: 'keys'; before: KeySettings; after: KeySettings }
  | { kind: 'bench'; changes: Change[]; inverse: Change[] }

export const revisions = pgTable('revisions', {
  id: serial('id').primaryKey(),
  atMs: instantMs('at_ms').notNull(),
  label: text('label').notNull(),
  entries: json('entries').$type<RevisionEntry[]>().notNull(),
  state: text('state').$type<'applied' | 'undone' | 'superseded'>().notNull(),
})

export const benchSnapshots = pgTable('bench_snapshots', {
  version: integer('version').primaryKey(),
  atMs: instantMs('at_ms').notNull(),
  state: json('state').$type<BenchState>().notNull(),
})

export const benchChanges = pgTable(
  'bench_changes',
  {
    version: integer('version').primaryKey(),
    atMs: instantMs('at_ms').notNull(),
    source: text('source').$type<'run' | 'put-back' | 'hand' | 'edit'>().notNull(),
    runId: text('run_id'),
    stepIndex: integer('step_index'),
    change: json('change').$type<Change>().notNull(),
  },
  (table) => [index('bench_changes_run').on(table.runId)],
)

export const runs = pgTable(
  'runs',
  {
    id: text('id').primaryKey(),
    leverId: text('lever_id').notNull(),
    startedAtMs: instantMs('started_at_ms').notNull(),
    phase: text('phase').$type<Run['phase']>().notNull(),
    outcome: text('outcome').$type<Run['outcome']>().notNull(),
    body: json('body').$type<Run>().notNull(),
  },
  (table) => [index('runs_started').on(table.startedAtMs), index('runs_phase').on(table.phase)],
)
