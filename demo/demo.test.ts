import { expect, test } from 'vitest'
import { readBench, writeBench, writtenBenchSchema } from '../core/bench'
import { frameSchema, leverSchema, namedValueSchema, tableFor } from '../core/levers'
import { rehearse } from '../core/run'
import { lintStep } from '../core/steps'
import { frames, levers, values, workstation } from '.'

test('the demo data is what its schemas say', () => {
  expect(readBench(writtenBenchSchema.parse(writeBench(workstation)))).toEqual(workstation)
  for (const lever of levers) expect(leverSchema.parse(lever)).toEqual(lever)
  for (const value of values) expect(namedValueSchema.parse(value)).toEqual(value)
  for (const frame of frames) expect(frameSchema.parse(frame)).toEqual(frame)
})

test('every lever of the demo can be rehearsed, and only the switching ones need another program first', () => {
  let id = 0
  const outcomes = levers.map(
    (lever) =>
      [
        lever.name,
        rehearse(lever, workstation, {
          nowMs: 0,
          nextId: () => `id-${id++}`,
          values: tableFor(lever.frameId, values, workstation),
        }).run,
      ] as const,
  )
  const failed = outcomes.filter(([, run]) => run.outcome === 'failed').map(([name]) => name)
  const asking = outcomes.filter(([, run]) => run.phase === 'asking').map(([name]) => name)
  expect(failed).toEqual(['From camera to chart', 'From chart to camera'])
  expect(asking).toEqual(['Close down at dawn'])
})

test('only the chart that is there to be mended has a fault', () => {
  const faults = levers.flatMap((lever) =>
    lever.steps.flatMap((step) =>
      lintStep(step, workstation, tableFor(lever.frameId, values, workstation))
        .filter((finding) => finding.severity === 'fault')
        .map((finding) => [lever.name, finding.code]),
    ),
  )
  expect(faults).toEqual([['Comet chart, as it was left', 'order']])
})
