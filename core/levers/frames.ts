import { own } from '../result'
import type { BenchState } from '../bench'
import { evaluate } from '../conditions'
import type { Moment } from '../conditions'
import type { Frame } from './schema'

/** Whether the levers and rules of a frame are live: switched on, and its condition holds. */
export function isFrameOn(frame: Frame, bench: BenchState, moment?: Moment): boolean {
  const switched = own(bench.frameSwitches ?? {}, frame.id) ?? frame.on
  return switched && (!frame.condition || evaluate(frame.condition, bench, moment).holds)
}

/** The frames with `on` as they stand now. The same list comes back as long as nothing differs. */
export function framesNow(
  frames: readonly Frame[],
  bench: BenchState,
  before?: readonly Frame[],
  moment?: Moment,
): readonly Frame[] {
  const now = frames.map((frame) => {
    const on = isFrameOn(frame, bench, moment)
    return on === frame.on ? frame : { ...frame, on }
  })
  const same =
    before?.length === now.length &&
    now.every(
      (frame, i) =>
        frame === before[i] ||
        (frame.on === before[i]!.on &&
          frame.id === before[i]!.id &&
          frame.rules === before[i]!.rules &&
          frame.name === before[i]!.name),
    )
  return same ? before! : now
}

/** Frames in the order in which they stand: those that were lifted before all others, the first of them first. */
export function framesInOrder<F extends Pick<Frame, 'id'>>(
  frames: readonly F[],
  { liftedFrames = [] }: Pick<BenchState, 'liftedFrames'>,
): readonly F[] {
  if (liftedFrames.length === 0) return frames
  const lifted = liftedFrames.flatMap((id) => frames.find((frame) => frame.id === id) ?? [])
  return [...lifted, ...frames.filter((frame) => !lifted.includes(frame))]
}
