import { own } from '../result'
import type { Change } from './change'
import type { BenchState } from './schema'

/**
 * When displays that sleep wake up. A key that goes down wakes them; one that repeats or comes up does not, so that
 * letting
 * go of the chord that put them to sleep leaves them asleep. The pointer wakes them once it has gone `WAKE_DISTANCE_PX`
 * within `WAKE_WITHIN_MS`: a knock against the desk does not.
 */
export type WakeEvent =
  | { readonly kind: 'key'; readonly isDown: boolean; readonly isRepeat: boolean; readonly atMs: number }
  | { readonly kind: 'button'; readonly atMs: number }
  | { readonly kind: 'pointer'; readonly x: number; readonly y: number; readonly atMs: number }

export const WAKE_DISTANCE_PX = 24
export const WAKE_WITHIN_MS = 800

/** Where the pointer went lately, latest last. */
export type PointerPath = readonly { readonly x: number; readonly y: number; readonly atMs: number }[]

/** Whether an event wakes displays, and the path of the pointer to go on with. */
export function wakes(path: PointerPath, event: WakeEvent): { readonly wakes: boolean; readonly path: PointerPath } {
  switch (event.kind) {
    case 'key':
      return { wakes: event.isDown && !event.isRepeat, path }
    case 'button':
      return { wakes: true, path }
    case 'pointer': {
      const { x, y, atMs } = event
      const lately = [...path.filter((point) => point.atMs > atMs - WAKE_WITHIN_MS), { x, y, atMs }]
      // As the crow flies: a pointer that trembles in place goes nowhere, however long.
      const isAway = lately.some((point) => Math.hypot(x - point.x, y - point.y) >= WAKE_DISTANCE_PX)
      return { wakes: isAway, path: isAway ? [] : lately }
    }
  }
}

/** The control by which a display sleeps. */
const POWER = 'power'

/** Displays that sleep; one that is unplugged or switched off otherwise does not wake by itself. */
export function sleepingDisplays(bench: Pick<BenchState, 'devices'>): string[] {
  return Object.values(bench.devices)
    .filter(
      (device) => device.kind === 'display' && device.plugged !== false && own(device.controls, POWER)?.value === false,
    )
    .map((device) => device.id)
}

/** The changes that wake every display that sleeps. */
export function wakeChanges(bench: Pick<BenchState, 'devices'>): Change[] {
  return sleepingDisplays(bench).map((deviceId) => ({ kind: 'device.set', deviceId, controlId: POWER, value: true }))
}
