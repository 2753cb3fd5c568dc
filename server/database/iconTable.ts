import { eq } from 'drizzle-orm'
import type { Queries } from './openDatabase'
import { icons } from './schema'

type StoredIcon = typeof icons.$inferSelect

export async function readIcon(database: Queries, id: string): Promise<StoredIcon | undefined> {
  const [row] = await database.select().from(icons).where(eq(icons.id, id))
  return row
}

/** An icon is named by what is in it, so one that is there already is the same. */
export async function writeIcon(database: Queries, icon: StoredIcon): Promise<void> {
  await database.insert(icons).values(icon).onConflictDoNothing()
}
