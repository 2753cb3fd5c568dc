import type { BenchState, Change } from '../bench'
import type { Door } from '../levers'
import { happenedOver, statesThrough } from './happened'

/**
 * The doors by which a lever would pull itself again: events that happen by the changes it makes, as they stand in a
 * rehearsal, one after the other. Frames that it switches are not looked at.
 */
export function setsItselfOff(doors: readonly Door[], changes: readonly Change[], bench: BenchState): Door[] {
  const waiting = doors.filter((door) => door.kind === 'event')
  if (waiting.length === 0) return []
  const states = statesThrough(bench, changes)
  return waiting.filter((door) => happenedOver(door.event, states) !== undefined)
}
