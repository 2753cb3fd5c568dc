import { asc, desc, gt, lt } from 'drizzle-orm'
import { applyChanges } from '../../core/bench'
import type { BenchState, Change } from '../../core/bench'
import { valueOf } from '../../core/result'
import type { Queries } from './openStore'
import { benchChanges, benchSnapshots } from './schema'

/** After so many changes the whole state is stored again, so that a start has few changes to make again. */
const CHANGES_PER_SNAPSHOT = 200

/** Why the bench changed. */
export interface Cause {
  source: 'run' | 'put-back' | 'hand' | 'edit'
  runId?: string
  stepIndex?: number
}

/** The bench as it was left: the last snapshot, and the changes made since. Undefined in a new store. */
export async function readBench(database: Queries): Promise<{ version: number; state: BenchState } | undefined> {
  const [snapshot] = await database.select().from(benchSnapshots).orderBy(desc(benchSnapshots.version)).limit(1)
  if (!snapshot) return undefined
  const later = await database
    .select()
    .from(benchChanges)
    .where(gt(benchChanges.version, snapshot.version))
    .orderBy(asc(benchChanges.version))
  return {
    version: later.at(-1)?.version ?? snapshot.version,
    state: valueOf(
      applyChanges(
        snapshot.state,
        later.map((row) => row.change),
      ),
    ),
  }
}

export async function writeSnapshot(
  database: Queries,
  version: number,
  atMs: number,
  state: BenchState,
): Promise<void> {
  await database.insert(benchSnapshots).values({ version, atMs, state })
  await database.delete(benchSnapshots).where(lt(benchSnapshots.version, version))
}

/** Stores changes, numbered on from `version`; gives back the version after them. */
export async function appendChanges(
  database: Queries,
  version: number,
  atMs: number,
  changes: readonly Change[],
  cause: Cause,
  after: BenchState,
): Promise<number> {
  if (changes.length === 0) return version
  await database
    .insert(benchChanges)
    .values(changes.map((change, i) => ({ version: version + i + 1, atMs, change, ...cause })))
  const reached = version + changes.length
  if (Math.floor(reached / CHANGES_PER_SNAPSHOT) > Math.floor(version / CHANGES_PER_SNAPSHOT))
    await writeSnapshot(database, reached, atMs, after)
  return reached
}
