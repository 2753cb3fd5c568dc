/** The time, told by whoever keeps it. */
export interface Clock {
  readonly nowMs: () => number
}

/**
 * The wall clock as it was at the start, going on steadily: a wait takes as long as it was meant to, also when somebody
 * sets the
 * wall clock meanwhile. A restart takes the wall clock again.
 */
export function steadyClock(wallMs: () => number = Date.now, elapsedMs: () => number = () => performance.now()): Clock {
  const startedAtMs = wallMs() - elapsedMs()
  return { nowMs: () => Math.round(startedAtMs + elapsedMs()) }
}

/** The minute of the local day by the wall clock, 0 to 1439. */
export function minuteOfDay(nowMs: number): number {
  const now = new Date(nowMs)
  return now.getHours() * 60 + now.getMinutes()
}
