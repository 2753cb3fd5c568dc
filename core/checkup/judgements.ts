import type { Finding } from './finding'

/** What a lever was judged by, and what came of it. */
export interface Judged {
  readonly findings: readonly Finding[]
  readonly benchKeys: ReadonlySet<string>
  /** Levers, frames and rack it looked at, by id. */
  readonly others: ReadonlySet<string>
  /** What the names it uses stood for. */
  readonly names: ReadonlyMap<string, string | undefined>
}

const NONE: ReadonlySet<string> = new Set()

/** What levers were judged by, by their ids, and the way back from what was looked at to the levers that did. */
export class Judgements {
  private readonly byLever = new Map<string, Judged>()
  private readonly byBenchKey = new Map<string, Set<string>>()
  private readonly byOther = new Map<string, Set<string>>()

  get(id: string): Judged | undefined {
    return this.byLever.get(id)
  }

  entries(): IterableIterator<[string, Judged]> {
    return this.byLever.entries()
  }

  set(id: string, judged: Judged): void {
    this.forget(id)
    this.byLever.set(id, judged)
    for (const key of judged.benchKeys) add(this.byBenchKey, key, id)
    for (const other of judged.others) add(this.byOther, other, id)
  }

  forget(id: string): void {
    const before = this.byLever.get(id)
    if (!before) return
    this.byLever.delete(id)
    for (const key of before.benchKeys) drop(this.byBenchKey, key, id)
    for (const other of before.others) drop(this.byOther, other, id)
  }

  /** The levers that looked at this of the bench. */
  thatSaw(benchKey: string): ReadonlySet<string> {
    return this.byBenchKey.get(benchKey) ?? NONE
  }

  /** The levers that looked at this lever, frame or rack. */
  thatAsked(other: string): ReadonlySet<string> {
    return this.byOther.get(other) ?? NONE
  }
}

/** Puts an id into the set under a key. */
export function add(index: Map<string, Set<string>>, key: string, id: string): void {
  const of = index.get(key)
  if (of) of.add(id)
  else index.set(key, new Set([id]))
}

/** Takes an id out of the set under a key; an empty set goes. */
export function drop(index: Map<string, Set<string>>, key: string, id: string): void {
  const of = index.get(key)
  of?.delete(id)
  if (of?.size === 0) index.delete(key)
}
