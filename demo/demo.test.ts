import { expect, test } from 'vitest'
import { benchStateSchema } from '../core/bench'
import { leverSchema, frameSchema } from '../core/levers'
import { rehearse } from '../core/run'
import { frames, levers, workstation } from '.'

test('the demo data is what its schemas say', () => {
  expect(benchStateSchema.parse(workstation)).toEqual(workstation)
  for (const lever of levers) expect(leverSchema.parse(lever)).toEqual(lever)
  for (const frame of frames) expect(frameSchema.parse(frame)).toEqual(frame)
})

test('every lever of the demo can be rehearsed, and only the switching ones need another program first', () => {
  let id = 0
  const outcomes = levers.map(lever => [lever.name, rehearse(lever, workstation, { nowMs: 0, nextId: () => `id-${id++}` }).run] as const)
  const failed = outcomes.filter(([, run]) => run.outcome === 'failed').map(([name]) => name)
  const asking = outcomes.filter(([, run]) => run.phase === 'asking').map(([name]) => name)
  expect(failed).toEqual(['From camera to chart', 'From chart to camera'])
  expect(asking).toEqual(['Close down at dawn'])
})
