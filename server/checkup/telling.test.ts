import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import type { LiveEvent } from '../../contract'
import type { CheckUpState } from './told'
import { Telling } from './telling'

type Told = Extract<LiveEvent, { type: 'check-up' }>

const WELL: CheckUpState = { due: 0, toRehearse: 0, isKnown: true, wellAtMs: 1000, faults: 0, notes: 2, edition: 1 }
let now: CheckUpState
let told: Told[]
let telling: Telling
beforeEach(() => {
  vi.useFakeTimers()
  now = WELL
  told = []
  telling = new Telling({ publish: (event) => void told.push(event as Told) }, () => now)
  telling.now()
  told = []
})
afterEach(() => {
  vi.useRealTimers()
})

test('what is judged within a moment is not told as work', () => {
  now = { ...WELL, due: 40 }
  telling.soon()
  vi.advanceTimersByTime(200)
  now = { ...WELL, wellAtMs: 1200 }
  telling.now()
  vi.advanceTimersByTime(5000)
  expect(told).toEqual([])
})

test('work that goes on is told after a moment, as it stands then, and no more often than that', () => {
  for (let due = 400; due > 340; due--) {
    now = { ...WELL, due }
    telling.soon()
    vi.advanceTimersByTime(20)
  }
  // 1200 ms have gone by.
  expect(told.map(({ state }) => state.due)).toEqual([386, 371, 356, 341])
})

test('a fault is told at once with what it is, and once', () => {
  const faults = Array.from({ length: 7 }, (_, i) => ({
    about: { kind: 'lever' as const, id: `lever-${i}` },
    message: `Fault ${i}.`,
  }))
  now = { ...WELL, faults: 7, edition: 2 }
  telling.now(faults)
  telling.now()
  expect(told).toEqual([{ type: 'check-up', state: now, news: { count: 7, first: faults.slice(0, 5) } }])
})

test('since when all was well is told with the first fault, and not before', () => {
  now = { ...WELL, wellAtMs: 9000 }
  telling.now()
  expect(told).toEqual([])
  now = { ...WELL, wellAtMs: 9000, faults: 1, edition: 2 }
  telling.now()
  expect(told[0]!.state.wellAtMs).toBe(9000)
})

test('a tab that opens is told what all others were told, so that the next word holds for it too', () => {
  now = { ...WELL, due: 40 }
  telling.soon()
  expect(telling.state).toEqual(WELL)
  vi.advanceTimersByTime(300)
  expect(telling.state.due).toBe(40)
})

test('one that is closed tells nothing more', () => {
  now = { ...WELL, due: 40 }
  telling.soon()
  telling.close()
  vi.advanceTimersByTime(5000)
  expect(told).toEqual([])
})
