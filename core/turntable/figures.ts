import { gapsDeg } from './geometry'
import type { TableShape } from './geometry'

/** How far out the plates of the roads stand, in pixels. */
export const ROAD_PX = 118
/** A hand goes straight right and left or up and down more surely than aslant; standard deviation in degrees. */
const JITTER_DEG = { straight: 7, aslant: 9.5 }

/** What a road costs, and how often a hand in a hurry misses it. */
export interface RoadFigures {
  /** From press to release, in ms, on average. */
  readonly effortMs: number
  /** The share of strokes that come out on another road, 0 to 1. */
  readonly wrongShare: number
}

/**
 * The effort of dragging to a road by Fitts' law in Shannon's form, `135 + 249 log2(D / W + 1)` ms for dragging with a
 * mouse (MacKenzie, Sellen and Buxton 1991), D being the way to its plate and W its width there; and the share that goes
 * wrong where directions scatter normally around what was meant.
 */
export function figuresOf(table: TableShape, index: number): RoadFigures {
  const { before, after } = gapsDeg(table, index)
  const widthPx = 2 * ROAD_PX * Math.sin((Math.PI / 180) * Math.min(90, Math.min(before, after) / 2))
  const road = table.roads[index]
  if (!road) throw new RangeError(`no road ${index}`)
  const jitterDeg = road.direction.length === 1 ? JITTER_DEG.straight : JITTER_DEG.aslant
  return {
    effortMs: 135 + 249 * Math.log2(ROAD_PX / widthPx + 1),
    wrongShare: table.roads.length < 2 ? 0 : above(before / 2 / jitterDeg) + above(after / 2 / jitterDeg),
  }
}

/**
 * Where the roads would stand by how often each is used: the most used where a hand is surest, none where no road stood.
 * Gives the directions in the order of the roads; those of equal use stay in their order.
 */
export function placedByUse(table: TableShape, uses: readonly number[]): TableShape['roads'][number]['direction'][] {
  const places = table.roads
    .map(({ direction }, index) => ({ direction, ...figuresOf(table, index), index }))
    .sort((a, b) => a.wrongShare - b.wrongShare || a.effortMs - b.effortMs || a.index - b.index)
  const byUse = table.roads.map((_, index) => index).sort((a, b) => (uses[b] ?? 0) - (uses[a] ?? 0) || a - b)
  const placed: TableShape['roads'][number]['direction'][] = []
  for (const [at, index] of byUse.entries()) placed[index] = places[at]!.direction
  return placed
}

/** The share of a normal distribution above so many standard deviations (Abramowitz and Stegun 1964, 7.1.26). */
function above(z: number): number {
  const x = z / Math.SQRT2
  const t = 1 / (1 + 0.3275911 * x)
  const poly = t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))))
  return (poly * Math.exp(-x * x)) / 2
}
