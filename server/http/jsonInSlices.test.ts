import fc from 'fast-check'
import { expect, test } from 'vitest'
import { isLong, jsonInSlices } from './jsonInSlices'

async function joined(answer: unknown): Promise<string> {
  const parts: string[] = []
  for await (const part of jsonInSlices(answer)) parts.push(part)
  return parts.join('')
}

test('the pieces together are the JSON of the whole, whatever is in it', async () => {
  const list = fc.array(fc.oneof(fc.jsonValue(), fc.constant(undefined)), { maxLength: 900, size: 'max' })
  const record = fc.dictionary(fc.string(), fc.oneof(list, fc.jsonValue(), fc.constant(undefined)))
  const answer = fc.oneof(list, record, fc.record({ run: record, changes: list }))
  await fc.assert(
    fc.asyncProperty(answer, async (value) => {
      expect(await joined(value)).toBe(JSON.stringify(value))
    }),
    { numRuns: 60 },
  )
})

test('only long lists are written in pieces, with a turn for others between them', async () => {
  const long = Array.from({ length: 1000 }, (_, i) => ({ i }))
  expect([
    isLong([]),
    isLong({ levers: [1] }),
    isLong(null),
    isLong('x'.repeat(1000)),
    isLong({ run: { trace: [1], at: null } }),
    isLong({ levers: long }),
    isLong({ run: { trace: long } }),
  ]).toEqual([false, false, false, false, false, true, true])
  let turns = 0
  const count = () => {
    turns += 1
    if (turns < 50) setImmediate(count)
  }
  setImmediate(count)
  const answer = { run: { trace: long, note: null }, history: { undo: null } }
  expect(await joined(answer)).toBe(JSON.stringify(answer))
  expect(turns).toBeGreaterThanOrEqual(4)
})
