import type { Lever, Trigger } from '../levers'

/** A trigger with its lever. Lists of them are in order: more specific scopes first, then lower numbers. */
export interface Bound<T extends Trigger = Trigger> {
  readonly lever: Lever
  readonly trigger: T
}
export interface BoundSequence {
  readonly bound: Bound
  readonly ids: readonly string[]
  readonly gapMs: number
}
export interface BoundTogether {
  readonly bound: Bound
  readonly codes: readonly string[]
  readonly windowMs: number
}
