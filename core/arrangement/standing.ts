import { desktopOf, displayOf, sameValue } from '../bench'
import type { BenchState, BenchWindow } from '../bench'
import type { WantedWindow } from '../steps'

/** Where a window is to stand that stands elsewhere, part by part. */
export interface Astray {
  readonly displayId?: string
  readonly desktop?: number
  readonly area?: NonNullable<WantedWindow['area']>
}

/** What of its place differs; where a window is hidden, none counts, and its area only at its normal size. */
export function astray(window: BenchWindow, wanted: WantedWindow, bench: BenchState): Astray {
  const isUnseen = window.mode === 'minimized' || window.mode === 'hidden'
  // What comes to the front is shown again.
  const mode = wanted.mode ?? (wanted.inFront && isUnseen ? 'normal' : window.mode)
  if (mode === 'hidden') return {}
  const { displayId, desktop, area } = wanted
  return {
    ...(displayId === undefined || displayOf(bench, window) === displayId ? {} : { displayId }),
    ...(desktop === undefined || desktopOf(bench, window) === desktop ? {} : { desktop }),
    ...(area === undefined || mode !== 'normal' || sameValue(window.area ?? null, area) ? {} : { area }),
  }
}

/** Whether a window is in the state and in the place that is wanted. */
export function standsAs(window: BenchWindow, wanted: WantedWindow, bench: BenchState): boolean {
  return (
    (wanted.mode === undefined || window.mode === wanted.mode) &&
    Object.keys(astray(window, wanted, bench)).length === 0
  )
}
