import { eq } from 'drizzle-orm'
import { frameBaseSchema } from '../../core/frameFile'
import type { FrameBase } from '../../core/frameFile'
import type { Queries } from './openDatabase'
import { keptFrames } from './schema'

/** A frame that is kept in a file. */
export interface KeptFrame {
  readonly file: string
  readonly frameId: string
  /** What file and store last had in common; where it cannot be read, nothing is known of that. */
  readonly base?: FrameBase
}

export async function readKeptFrames(database: Queries): Promise<KeptFrame[]> {
  const rows = await database.select().from(keptFrames)
  return rows.map(({ file, frameId, base }) => {
    const read = frameBaseSchema.safeParse(base)
    return { file, frameId, ...(read.success ? { base: read.data } : {}) }
  })
}

export async function writeKeptFrame(database: Queries, file: string, frameId: string, base: FrameBase): Promise<void> {
  const row = { file, frameId, base }
  await database.insert(keptFrames).values(row).onConflictDoUpdate({ target: keptFrames.file, set: row })
}

export async function dropKeptFrame(database: Queries, file: string): Promise<void> {
  await database.delete(keptFrames).where(eq(keptFrames.file, file))
}
