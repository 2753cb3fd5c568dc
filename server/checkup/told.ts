import type { Finding } from '../../core/checkup'
import type { Acceptance } from '../database/schema'

/** A finding as it is told: with since when it is there, and why it is taken as it is where somebody has said so. */
export interface ToldFinding extends Finding {
  readonly sinceMs: number
  readonly accepted?: Acceptance
}

export interface CheckUpState {
  /** How many levers are still to be judged, and to be rehearsed behind that. */
  readonly due: number
  readonly toRehearse: number
  /** False until all was judged once. */
  readonly isKnown: boolean
  readonly wellAtMs?: number
  readonly faults: number
  readonly notes: number
  /** Another one whenever what is found differs, or what somebody says of it. */
  readonly edition: number
}
