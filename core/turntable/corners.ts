import { angleDeg, distancePx, signedDeg } from './geometry'
import type { Point } from './geometry'

/** The line between two turns is never straight: so far it may bulge, in pixels. */
const BULGE_PX = 14
/** So far back along its own way counts as turned back. */
const BACK_PX = 20
const TURN_DEG = 20

/** A turn of a stroke: up to where it went one way, and from where on another. */
export interface Corner {
  /** A point that is on the way before the turn for sure. */
  readonly before: Point
  /** The first point that is on the way after it for sure, by its place among the points. */
  readonly afterIndex: number
}

/**
 * The turn of a stroke that its newest point shows, once it has gone `reachPx` before it. The turn is the point farthest
 * from the straight line between the ends (Douglas and Peucker 1973), or from the beginning where the stroke goes back.
 * Since a hand is seen 30 to 240 times a second the turn itself falls between two points; directions are taken from
 * points on either side of it. Takes time in proportion to the points.
 */
export function newCorner(points: readonly Point[], reachPx: number): Corner | undefined {
  const [start] = points
  if (!start || points.length < 3) return undefined
  const at = turnAtEnd(points)
  if (at === undefined || distancePx(start, points[at]!) < reachPx) return undefined
  const isFar = at > 1 && distancePx(start, points[at - 1]!) >= Math.max(reachPx, distancePx(start, points[at]!) / 2)
  return { before: points[isFar ? at - 1 : at]!, afterIndex: at + 1 }
}

function turnAtEnd(points: readonly Point[]): number | undefined {
  const end = points.length - 1
  const start = points[0]!
  const last = points[end]!
  let farthest = 0
  let bulging = 0
  let mostPx = 0
  let bulgePx = 0
  for (let i = 1; i < end; i++) {
    const point = points[i]!
    const away = distancePx(start, point)
    if (away > mostPx) [farthest, mostPx] = [i, away]
    const off = offLinePx(point, start, last)
    if (off > bulgePx) [bulging, bulgePx] = [i, off]
  }
  const isBack = mostPx - distancePx(start, last) > BACK_PX
  const at = isBack ? farthest : bulgePx > BULGE_PX ? bulging : undefined
  if (at === undefined) return undefined
  const turn = signedDeg(angleDeg(points[at]!, last) - angleDeg(start, points[at]!))
  return Math.abs(turn) >= TURN_DEG ? at : undefined
}

/** How far a point is from the line through two others. */
function offLinePx(point: Point, from: Point, to: Point): number {
  const length = distancePx(from, to)
  if (length === 0) return distancePx(from, point)
  return Math.abs((to.x - from.x) * (from.y - point.y) - (from.x - point.x) * (to.y - from.y)) / length
}
