import { readMostBehind, writeMostBehind } from '../database/ledgerTable'
import type { Database } from '../database/openDatabase'
import { latestStart } from '../database/runTable'
import type { PlannedRun } from './plan'

/** When runs began by a clock that may be set back: the latest, and by how much at most one began before an earlier one. */
export class RunClock {
  private constructor(
    private readonly database: Database,
    private latestMs: number,
    private mostBehindMs: number,
  ) {}

  static async open(database: Database): Promise<RunClock> {
    return new RunClock(database, await latestStart(database), (await readMostBehind(database)) ?? 0)
  }

  /** Keeps by how much clocks were set back at most, so that runs of a time are found whatever they showed. */
  async note(runs: readonly PlannedRun[]): Promise<void> {
    for (const { head, isNew } of runs) {
      if (!isNew) continue
      const behindMs = this.latestMs - head.startedAtMs
      this.latestMs = Math.max(this.latestMs, head.startedAtMs)
      if (behindMs <= this.mostBehindMs) continue
      await writeMostBehind(this.database, behindMs)
      this.mostBehindMs = behindMs
    }
  }
}
