import { expect, test } from 'vitest'
import { minuteOfDay, steadyClock } from './clock'

test('the clock goes on steadily when somebody sets the wall clock, forward or back', () => {
  let wallMs = 1_000_000
  let elapsedMs = 50
  const clock = steadyClock(
    () => wallMs,
    () => elapsedMs,
  )
  expect(clock.nowMs()).toBe(1_000_000)
  elapsedMs += 600
  wallMs += 600 + 3_600_000
  expect(clock.nowMs()).toBe(1_000_600)
  elapsedMs += 400
  wallMs -= 7_200_000
  expect(clock.nowMs()).toBe(1_001_000)
})

test('the minute of the day is that of the wall clock', () => {
  expect([
    minuteOfDay(Number(new Date(2026, 10, 25, 0, 0, 59))),
    minuteOfDay(Number(new Date(2026, 10, 25, 23, 59))),
  ]).toEqual([0, 1439])
})
