import type { Lever } from './schema'

/** Levers that were altered or are gone since. */
export interface LeverDelta {
  readonly changed: readonly Lever[]
  readonly removed: readonly string[]
}

/** So many of the last edits are known lever by lever. */
const KEPT_EDITS = 50

/**
 * Which levers the last edits touched, so that whatever is derived from levers can follow lever by lever and is not
 * made
 * anew for one edit.
 */
export class LeverLog {
  private count = 0
  private lately: (readonly string[])[] = []

  /** Goes up with every edit. */
  get revision(): number {
    return this.count
  }

  record({
    changed,
    removed,
  }: {
    readonly changed: readonly { id: string }[]
    readonly removed: readonly string[]
  }): void {
    this.count += 1
    this.lately = [...this.lately.slice(1 - KEPT_EDITS), [...changed.map(({ id }) => id), ...removed]]
  }

  /** All levers are others now: nothing from before can be followed. */
  forget(): void {
    this.count += 1
    this.lately = []
  }

  /** What has changed since a revision, as it stands now; undefined where that is too long ago to be known. */
  since(revision: number, leverOf: (id: string) => Lever | undefined): LeverDelta | undefined {
    const back = this.count - revision
    if (back > this.lately.length) return undefined
    const changed: Lever[] = []
    const removed: string[] = []
    for (const id of new Set(this.lately.slice(this.lately.length - back).flat())) {
      const lever = leverOf(id)
      if (lever) changed.push(lever)
      else removed.push(id)
    }
    return { changed, removed }
  }
}
