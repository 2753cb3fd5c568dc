import { expect, test, vi } from 'vitest'
import { leverDraftSchema } from '../../core/levers'
import type { Lever } from '../../core/levers'
import { valueOf } from '../../core/result'
import { engineOfEach } from '../../tests/support/engineOfEach'
import { edit } from './edits'
import { createLever } from './leverEdits'
import { pullLever } from './pullLever'
import { PullSums } from './pullSums'

const its = engineOfEach()

const make = async (name: string, step: Record<string, unknown>): Promise<Lever> => {
  const draft = leverDraftSchema.parse({ frameId: 'desk', name, steps: [{ id: 's', ...step }] })
  return valueOf(await edit(its.engine.store, createLever(draft)))
}
const pull = async ({ id }: Lever) => {
  const run = valueOf(await pullLever(its.engine.store, its.engine.driver, id, 'api'))
  await its.engine.driver.settled(run.id)
}
/** What the store has, read anew. */
const stored = async () => {
  const fresh = new PullSums(its.engine.store)
  const sums = structuredClone(await fresh.read())
  fresh.close()
  return sums
}

test('sums in memory are those of the store, whatever ended before, during and after they were read', async () => {
  const say = await make('Says', { kind: 'message.show', text: 'x' })
  const fails = await make('Fails', { kind: 'program.raise', programId: 'visitor-board' })
  const never = await make('Never', { kind: 'message.show', text: 'y' })
  for (let i = 0; i < 3; i++) await pull(say)
  const reading = its.engine.pullSums.read()
  await Promise.all([pull(say), pull(fails)])
  const sums = await reading
  expect(sums).toEqual(await stored())
  const clock = vi.spyOn(its.engine.store.clock, 'nowMs')
  const now = Date.now()
  // On another day, and on one before, as a clock is set back.
  for (const days of [2, -3, 2, 0]) {
    clock.mockReturnValue(now + days * 86_400_000)
    await pull(say)
    await pull(fails)
  }
  expect(sums).toEqual(await stored())
  expect(sums.get(say.id)).toMatchObject({ pulls: 8, done: 8, failed: 0 })
  expect(sums.get(fails.id)).toMatchObject({ pulls: 5, done: 0, failed: 5 })
  expect(sums.get(say.id)!.days.map(({ pulls }) => pulls)).toEqual([1, 5, 2])
  expect(sums.has(never.id)).toBe(false)
})
