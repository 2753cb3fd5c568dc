import { own } from '../result'
import type { BenchState, BenchWindow } from './schema'

/** The displays that are plugged in, in their order. */
export function displaysOf(bench: Pick<BenchState, 'devices'>): string[] {
  return Object.values(bench.devices)
    .filter(({ kind, plugged }) => kind === 'display' && plugged !== false)
    .map(({ id }) => id)
}

/** The display a window stands on: its own where that is plugged in, else the first; undefined where there is none. */
export function displayOf(
  bench: Pick<BenchState, 'devices'>,
  { displayId = '' }: Pick<BenchWindow, 'displayId'>,
): string | undefined {
  const device = own(bench.devices, displayId)
  return device?.kind === 'display' && device.plugged !== false ? displayId : displaysOf(bench)[0]
}
