import { assertNever } from '../result'
import type { KeySettings } from './schema'
import type { Trigger } from './triggerSchema'

/** Nobody takes longer than that over a second press that belongs to the first. */
const LONGEST_SECOND_PRESS_MS = 400

/**
 * How long a key may be held back until it is clear whether it belongs to a trigger: its own time, or the general one.
 * In ms; 0 where nothing waits.
 */
export function patienceOf(trigger: Trigger, timing: KeySettings['timing']): number {
  switch (trigger.kind) {
    case 'sequence':
      return trigger.gapMs ?? timing.gapMs
    case 'double':
      return trigger.gapMs ?? Math.min(timing.gapMs, LONGEST_SECOND_PRESS_MS)
    case 'together':
      return trigger.windowMs ?? timing.togetherMs
    case 'hold':
      return trigger.holdMs ?? timing.holdMs
    case 'layer':
      return trigger.holdMs ?? timing.holdMs
    case 'tap':
      return trigger.gapMs ?? Math.min(timing.gapMs, LONGEST_SECOND_PRESS_MS)
    case 'chord':
    case 'release':
    case 'word':
      return 0
    default:
      return assertNever(trigger)
  }
}
