import { index, integer, json, pgTable, primaryKey, serial, text } from 'drizzle-orm/pg-core'
import type { Change } from '../../../core/bench'
import type { Frame, KeySettings, Lever, NamedValue } from '../../../core/levers'
import type { Kit } from '../../../core/sheets'
import type { Settings } from '../../../core/settings'
import { instantMs, shape } from './columns'

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
