import { describe, expect, test } from 'vitest'
import { applyChanges } from '../bench'
import type { BenchState } from '../bench'
import { exampleDesk } from '../bench/exampleBench'
import { valueOf } from '../result'
import { performStep, stepSchema } from '.'
import type { StepContext } from '.'

/** Steps that are about frames of levers. */

const perform = (part: Record<string, unknown>, bench: BenchState, context: Partial<StepContext> = {}) => {
  const effect = performStep(stepSchema.parse({ id: 's', ...part }), bench, {
    nowMs: 0,
    nextId: () => 'n',
    ...context,
  })
  if (effect.kind !== 'done') throw new Error(effect.kind)
  return { note: effect.note, after: valueOf(applyChanges(bench, effect.changes ?? [])) }
}

describe('switching frames', () => {
  const toggle = (frameIds: string[], to: string, bench = exampleDesk(), context: Partial<StepContext> = {}) =>
    perform({ kind: 'frame.switch', frameIds, to }, bench, context)

  test('on and off whatever they were; the other way by what they are', () => {
    const on = toggle(['night'], 'on').after
    expect(on.frameSwitches).toEqual({ night: true })
    expect(toggle(['night'], 'on', on).after.frameSwitches).toEqual({ night: true })
    expect(toggle(['night', 'desk'], 'toggle', on).after.frameSwitches).toEqual({ night: false, desk: true })
    expect(toggle(['night'], 'off', on).after.frameSwitches).toEqual({ night: false })
  })

  test('a frame that is on by its condition counts as on, whatever its switch', () => {
    const framesOn = (id: string) => id === 'desk'
    expect(toggle(['night', 'desk'], 'toggle', exampleDesk(), { framesOn }).after.frameSwitches).toEqual({
      night: true,
      desk: false,
    })
  })

  test('one and several are told apart', () => {
    expect([toggle(['a'], 'on').note, toggle(['a', 'b'], 'on').note]).toEqual([
      'The frame is switched.',
      'The frames are switched.',
    ])
  })
})

describe('bringing frames to the top', () => {
  const lift = (frameIds: string[], to: string, bench: BenchState) =>
    perform({ kind: 'frame.lift', frameIds, to }, bench)
  const lifted = ({ after }: { after: BenchState }) => after.liftedFrames ?? []

  test('in the order in which they are named, before those that are there', () => {
    const one = lift(['night'], 'top', exampleDesk())
    expect(lifted(one)).toEqual(['night'])
    expect(lifted(lift(['desk', 'tour'], 'top', one.after))).toEqual(['desk', 'tour', 'night'])
  })

  test('and back, or the other way', () => {
    const two = lift(['night', 'desk'], 'top', exampleDesk())
    const back = lift(['night'], 'back', two.after)
    expect([lifted(back), back.note, two.note]).toEqual([['desk'], 'Back in its place.', 'It stands as asked.'])
    expect(lifted(lift(['night', 'desk'], 'toggle', back.after))).toEqual(['night'])
  })
})
