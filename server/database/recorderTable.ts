import { asc, gte } from 'drizzle-orm'
import { leftOutSchema, NOTHING_RECORDED, recordedRowSchema } from '../../core/recorder'
import type { RecorderPhase, Recording } from '../../core/recorder'
import type { Queries } from './openDatabase'
import { recordedRows, recorder } from './schema'
import { SHAPE } from './shapes'

export interface StoredRecorder {
  readonly phase: RecorderPhase
  readonly recording: Recording
}

/** As it was left; rows that cannot be read are left out. */
export async function readRecorder(database: Queries): Promise<StoredRecorder> {
  const [head] = await database.select().from(recorder)
  if (!head) return { phase: 'off', recording: NOTHING_RECORDED }
  const stored = await database.select().from(recordedRows).orderBy(asc(recordedRows.position))
  const rows = stored.flatMap(({ body }) => {
    const read = recordedRowSchema.safeParse(body)
    return read.success ? [read.data] : []
  })
  const left = leftOutSchema.array().safeParse(head.leftOut)
  return { phase: head.phase, recording: { rows, left: left.success ? left.data : [] } }
}

/** Stores what differs: rows that stayed the same objects stand already. */
export async function writeRecorder(
  database: Queries,
  { phase, recording }: StoredRecorder,
  before: Recording,
): Promise<void> {
  const { rows, left } = recording
  let same = 0
  while (same < rows.length && rows[same] === before.rows[same]) same++
  if (same < before.rows.length) await database.delete(recordedRows).where(gte(recordedRows.position, same))
  const added = rows.slice(same).map((body, i) => ({ position: same + i, body, shape: SHAPE }))
  if (added.length > 0) await database.insert(recordedRows).values(added)
  const head = { id: 1, phase, leftOut: [...left] }
  await database.insert(recorder).values(head).onConflictDoUpdate({ target: recorder.id, set: head })
}
