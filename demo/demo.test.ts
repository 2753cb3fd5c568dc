import { expect, test } from 'vitest'
import { readBench, writeBench, writtenBenchSchema } from '../core/bench'
import { frameSchema, leverSchema, namedValueSchema, tableFor } from '../core/levers'
import type { Lever } from '../core/levers'
import { rehearse } from '../core/run'
import { kitSchema } from '../core/sheets'
import { lintSheet } from '../core/steps'
import { evaluateSum } from '../core/sums'
import { frames, kits, levers, values, workstation } from '.'

test('the demo data is what its schemas say', () => {
  expect(readBench(writtenBenchSchema.parse(writeBench(workstation)))).toEqual(workstation)
  for (const lever of levers) expect(leverSchema.parse(lever)).toEqual(lever)
  for (const value of values) expect(namedValueSchema.parse(value)).toEqual(value)
  for (const kit of kits) expect(kitSchema.parse(kit)).toEqual(kit)
  for (const frame of frames) expect(frameSchema.parse(frame)).toEqual(frame)
})

const standardInputs = (lever: Lever) =>
  Object.fromEntries(
    (lever.inputs ?? []).map(({ name, kind, choices, standard }) => [
      name,
      standard ?? choices?.[0] ?? (kind === 'number' ? '1' : ''),
    ]),
  )

test('every lever of the demo can be rehearsed, and only those that need another program or something copied first fail', () => {
  let id = 0
  const outcomes = levers.map(
    (lever) =>
      [
        lever.name,
        rehearse(lever, workstation, {
          nowMs: 0,
          nextId: () => `id-${id++}`,
          values: tableFor(lever.frameId, values, workstation),
          inputs: standardInputs(lever),
          sum: evaluateSum,
          leverOf: (wanted) => {
            const other = levers.find(({ id: known }) => known === wanted)
            return other && { lever: other, values: tableFor(other.frameId, values, workstation) }
          },
        }).run,
      ] as const,
  )
  const failed = outcomes.filter(([, run]) => run.outcome === 'failed').map(([name]) => name)
  const asking = outcomes.filter(([, run]) => run.phase === 'asking').map(([name]) => name)
  const scripts = outcomes.filter(([, run]) => run.phase === 'fetching').map(([name]) => name)
  expect(scripts).toEqual(['What is not saved?'])
  expect(failed).toEqual(['From camera to chart', 'From chart to camera', 'Paste the second last'])
  expect(asking).toEqual([
    'Close down at dawn',
    'Set up for a visiting group',
    'Who is visiting?',
    'All there is of a target',
    'Roads of the night',
    'Roads of the chart',
  ])
})

test('only the chart that is there to be mended has a fault', () => {
  const faults = levers.flatMap((lever) => {
    const known = new Map((lever.inputs ?? []).map(({ name }) => [name, 'any'] as const))
    return lintSheet(lever.steps, workstation, tableFor(lever.frameId, values, workstation), known)
      .filter(({ finding }) => finding.severity === 'fault')
      .map(({ finding }) => [lever.name, finding.code])
  })
  expect(faults).toEqual([['Comet chart, as it was left', 'order']])
})
