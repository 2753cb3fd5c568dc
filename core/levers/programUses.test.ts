import { expect, test } from 'vitest'
import { exampleBench } from '../bench/exampleBench'
import { describeProgramUse, frameSchema, usesOfProgram } from '.'
import { exampleLever } from './exampleLever'

const key = { kind: 'chord', chord: 'F9' }
const open = { id: 'a', kind: 'program.open', programId: 'chart', args: [] }
const wait = { id: 'b', kind: 'wait', ms: 1 }
const parts = [
  { steps: [open] },
  { steps: [wait, open, { id: 'c', kind: 'if', branches: [{ condition: { kind: 'program-runs', programId: 'chart' }, steps: [] }] }] },
  { scope: { kind: 'only', programIds: ['chart'] } },
  { scope: { kind: 'only', programIds: ['chart', 'book'] } },
  { scope: { kind: 'except', programIds: ['chart'] } },
  { interlock: { condition: { kind: 'program-runs', programId: 'chart' }, otherwise: { kind: 'refuse' } } },
  { steps: [wait] },
  { doors: [{ id: 'd', kind: 'event', event: { kind: 'program-starts', programId: 'chart' } }] },
] // prettier-ignore
const levers = parts.map((part, i) => exampleLever(i + 1, key, part as never))
const frame = frameSchema.parse({
  id: 'f',
  name: 'Night',
  on: true,
  position: 1,
  condition: { kind: 'program-runs', programId: 'chart' },
})

test('what uses a program is told, each with what becomes of it', () => {
  const told = usesOfProgram('chart', levers, [frame]).map((use) => describeProgramUse(use, exampleBench()))
  expect(told).toEqual([
    '1 Lever 1 stays; it needs the program, and does nothing until that is back.',
    '2 Lever 2 stays; rows 2 and 3 need the program, and do nothing until that is back.',
    'The keys of 3 Lever 3 are live nowhere: they are only in front of it.',
    'The keys of 4 Lever 4 are live in front of the other programs of its scope only.',
    'The interlock of 6 Lever 6 looks at it: CHART runs.',
    '8 Lever 8 is pulled by what it does, and no more.',
    'The frame Night is on only while CHART runs.',
  ])
  expect(usesOfProgram('none', levers, [frame])).toEqual([])
})
