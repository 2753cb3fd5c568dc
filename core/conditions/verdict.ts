import type { ValueTable } from '../command'

/** Whether a condition holds, and in words what makes it so: `Dome Desk is not running`. */
export interface Verdict {
  readonly holds: boolean
  readonly because: string
}

/** What a condition may look at beside the bench. */
export interface Moment {
  /** The minute of the local day, 0 to 1439. */
  readonly minuteOfDay?: number
  readonly nowMs?: number
  /** Named values, on top of the known folders. */
  readonly values?: ValueTable
}
