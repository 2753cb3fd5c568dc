/** The longest delay a timer of the platform can hold. */
const LONGEST_TIMER_MS = 2 ** 31 - 1

/** One alarm for each id, by a clock that may be run forward; the last one that was set counts. */
export class Alarms {
  private readonly timers = new Map<string, NodeJS.Timeout>()
  private isClosed = false

  constructor(private readonly nowMs: () => number) {}

  has(id: string): boolean {
    return this.timers.has(id)
  }

  /** Rings once it is time, or after the longest delay there is: whoever hears it looks whether it was time. */
  set(id: string, atMs: number, ring: () => void): void {
    this.clear(id)
    if (this.isClosed) return
    // A timer of the platform may be early by a fraction of a millisecond; it would then be found still too early.
    const delayMs = Math.min(Math.max(0, atMs - this.nowMs()) + 1, LONGEST_TIMER_MS)
    this.timers.set(
      id,
      setTimeout(() => {
        this.timers.delete(id)
        ring()
      }, delayMs),
    )
  }

  clear(id: string): void {
    clearTimeout(this.timers.get(id))
    this.timers.delete(id)
  }

  close(): void {
    this.isClosed = true
    for (const id of [...this.timers.keys()]) this.clear(id)
  }
}
