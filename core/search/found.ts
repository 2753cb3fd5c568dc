import { TIERS } from './tiers'
import type { Tier } from './tiers'

const NOT_FOUND = 255
const rankOf = Object.fromEntries(TIERS.map((tier, i) => [tier, 2 * i])) as Record<Tier, number>

/** Which entries a query has found, and how: by slot, the best way only. */
export class Found {
  private ranks = new Uint8Array(0)
  readonly slots: number[] = []

  /** Forgets what was found, and makes room for so many entries. */
  clear(count: number): void {
    if (this.ranks.length < count) this.ranks = new Uint8Array(2 * count).fill(NOT_FOUND)
    else for (const slot of this.slots) this.ranks[slot] = NOT_FOUND
    this.slots.length = 0
  }

  /** `isLesser` ranks behind others of the tier. */
  take(slot: number, tier: Tier, isLesser = false): void {
    const rank = rankOf[tier] + (isLesser ? 1 : 0)
    const before = this.ranks[slot]!
    if (before === NOT_FOUND) this.slots.push(slot)
    if (rank < before) this.ranks[slot] = rank
  }

  has(slot: number): boolean {
    return this.ranks[slot] !== NOT_FOUND
  }

  /** The smaller, the better. */
  rank(slot: number): number {
    return this.ranks[slot]!
  }

  tier(slot: number): Tier {
    return TIERS[this.ranks[slot]! >> 1]!
  }
}
