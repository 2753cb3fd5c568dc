import type { BenchState } from '../../core/bench'
import { isFrameOn } from '../../core/levers'
import type { LeverFacts, StepContext } from '../../core/steps'
import { minuteOfDay } from './clock'
import { newId } from './newId'
import type { World } from './plan'

let sum: StepContext['sum']

/** Gets ready what works sums out; it is large, and no key shall wait for it. */
export async function loadSums(): Promise<void> {
  const { evaluateSum } = await import('../../core/sums')
  sum = (text) => evaluateSum(text)
}

type ServerContext = StepContext & Required<Pick<StepContext, 'framesOn' | 'minuteOfDay' | 'leversOf'>>

/** What any step may know of the store at a moment: the time, new ids, which frames are on, which levers there are. */
export function stepContext({ book, nowMs }: Pick<World, 'book' | 'nowMs'>): ServerContext {
  const moment = { nowMs, minuteOfDay: minuteOfDay(nowMs) }
  return {
    ...moment,
    sum,
    nextId: newId,
    framesOn: (frameId: string, bench: BenchState) => {
      const frame = book.frames.get(frameId)
      return frame !== undefined && isFrameOn(frame, bench, moment)
    },
    leversOf: (frameId) =>
      book.allLevers
        .filter((lever) => frameId === undefined || lever.frameId === frameId)
        .map(({ id, name, plate, aliases, enabled }): LeverFacts => ({ id, name, plate, aliases, enabled })),
  }
}
