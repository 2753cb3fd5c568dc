import { and, asc, eq, gt, lt, lte, sql } from 'drizzle-orm'
import { clipsIn, forgetClips } from '../../core/bench'
import type { WhichClips } from '../../core/bench'
import type { Queries } from './openDatabase'
import { rowsOf } from './rows'
import { benchHead, logEntries } from './schema'
import type { LogBody } from './schema'

/** What an entry of the log says of texts that were copied. */
export function clipsInBody({ changes }: LogBody): 'some' | 'passing' | null {
  const found = changes.flatMap((recorded) => [
    clipsIn(recorded.change),
    'inverse' in recorded ? clipsIn(recorded.inverse) : undefined,
  ])
  return found.includes('passing') ? 'passing' : found.includes('some') ? 'some' : null
}

/** What came from a program that holds secrets, whenever it was logged, and all else from before an instant. */
const meant = (beforeMs: number) => [
  eq(logEntries.clips, 'passing'),
  and(eq(logEntries.clips, 'some'), lt(logEntries.atMs, beforeMs)),
]

/** Whether some of that comes after the version of which the parts of the bench are stored. */
export async function isAheadOfParts(database: Queries, beforeMs: number): Promise<boolean> {
  for (const where of meant(beforeMs)) {
    const [row] = await database
      .select({ seq: logEntries.seq })
      .from(logEntries)
      .innerJoin(benchHead, gt(logEntries.version, benchHead.version))
      .where(where)
      .limit(1)
    if (row) return true
  }
  return false
}

/**
 * Forgets the texts that up to `most` entries of each kind have, where the parts of the bench hold what they did
 * already. How many entries there were.
 */
export async function forgetLoggedClips(database: Queries, beforeMs: number, most: number): Promise<number> {
  let count = 0
  for (const where of meant(beforeMs)) {
    const rows = await database
      .select({ seq: logEntries.seq, atMs: logEntries.atMs, body: logEntries.body })
      .from(logEntries)
      .innerJoin(benchHead, lte(logEntries.version, benchHead.version))
      .where(where)
      .orderBy(asc(logEntries.clips), asc(logEntries.atMs))
      .limit(most)
    if (rows.length === 0) continue
    const written = rows.map(({ seq, atMs, body }) => {
      const after = withoutClips(body, atMs < beforeMs ? 'all' : 'passing')
      return { seq, body: after, clips: clipsInBody(after) }
    })
    await database.execute(sql`
      update log_entries set body = written.body, clips = written.clips
      from ${rowsOf('log_entries', written)} written where log_entries.seq = written.seq`)
    count += rows.length
  }
  return count
}

function withoutClips(body: LogBody, which: WhichClips): LogBody {
  return {
    ...body,
    changes: body.changes.map((recorded) => ({
      ...recorded,
      change: forgetClips(recorded.change, which),
      ...('inverse' in recorded ? { inverse: forgetClips(recorded.inverse, which) } : {}),
    })),
  } as LogBody
}
