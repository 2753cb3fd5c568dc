import { runHeadSchema, runSheetSchema } from '../../core/run'
import type { RunHead } from '../../core/run'
import { abandonRun, readLog, readOpenRuns } from '../database/runTable'
import { putAside } from '../database/setAside'
import type { Store } from './store'
import type { OpenRun } from './stretch'

/** The runs that had not ended when they were last stored; one that cannot be read is set aside and ended. */
export async function readResumed(store: Store): Promise<OpenRun[]> {
  const runs: OpenRun[] = []
  for (const row of await readOpenRuns(store.database)) {
    const head = runHeadSchema.safeParse(row.head)
    const sheet = runSheetSchema.safeParse(row.sheet)
    if (!head.success || !sheet.success) {
      const because = (head.error ?? sheet.error)!.message
      await putAside(store.database, 'runs', row.id, row, because)
      await abandonRun(store.database, row.id)
      continue
    }
    const log = await readLog(store.database, row.id)
    // A wait never takes longer than its own length after a start, also where the clock was set back.
    const restarted = withinItsLength(head.data, store.nowMs())
    runs.push({ seq: row.seq, head: restarted, sheet: sheet.data, log })
  }
  return runs
}

/** Something becomes of it by time alone. */
export function isTimed({ phase, wakeAtMs }: RunHead): boolean {
  return phase === 'waiting' || (phase === 'asking' && wakeAtMs !== null)
}

/** A wait that was to end at a time by a clock that has been set back since begins anew, with its own length. */
function withinItsLength(head: RunHead, nowMs: number): RunHead {
  if (!isTimed(head) || head.waitMs === undefined) return head
  return { ...head, wakeAtMs: Math.min(head.wakeAtMs!, nowMs + head.waitMs) }
}
