import { desc, eq } from 'drizzle-orm'
import type { Queries } from './openDatabase'
import { recordings } from './schema'

export type StoredRecording = typeof recordings.$inferSelect

/** All recordings, the latest first. */
export async function listRecordings(database: Queries): Promise<StoredRecording[]> {
  return database.select().from(recordings).orderBy(desc(recordings.atMs))
}

export async function writeRecording(database: Queries, recording: StoredRecording): Promise<void> {
  await database.insert(recordings).values(recording)
}

/** Whether there was one to delete. */
export async function removeRecording(database: Queries, id: string): Promise<boolean> {
  const gone = await database.delete(recordings).where(eq(recordings.id, id)).returning({ id: recordings.id })
  return gone.length > 0
}
