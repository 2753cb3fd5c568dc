import { eq, inArray } from 'drizzle-orm'
import type { Database, Queries } from './openDatabase'
import { checkUps, findings } from './schema'
import type { Acceptance } from './schema'

/** What is known of a finding besides what it says. */
export interface KnownFinding {
  readonly sinceMs: number
  readonly accepted: Acceptance | null
}

export async function readFindings(database: Queries): Promise<Map<string, KnownFinding>> {
  const rows = await database.select().from(findings)
  return new Map(rows.map(({ id, sinceMs, accepted }) => [id, { sinceMs, accepted }]))
}

/** When all was well the last time. */
export async function readWellAt(database: Queries): Promise<number | undefined> {
  const [row] = await database.select().from(checkUps)
  return row?.wellAtMs
}

const ROWS = 500

/** Keeps since when findings are there, and forgets those that are gone. */
export async function writeFindings(
  database: Database,
  added: readonly { id: string; sinceMs: number }[],
  gone: readonly string[],
  wellAtMs: number | undefined,
): Promise<void> {
  await database.transaction(async (transaction) => {
    for (let at = 0; at < gone.length; at += ROWS)
      await transaction.delete(findings).where(inArray(findings.id, gone.slice(at, at + ROWS)))
    for (let at = 0; at < added.length; at += ROWS)
      await transaction
        .insert(findings)
        .values(added.slice(at, at + ROWS).map((row) => ({ ...row, accepted: null })))
        .onConflictDoNothing()
    if (wellAtMs !== undefined)
      await transaction
        .insert(checkUps)
        .values({ id: 1, wellAtMs })
        .onConflictDoUpdate({ target: checkUps.id, set: { wellAtMs } })
  })
}

export async function writeAcceptance(database: Queries, id: string, accepted: Acceptance | null): Promise<void> {
  await database.update(findings).set({ accepted }).where(eq(findings.id, id))
}
