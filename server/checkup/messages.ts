import type { BenchState, Change } from '../../core/bench'
import type { Finding, WhatIf } from '../../core/checkup'
import type { Frame, KeySettings, Lever, NamedValue } from '../../core/levers'
import type { Issue } from '../../core/result'
import type { ScriptOutcome, ScriptRequest } from '../../core/script'

/** What the check-up is told, in order, and what it tells. */
export interface CheckedContent {
  readonly levers: readonly Lever[]
  readonly frames: readonly Frame[]
  readonly values: readonly NamedValue[]
  readonly bench: BenchState
  readonly keys: KeySettings
  readonly racked: readonly string[]
}

interface Delta<T> {
  readonly changed: readonly T[]
  readonly removed: readonly string[]
}

export interface CheckedEdit {
  readonly levers: Delta<Lever>
  readonly frames: Delta<Frame>
  readonly values: Delta<NamedValue>
  readonly keys?: KeySettings
  readonly racked?: readonly string[]
}

export type ToCheckUp =
  | { readonly kind: 'begin'; readonly content: CheckedContent }
  | { readonly kind: 'bench'; readonly changes: readonly Change[] }
  | { readonly kind: 'edit'; readonly edit: CheckedEdit }
  | { readonly kind: 'what-if'; readonly seq: number; readonly what: WhatIf }
  | { readonly kind: 'script-ran'; readonly seq: number; readonly outcome: ScriptOutcome }

export type FromCheckUp =
  /** So many levers are still to be judged, or to be rehearsed. */
  | { readonly kind: 'working'; readonly due: number; readonly toRehearse: number }
  /** All is judged; what is found and not any more since the last time. */
  | {
      readonly kind: 'found'
      readonly added: readonly Finding[]
      readonly gone: readonly string[]
    }
  | {
      readonly kind: 'what-if'
      readonly seq: number
      readonly found: readonly Finding[]
      readonly gone: readonly Finding[]
      readonly issues: readonly Issue[]
    }
  /** A script of a rehearsal is to be run, elsewhere. */
  | { readonly kind: 'script'; readonly seq: number; readonly request: ScriptRequest }
  /** What it was told does not fit what it has: it must begin again. */
  | { readonly kind: 'lost' }
