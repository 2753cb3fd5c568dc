import { expect, test, vi } from 'vitest'
import { readFindings, readWellAt } from '../database/findingTable'
import { engineOfEach } from '../../tests/support/engineOfEach'
import { FindingKeeper } from './findingKeeper'

const its = engineOfEach()
const open = () => FindingKeeper.open(its.engine.store)
const stored = async () =>
  Object.fromEntries([...(await readFindings(its.opened.database))].filter(([id]) => id.startsWith('test')))
/** The clock of the store stands at a time. */
const at = (ms: number) => vi.spyOn(its.engine.store.clock, 'nowMs').mockReturnValue(ms)

test('what comes and goes within a moment is never written; what stays is, once that is over', async () => {
  const keeper = await open()
  const aside = vi.spyOn(its.engine.store, 'aside')
  at(1000)
  keeper.take(['test a', 'test b'], [], false)
  keeper.take([], ['test b'], false)
  expect(aside).not.toHaveBeenCalled()
  await vi.waitFor(async () => expect(await stored()).toEqual({ 'test a': { sinceMs: 1000, accepted: null } }), 8000)
  expect(aside).toHaveBeenCalledTimes(1)
}, 20_000)

test('since when and what somebody said outlive the process; whoever accepts waits for nothing else to be written', async () => {
  const keeper = await open()
  at(2000)
  keeper.take(['test a'], [], false)
  await keeper.accept(['test a'], { reason: 'meant so', atMs: 2100 })
  const again = await open()
  expect(again.known.get('test a')).toEqual({ sinceMs: 2000, accepted: { reason: 'meant so', atMs: 2100 } })
  await again.accept(['test a'], null)
  expect((await open()).known.get('test a')).toEqual({ sinceMs: 2000, accepted: null })
})

test('one that went and came back counts from then on', async () => {
  const keeper = await open()
  at(3000)
  expect(keeper.take(['test a'], [], false)).toEqual(new Set(['test a']))
  await keeper.write()
  at(4000)
  keeper.take([], ['test a'], false)
  expect(keeper.take(['test a'], [], false)).toEqual(new Set(['test a']))
  await keeper.write()
  expect(keeper.known.get('test a')).toEqual({ sinceMs: 4000, accepted: null })
  expect(await stored()).toEqual({ 'test a': { sinceMs: 4000, accepted: null } })
})

test('what was accepted is still accepted when it comes back, also after a restart, and is no news', async () => {
  const keeper = await open()
  const accepted = { reason: 'only while the chart is in front', atMs: 3000 }
  at(3000)
  keeper.take(['test a', 'test b'], [], false)
  await keeper.accept(['test a'], accepted)
  keeper.take([], ['test a', 'test b'], false)
  expect(keeper.take(['test a', 'test b'], [], false)).toEqual(new Set(['test b']))
  keeper.take([], ['test a', 'test b'], false)
  await keeper.write()
  expect(await stored()).toEqual({ 'test a': { sinceMs: 3000, accepted } })
  const again = await open()
  again.take([], ['test a'], false)
  expect(again.take(['test a'], [], false)).toEqual(new Set())
  expect(again.known.get('test a')).toEqual({ sinceMs: 3000, accepted })
})

test('of what was accepted and is gone the last thousand are remembered, and all that are there', async () => {
  const keeper = await open()
  const ids = Array.from({ length: 1003 }, (_, i) => `test ${i}`)
  keeper.take(ids, [], false)
  await keeper.accept(ids, { reason: 'meant so', atMs: 0 })
  keeper.take([], ids.slice(1), false)
  expect(['test 0', 'test 1', 'test 2', 'test 3'].map((id) => keeper.known.has(id))).toEqual([true, false, false, true])
  await keeper.write()
  expect(Object.keys(await stored())).toHaveLength(1001)
})

test('that all is well is known at once, and written once a minute or with whatever else is', async () => {
  const keeper = await open()
  at(100_000)
  keeper.take([], [], true)
  await keeper.write()
  const aside = vi.spyOn(its.engine.store, 'aside')
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
  at(130_000)
  keeper.take([], [], true)
  vi.advanceTimersByTime(10_000)
  expect([keeper.wellAtMs, aside.mock.calls.length]).toEqual([130_000, 0])
  at(160_000)
  keeper.take([], [], true)
  vi.advanceTimersByTime(10_000)
  vi.useRealTimers()
  await keeper.write()
  expect(aside.mock.calls.length).toBe(1)
  expect(await readWellAt(its.opened.database)).toBe(160_000)
  at(170_000)
  keeper.take([], [], true)
  keeper.take(['test fault'], [], false)
  await keeper.write()
  expect(await readWellAt(its.opened.database)).toBe(170_000)
})

test('nothing is written where there is nothing to write', async () => {
  const keeper = await open()
  await keeper.write()
  const aside = vi.spyOn(its.engine.store, 'aside')
  await keeper.write()
  expect(aside).not.toHaveBeenCalled()
})
