import type { Findable } from '~~/core/finding'
import type { Tier } from '~~/core/search'
import type { SumValue } from '~~/core/sums'

/** What was found, as it comes back from the index. */
export interface Hit {
  readonly entry: Findable
  readonly tier: Tier
  readonly isLearned?: true
}

/** One search: what was typed, and what it is narrowed to. */
export interface Wanted {
  readonly query: string
  readonly limit: number
  readonly kinds?: readonly string[]
  /** A main category of programs, or what files are. */
  readonly category?: string
  /** Ids that stand first, as far as they are found. */
  readonly first: readonly string[]
}

/** What the page tells the index, in the order in which it is told. */
export type ToFinder =
  | { readonly kind: 'put'; readonly entries: readonly Findable[] }
  | { readonly kind: 'remove'; readonly ids: readonly string[] }
  | { readonly kind: 'clear' }
  | { readonly kind: 'used'; readonly used: ReadonlyMap<string, number> }
  | { readonly kind: 'search'; readonly seq: number; readonly wanted: Wanted }
  | { readonly kind: 'sum'; readonly seq: number; readonly text: string; readonly before: SumValue | undefined }

export type FromFinder =
  | { readonly kind: 'hits'; readonly seq: number; readonly hits: readonly Hit[]; readonly size: number }
  | { readonly kind: 'sum'; readonly seq: number; readonly value: SumValue | undefined }
