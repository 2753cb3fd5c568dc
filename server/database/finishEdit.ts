import { asc } from 'drizzle-orm'
import { withoutNothing } from '../../core/levers'
import { leverPieces } from './bookTable'
import type { Database } from './openDatabase'
import { dropLooseParts, endPending, readPending } from './revisionTable'
import { levers } from './schema'
import { turnedEntries } from './turnedEntries'

/**
 * Writes the levers of an edit that stood when the store was left while they were still being written, and forgets the
 * parts of one that had not come to stand.
 */
export async function finishEdit(database: Database): Promise<void> {
  const pending = await readPending(database)
  if (pending) {
    const rows = await database.select().from(levers).orderBy(asc(levers.plate))
    const standing = new Map(rows.map(({ shape: _shape, ...row }) => [row.id, withoutNothing(row)]))
    const book = { levers: standing, frames: new Map(), values: new Map(), kits: new Map(), goneVersions: new Map() }
    const entries = await turnedEntries(pending.entries, pending.side, book, pending.version)
    await database.transaction(async (transaction) => {
      for (const piece of leverPieces(entries)) await piece(transaction)
      await endPending(transaction)
    })
  }
  await dropLooseParts(database)
}
