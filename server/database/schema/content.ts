import { boolean, index, integer, json, pgTable, primaryKey, text } from 'drizzle-orm/pg-core'
import type { Frame, KeySettings, Lever } from '../../../core/levers'
import type { FrameBase } from '../../../core/frameFile'
import type { Kit } from '../../../core/sheets'
import type { Settings } from '../../../core/settings'
import type { TypingEvent } from '../../../core/timing'
import { instantMs, shape } from './columns'

export const frames = pgTable('frames', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  on: boolean('is_on').notNull(),
  position: integer('position').notNull(),
  version: integer('version').notNull().default(1),
  condition: json('condition').$type<Frame['condition']>(),
  rules: json('rules').$type<Frame['rules']>(),
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
