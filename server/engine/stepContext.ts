import type { BenchState } from '../../core/bench'
import { isFrameOn } from '../../core/levers'
import type { StepContext } from '../../core/steps'
import { minuteOfDay } from './clock'
import { newId } from './newId'
import type { World } from './store'

/** What any step may know of the store at a moment: the time, new ids, which frames are on. */
export function stepContext({
  book,
  nowMs,
}: Pick<World, 'book' | 'nowMs'>): Required<Pick<StepContext, 'nowMs' | 'nextId' | 'framesOn' | 'minuteOfDay'>> {
  const moment = { nowMs, minuteOfDay: minuteOfDay(nowMs) }
  return {
    ...moment,
    nextId: newId,
    framesOn: (frameId: string, bench: BenchState) => {
      const frame = book.frames.get(frameId)
      return frame !== undefined && isFrameOn(frame, bench, moment)
    },
  }
}
