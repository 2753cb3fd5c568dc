import type { AnyStep } from '../steps'
import type { Scope, WordPlace } from './writing'

/** Where a step stands: what its names mean, and what it can leave. */
export interface Place extends WordPlace {
  readonly scope: Scope
  /** It stands right in a loop of the shell, so that `break` and `continue` reach it. */
  readonly isInLoop: boolean
  /** The dotted path of the list it stands in. */
  readonly path: string
  /** All steps of the lever, which say what of a value is used. */
  readonly all: readonly AnyStep[]
}

/** What a step comes to: one command, which ends with another status than 0 where it fails, or lines that go on or return. */
export type Said = { readonly command: string } | { readonly lines: readonly string[] }

/** How steps in a block are written; the blocks are given it, as they hold steps of any kind. */
export type SayList = (steps: readonly AnyStep[], place: Place) => string[]

/** What functions of a script end with where they neither went well (0) nor failed (1). */
export const STATUS = { next: 100, leave: 101, stop: 102, stopAll: 103, give: 104, kept: 105 } as const
