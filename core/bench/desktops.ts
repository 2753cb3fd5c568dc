import type { BenchState, BenchWindow } from './schema'

type Desks = Pick<BenchState, 'desktops'>

/** How many desktops there are; one where nothing is said of them. */
export function desktopCount({ desktops }: Desks): number {
  return desktops?.names.length ?? 1
}

/** The number of the desktop that is shown, from 1. */
export function shownDesktop(state: Desks): number {
  return Math.min(state.desktops?.shown ?? 1, desktopCount(state))
}

/** The number of the desktop a window stands on: the last one where its own is no longer there. */
export function desktopOf(state: Desks, window: Pick<BenchWindow, 'desktop'>): number {
  return Math.min(window.desktop ?? 1, desktopCount(state))
}

export function isOnShownDesktop(state: Desks, window: Pick<BenchWindow, 'desktop'>): boolean {
  return desktopOf(state, window) === shownDesktop(state)
}

/** `2 Charts`; the number alone for one that is not there. */
export function desktopName({ desktops }: Desks, desktop: number): string {
  const name = desktops?.names[desktop - 1]
  return name === undefined ? String(desktop) : `${desktop} ${name}`
}
