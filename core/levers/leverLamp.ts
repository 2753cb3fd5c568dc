import { lampIndex } from '../bench'
import type { BenchState, Lamp } from '../bench'
import { lampOfStep, stepLeadsTo } from '../steps'
import type { Lever } from './schema'

/**
 * The lamp on the plate of a lever: its own, or that of the first control it switches or chooses; in the words of the
 * bench's lamp of the same control where it has none.
 */
export function lampOf({ lamp, steps }: Pick<Lever, 'lamp' | 'steps'>, bench: BenchState): Lamp | undefined {
  if (lamp) return worded(lamp, bench)
  for (const step of steps) {
    const switched = lampOfStep(step, bench)
    if (switched) return worded(switched, bench)
  }
  return undefined
}

function worded(lamp: Lamp, bench: BenchState): Lamp {
  const { lit, dark, litWhen } = bench.lamps[lampIndex(bench, lamp)] ?? {}
  // Words for another value would be wrong here.
  return litWhen === lamp.litWhen ? { ...(lit ? { lit } : {}), ...(dark ? { dark } : {}), ...lamp } : lamp
}

/** The state a pull would lead to, in words: `muted`; undefined for levers that do not go from one to another. */
export function goesTo({ steps }: Pick<Lever, 'steps'>, bench: BenchState): string | undefined {
  for (const step of steps) {
    const words = stepLeadsTo(step, bench)
    if (words !== undefined) return words
  }
  return undefined
}
