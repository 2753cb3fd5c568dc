import type { NoticedAct, Repeat } from '../../core/noticing'

/** What the thread that notices is told. */
export type ToNoticing =
  | { readonly kind: 'acts'; readonly acts: readonly NoticedAct[] }
  | { readonly kind: 'forget' }
  /** So many of the newest are looked at. */
  | { readonly kind: 'look'; readonly seq: number; readonly most: number }

export interface FromNoticing {
  readonly seq: number
  readonly repeats: readonly Repeat[]
}
