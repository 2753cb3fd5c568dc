import { applyChange, isOnShownDesktop } from '../bench'
import type { BenchState, BenchWindow, Change } from '../bench'
import { own, succeed } from '../result'
import type { Result } from '../result'

/**
 * A bench on which many steps are tried one after the other. A step sees only the windows it can be about, so that a
 * change does not copy all of them.
 */
export class TrialBench {
  private windows: Map<string, BenchWindow>
  /** Undermost first. */
  private stack: readonly string[]
  /** All but the windows, of which it has those that the last step saw. */
  private rest: BenchState
  /** What windows were before the changes since the last mark. */
  private journal: { id: string; before: BenchWindow | undefined }[] = []

  constructor(bench: BenchState) {
    this.windows = new Map(Object.entries(bench.windows))
    this.stack = bench.stack
    this.rest = bench
  }

  /** The bench, whatever windows it has: nobody is to look at them. */
  get bare(): BenchState {
    return this.rest
  }

  window(id: string): BenchWindow | undefined {
    return this.windows.get(id)
  }

  /** The ids of a program's windows. */
  ofProgram(programId: string): string[] {
    return [...this.windows.values()].flatMap((window) => (window.programId === programId ? [window.id] : []))
  }

  /** The window that has the keys; or that would have them if some were not there. */
  front(without: readonly string[] = []): BenchWindow | undefined {
    for (let i = this.stack.length - 1; i >= 0; i--) {
      const window = this.windows.get(this.stack[i]!)
      const isShown = window?.mode === 'normal' || window?.mode === 'maximized'
      if (window && isShown && !without.includes(window.id) && isOnShownDesktop(this.rest, window)) return window
    }
    return undefined
  }

  /** The bench as a step sees it that is about these windows, or the one in front. */
  near(ids: readonly string[]): BenchState {
    // What opens stands where the one in front does, also when that was closed just before.
    const fronts = [this.front(), this.front(ids)].flatMap((window) => window?.id ?? [])
    const seen = new Set([...ids, ...fronts])
    const windows = [...seen].flatMap((id) => this.windows.get(id) ?? [])
    const places = new Map(windows.map(({ id }) => [id, this.stack.lastIndexOf(id)]))
    const stack = windows.map(({ id }) => id).sort((a, b) => places.get(a)! - places.get(b)!)
    return { ...this.rest, windows: Object.fromEntries(windows.map((window) => [window.id, window])), stack }
  }

  /** Makes changes that a step on `near` comes to. */
  apply(changes: readonly Change[], near: BenchState): Result<null> {
    let now = near
    for (const change of changes) {
      const wasInFront = change.kind === 'window.raise' && this.front()?.id === change.windowId
      const after = applyChange(now, change)
      if (!after.ok) return after
      this.takeOver(now, after.value)
      // Above it may stand windows that the step did not see.
      if (change.kind === 'window.raise' && !wasInFront) this.toTop(change.windowId)
      now = after.value
    }
    return succeed(null)
  }

  private takeOver(before: BenchState, after: BenchState): void {
    this.rest = after
    const { windows } = after
    if (windows === before.windows) return
    for (const id of Object.keys(before.windows)) if (!Object.hasOwn(windows, id)) this.put(id, undefined)
    for (const [id, window] of Object.entries(windows)) if (window !== own(before.windows, id)) this.put(id, window)
  }

  private toTop(id: string): void {
    this.stack = [...this.stack.filter((one) => one !== id), id]
  }

  private put(id: string, window: BenchWindow | undefined): void {
    const before = this.windows.get(id)
    this.journal.push({ id, before })
    if (window) this.windows.set(id, window)
    else this.windows.delete(id)
    if (!window) this.stack = this.stack.filter((one) => one !== id)
    else if (!before) this.stack = [...this.stack, id]
  }

  /** How it stands now, to go back to. */
  mark(): () => void {
    const { stack, rest } = this
    const count = this.journal.length
    return () => {
      for (const { id, before } of this.journal.splice(count).reverse())
        if (before) this.windows.set(id, before)
        else this.windows.delete(id)
      this.stack = stack
      this.rest = rest
    }
  }
}
