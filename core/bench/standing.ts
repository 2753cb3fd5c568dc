import { z } from 'zod'
import { footprintOf } from './change'
import type { Change } from './change'
import type { Footprint } from './changes/defineChange'
import type { BenchState } from './schema'

export const footprintSchema: z.ZodType<Footprint> = z.object({ same: z.string(), words: z.string() })

/** How the result of an earlier change stands now. */
export type Standing =
  | { readonly kind: 'stands' }
  /** What it did is no longer there at all: nothing is left to take back. */
  | { readonly kind: 'gone' }
  /** Somebody has altered the result since; both values in words. */
  | { readonly kind: 'altered'; readonly left: string; readonly now: string }

/** Compares what a change left behind with `now`. */
export function standingOf(change: Change, left: Footprint | undefined, now: BenchState): Standing {
  const current = footprintOf(change, now)
  if (!current || !left) return { kind: 'gone' }
  return current.same === left.same ? { kind: 'stands' } : { kind: 'altered', left: left.words, now: current.words }
}
