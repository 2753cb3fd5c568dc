import { and, asc, eq, isNotNull, lt, lte, or, sql } from 'drizzle-orm'
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

/** Entries that were logged before an instant, or have what came from a program that holds secrets. */
const isMeant = (beforeMs: number) =>
  and(isNotNull(logEntries.clips), or(lt(logEntries.atMs, beforeMs), eq(logEntries.clips, 'passing')))

/** Whether one of them comes after the version of which the parts of the bench are stored. */
export async function isAheadOfParts(database: Queries, beforeMs: number): Promise<boolean> {
  const [row] = await database
    .select({ seq: logEntries.seq })
    .from(logEntries)
    .where(and(isMeant(beforeMs), sql`${logEntries.version} > (select ${benchHead.version} from ${benchHead})`))
    .limit(1)
  return row !== undefined
}

/**
 * Forgets the texts that up to `most` of them have, where the parts of the bench hold what they did already. How many
 * entries there were.
 */
export async function forgetLoggedClips(database: Queries, beforeMs: number, most: number): Promise<number> {
  const rows = await database
    .select({ seq: logEntries.seq, atMs: logEntries.atMs, body: logEntries.body })
    .from(logEntries)
    .innerJoin(benchHead, lte(logEntries.version, benchHead.version))
    .where(isMeant(beforeMs))
    .orderBy(asc(logEntries.seq))
    .limit(most)
  if (rows.length === 0) return 0
  const written = rows.map(({ seq, atMs, body }) => {
    const after = withoutClips(body, atMs < beforeMs ? 'all' : 'passing')
    return { seq, body: after, clips: clipsInBody(after) }
  })
  await database.execute(sql`
    update log_entries set body = written.body, clips = written.clips
    from ${rowsOf('log_entries', written)} written where log_entries.seq = written.seq`)
  return rows.length
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
