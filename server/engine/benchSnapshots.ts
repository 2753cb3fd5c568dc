import { pruneChanges, writeBenchAt } from '../database/benchTable'
import type { BenchAt } from '../database/benchTable'
import type { Queries } from '../database/openDatabase'
import { report } from '../report'

/**
 * After so many changes the parts of the bench are stored again, so that a start has few changes to make again: as soon
 * as nothing else was stored for a moment, and after ten times as many in any case.
 */
const CHANGES_PER_SNAPSHOT = 400
const QUIET_MS = 150

/** The parts of the bench as they are stored: some changes behind what stands. */
export class BenchSnapshots {
  private quiet: NodeJS.Timeout | undefined

  constructor(private stored: BenchAt) {}

  /** Whether a bench of this version is so far ahead that its parts should be stored when there is time. */
  isDue(version: number): boolean {
    return version - this.stored.version >= CHANGES_PER_SNAPSHOT
  }

  /** Whether it is so far ahead that they are stored with what is stored next. */
  isOverdue(version: number): boolean {
    return version - this.stored.version >= 10 * CHANGES_PER_SNAPSHOT
  }

  /** Stores the parts that differ; `adopt` when that stands. */
  async write(queries: Queries, bench: BenchAt, nowMs: number): Promise<void> {
    await writeBenchAt(queries, bench, nowMs, this.stored.state)
    await pruneChanges(queries, bench.version)
  }

  adopt(bench: BenchAt): void {
    this.stored = bench
  }

  /** Calls back once nothing was stored for a moment, where a bench of this version is due. */
  whenQuiet(version: number, callBack: () => Promise<void>): void {
    this.stopWaiting()
    if (!this.isDue(version)) return
    const store = () => callBack().catch((error: unknown) => report('bench', error))
    this.quiet = setTimeout(() => void store(), QUIET_MS).unref()
  }

  stopWaiting(): void {
    clearTimeout(this.quiet)
  }
}
