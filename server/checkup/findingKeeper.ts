import { readFindings, readWellAt, writeAcceptance, writeFindings } from '../database/findingTable'
import type { KnownFinding } from '../database/findingTable'
import type { Acceptance } from '../database/schema'
import type { Store } from '../engine/store'
import { report } from '../report'

/** What is found comes and goes with every window; it is written down so long after, as it stands then. */
const WRITE_AFTER_MS = 2000
/** Of what was accepted and is not found now, so many are remembered, the latest accepted. */
const MOST_AWAY = 1000
/** That all is well is written down no more often, since it is found after everything that happens. */
const WELL_EVERY_MS = 60_000

/** Keeps since when findings are there, what somebody has said of them, and when all was well, beyond a restart. */
export class FindingKeeper {
  private timer: NodeJS.Timeout | undefined
  /** What is to be written: a finding that came, with since when, or one that went. */
  private unwritten = new Map<string, number | 'gone'>()
  private wellWrittenAt: number | undefined
  /** What was accepted and is not found now, the longest away first. */
  private readonly away = new Set<string>()
  private writing: Promise<void> = Promise.resolve()

  private constructor(
    private readonly store: Pick<Store, 'aside' | 'clock'>,
    readonly known: Map<string, KnownFinding>,
    private wellAt: number | undefined,
  ) {
    this.wellWrittenAt = wellAt
  }

  static async open(store: Store): Promise<FindingKeeper> {
    return new FindingKeeper(store, await readFindings(store.database), await readWellAt(store.database))
  }

  /** When nothing was a fault the last time. */
  get wellAtMs(): number | undefined {
    return this.wellAt
  }

  /**
   * Takes what is found now, and what is not any more; tells which of the first were not known. What was accepted is
   * remembered while it is gone: what comes and goes with a window would have to be accepted each time.
   */
  take(found: readonly string[], gone: readonly string[], isWell: boolean): Set<string> {
    const nowMs = this.store.clock.nowMs()
    for (const id of gone)
      if (this.known.get(id)?.accepted) this.away.add(id)
      else this.forget(id)
    for (const id of found) this.away.delete(id)
    for (const id of [...this.away].slice(0, -MOST_AWAY)) this.forget(id)
    const fresh = new Set(found.filter((id) => !this.known.has(id)))
    for (const id of fresh) {
      this.known.set(id, { sinceMs: nowMs, accepted: null })
      this.unwritten.set(id, nowMs)
    }
    if (isWell) this.wellAt = nowMs
    const isWellLong = isWell && nowMs >= (this.wellWrittenAt ?? -Infinity) + WELL_EVERY_MS
    if (fresh.size + gone.length > 0 || isWellLong)
      this.timer ??= setTimeout(() => void this.write(), WRITE_AFTER_MS).unref()
    return fresh
  }

  private forget(id: string): void {
    this.away.delete(id)
    this.known.delete(id)
    this.unwritten.set(id, 'gone')
  }

  /** Takes findings as they are, with a reason; `null` has them count again. */
  async accept(ids: readonly string[], accepted: Acceptance | null): Promise<void> {
    await this.write()
    await this.store.aside(async (database) => {
      for (const id of ids) await writeAcceptance(database, id, accepted)
    })
    for (const id of ids) {
      const before = this.known.get(id)
      if (before) this.known.set(id, { ...before, accepted })
    }
  }

  /** Resolves when all that there is to write is written. */
  write(): Promise<void> {
    clearTimeout(this.timer)
    this.timer = undefined
    if (this.unwritten.size === 0 && this.wellAt === this.wellWrittenAt) return this.writing
    const { unwritten, wellAt } = this
    this.unwritten = new Map()
    this.wellWrittenAt = wellAt
    const added = [...unwritten].flatMap(([id, sinceMs]) => (sinceMs === 'gone' ? [] : [{ id, sinceMs }]))
    // One that went and came back is another one, and counts from then on.
    const before = [...unwritten.keys()]
    this.writing = this.writing
      .then(() => this.store.aside((database) => writeFindings(database, added, before, wellAt)))
      .catch((error: unknown) => report('check-up', error))
    return this.writing
  }
}
