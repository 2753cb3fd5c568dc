import { z } from 'zod'
import { DEVICE_KINDS } from '../../bench'
import { frameIdSchema, programIdSchema, requiredPath, templateSchema, valuePathSchema } from '../fields'

/** How files are ordered. */
export const FILE_ORDERS = ['name', 'newest', 'oldest', 'largest', 'smallest'] as const
export type FileOrder = (typeof FILE_ORDERS)[number]
export const fileOrderWords: Record<FileOrder, string> = {
  name: 'by name',
  newest: 'newest first',
  oldest: 'oldest first',
  largest: 'largest first',
  smallest: 'smallest first',
}

export const ENTRY_KINDS = ['files', 'folders', 'both'] as const
export type EntryKind = (typeof ENTRY_KINDS)[number]
export const entryKindWords: Record<EntryKind, string> = {
  files: 'file',
  folders: 'folder',
  both: 'file and folder',
}

/** So many columns a table may have, and so many rows. */
const MOST_COLUMNS = 40
export const MOST_ROWS = 2000
const bytes = z.number().int().min(0).max(1e15)

/** Several things that a loop goes over, a question offers, or something is looked up in. */
export const sourceSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('files'),
    folder: requiredPath('Say which folder.'),
    /** With `*` and `?`; all where it is empty. */
    pattern: templateSchema.default(''),
    what: z.enum(ENTRY_KINDS).default('files'),
    /** In folders below, too. */
    isDeep: z.boolean().optional(),
    /** Changed within that time. */
    newerThanMs: z.number().int().min(0).optional(),
    /** Changed longer ago than that. */
    olderThanMs: z.number().int().min(0).optional(),
    largerThan: bytes.optional(),
    smallerThan: bytes.optional(),
    order: z.enum(FILE_ORDERS).default('name'),
  }),
  z.object({ kind: z.literal('lines'), text: templateSchema }),
  z.object({ kind: z.literal('list'), items: z.array(templateSchema).max(MOST_ROWS) }),
  /** A value of the lever: a list, or a text by its lines. */
  z.object({ kind: z.literal('value'), name: valuePathSchema }),
  z.object({
    kind: z.literal('table'),
    columns: z.array(z.string().trim().min(1, 'Give the column a name.').max(60)).min(1).max(MOST_COLUMNS),
    rows: z.array(z.array(templateSchema).max(MOST_COLUMNS)).max(MOST_ROWS),
  }),
  /** A file of comma-separated values (RFC 4180), with the names of its columns in the first row. */
  z.object({ kind: z.literal('csv'), path: requiredPath('Say which file.') }),
  z.object({ kind: z.literal('windows'), programId: programIdSchema.optional() }),
  z.object({ kind: z.literal('programs') }),
  z.object({ kind: z.literal('tabs'), programId: programIdSchema.optional() }),
  z.object({ kind: z.literal('devices'), deviceKind: z.enum(DEVICE_KINDS).optional() }),
  z.object({ kind: z.literal('levers'), frameId: frameIdSchema.optional() }),
  /** The named addresses of the place. */
  z.object({ kind: z.literal('addresses') }),
])
export type Source = z.infer<typeof sourceSchema>
export type SourceKind = Source['kind']

/** As a form offers them. */
export const sourceWords: Record<SourceKind, string> = {
  files: 'files of a folder',
  lines: 'lines of a text',
  list: 'these',
  value: 'a list that has a name',
  table: 'rows of a table',
  csv: 'rows of a CSV file',
  windows: 'open windows',
  programs: 'programs that run',
  tabs: 'open tabs',
  devices: 'devices',
  levers: 'levers',
  addresses: 'named addresses',
}

/** A source of that kind, still to be filled in. */
export function freshSource(kind: SourceKind): Source {
  switch (kind) {
    case 'files':
      return { kind, folder: '${downloads}', pattern: '', what: 'files', order: 'name' }
    case 'lines':
      return { kind, text: '' }
    case 'list':
      return { kind, items: [''] }
    case 'value':
      return { kind, name: 'list' }
    case 'table':
      return { kind, columns: ['name'], rows: [['']] }
    case 'csv':
      return { kind, path: '' }
    default:
      return { kind }
  }
}
