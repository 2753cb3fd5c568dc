import type { RunHead } from '../../core/run'
import { breathe } from '../database/rows'
import { dayOf } from '../database/runTable'
import { readSumsAfter, readSumsOf } from '../database/savingsTable'
import type { LeverSums } from '../database/savingsTable'
import type { Store } from './store'
import { report } from '../report'

/** So many levers are read between two turns of others. */
const LEVERS_AT_ONCE = 100
/** Nobody wants to know right after the start; they are there when somebody does. */
const WARM_UP_AFTER_MS = 8000

/** What levers did, day by day, in memory: read when it is wanted first, and kept true by each run that ends. */
export class PullSums {
  private readonly sums = new Map<string, LeverSums>()
  private loading: Promise<void> | undefined
  private isLoaded = false
  /** Levers with runs that ended while the sums were being read: of those it is not known what was read of them. */
  private readonly missed = new Set<string>()
  private readonly warmUp: NodeJS.Timeout

  constructor(private readonly store: Store) {
    this.warmUp = setTimeout(() => {
      this.read().catch((error: unknown) => report('sums of levers', error))
    }, WARM_UP_AFTER_MS).unref()
    store.watchEnded((heads) => {
      for (const head of heads) this.count(head)
    })
  }

  /** All sums as they stand, by lever; those of levers that are gone among them. */
  async read(): Promise<ReadonlyMap<string, LeverSums>> {
    this.loading ??= this.load().catch((error: unknown) => {
      this.loading = undefined
      throw error
    })
    await this.loading
    return this.sums
  }

  close(): void {
    clearTimeout(this.warmUp)
  }

  private async load(): Promise<void> {
    this.missed.clear()
    for (let after = ''; ;) {
      const read = await this.store.aside((database) => readSumsAfter(database, after, LEVERS_AT_ONCE))
      for (const one of read) this.sums.set(one.leverId, one)
      if (read.length < LEVERS_AT_ONCE) break
      after = read.at(-1)!.leverId
      await breathe()
    }
    // In one turn of the store, so that nothing ends in between.
    await this.store.aside(async (database) => {
      for (const one of await readSumsOf(database, [...this.missed])) this.sums.set(one.leverId, one)
      this.isLoaded = true
    })
  }

  private count({ leverId, outcome, startedAtMs, endedAtMs }: RunHead): void {
    if (!this.isLoaded) {
      this.missed.add(leverId)
      return
    }
    let sums = this.sums.get(leverId)
    if (!sums) this.sums.set(leverId, (sums = { leverId, pulls: 0, done: 0, failed: 0, totalMs: 0, days: [] }))
    const day = dayOf(startedAtMs)
    // A clock may have been set back: the day need not be the last.
    let at = sums.days.findLastIndex((one) => one.day <= day)
    if (sums.days[at]?.day !== day) sums.days.splice(++at, 0, { day, pulls: 0, done: 0 })
    const done = Number(outcome === 'done')
    sums.pulls += 1
    sums.done += done
    sums.failed += Number(outcome === 'failed')
    sums.totalMs += Math.max(0, Math.round((endedAtMs ?? startedAtMs) - startedAtMs))
    const ofDay = sums.days[at]!
    ofDay.pulls += 1
    ofDay.done += done
  }
}
