import { everyFile } from '../../core/bench'
import type { StoreContent } from './content'

/** How many there are now, and would be then, of each kind of thing. */
export interface Count {
  readonly what: string
  readonly now: number
  readonly then: number
}

type Counted = Pick<StoreContent, 'frames' | 'levers' | 'values' | 'kits' | 'bench'>

export function countsOf(now: Counted, then: Counted): Count[] {
  const [before, after] = [sizesOf(now), sizesOf(then)]
  return Object.entries(before).map(([what, count]) => ({ what, now: count, then: after[what as keyof typeof after] }))
}

function sizesOf({ levers, frames, values, kits, bench }: Counted) {
  const size = (things: Readonly<Record<string, unknown>>) => Object.keys(things).length
  return {
    levers: levers.length,
    frames: frames.length,
    values: values.length,
    kits: kits.length,
    programs: size(bench.programs),
    devices: size(bench.devices),
    windows: size(bench.windows),
    'files and folders': [...everyFile(bench.files)].length,
  }
}
