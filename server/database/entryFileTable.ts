import { inArray } from 'drizzle-orm'
import type { Queries } from './openDatabase'
import { slicesOf } from './rows'
import { entryFiles } from './schema'

export async function readEntryFiles(database: Queries, ids: readonly string[]): Promise<Map<string, string>> {
  const texts = new Map<string, string>()
  for (const slice of slicesOf(ids))
    for (const { id, text } of await database.select().from(entryFiles).where(inArray(entryFiles.id, slice)))
      texts.set(id, text)
  return texts
}

/** A text is named by what is in it, so one that is there already is the same. */
export async function writeEntryFiles(
  database: Queries,
  files: readonly { id: string; text: string }[],
): Promise<void> {
  for (const slice of slicesOf(files)) await database.insert(entryFiles).values(slice).onConflictDoNothing()
}
