import { directionDeg, signedDeg } from './geometry'
import type { DIRECTIONS } from './geometry'

interface Directed {
  readonly direction: (typeof DIRECTIONS)[number]
}

/** Clockwise from the top. */
const ARROW_DEG: ReadonlyMap<string, number> = new Map([
  ['ArrowUp', 0],
  ['ArrowRight', 90],
  ['ArrowDown', 180],
  ['ArrowLeft', 270],
])

/**
 * The index of the road nearest to the way of an arrow, of those that are not aimed at; from one road on, the next one
 * that way. Undefined where the code is no arrow's or no road lies nearer to its way.
 */
export function roadByArrow(roads: readonly Directed[], code: string, aimed: number | undefined): number | undefined {
  const toDeg = ARROW_DEG.get(code)
  if (toDeg === undefined) return undefined
  const offBy = (i: number) => Math.abs(signedDeg(directionDeg(roads[i]!.direction) - toDeg))
  const from = aimed === undefined ? Infinity : offBy(aimed)
  const nearer = roads.map((_, i) => i).filter((i) => i !== aimed && offBy(i) < from)
  if (aimed === undefined) return nearer.sort((a, b) => offBy(a) - offBy(b))[0]
  // One step around, so that each road can be reached.
  return nearer.sort((a, b) => apartDeg(roads[a]!, roads[aimed]!) - apartDeg(roads[b]!, roads[aimed]!))[0]
}

function apartDeg(a: Directed, b: Directed): number {
  return Math.abs(signedDeg(directionDeg(a.direction) - directionDeg(b.direction)))
}
