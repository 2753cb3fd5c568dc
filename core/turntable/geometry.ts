/** A place on a screen, in pixels; y grows downwards. */
export interface Point {
  readonly x: number
  readonly y: number
}

/** The eight directions that roads can have, clockwise from straight up. */
export const DIRECTIONS = ['n', 'ne', 'e', 'se', 's', 'sw', 'w', 'nw'] as const
export type Direction = (typeof DIRECTIONS)[number]

export const directionNames: Readonly<Record<Direction, string>> = {
  n: 'up',
  ne: 'up and right',
  e: 'right',
  se: 'down and right',
  s: 'down',
  sw: 'down and left',
  w: 'left',
  nw: 'up and left',
}

/** A table as far as pointing is concerned: its roads, and the tables that some of them lead to. */
export interface TableShape {
  readonly roads: readonly RoadShape[]
}
export interface RoadShape {
  readonly id: string
  readonly direction: Direction
  readonly table?: TableShape
}

/** So far from the middle of a table nothing is chosen yet, in pixels. */
export const MIDDLE_PX = 26

/** Where a point is, seen from another: in the middle, or on one road, so far out and so many degrees clockwise of it. */
export type Bearing =
  | { readonly at: 'middle' }
  | { readonly at: 'road'; readonly index: number; readonly offDeg: number; readonly distancePx: number }

/** Degrees clockwise from straight up, 0 to below 360. */
export function angleDeg(from: Point, to: Point): number {
  return turned((Math.atan2(to.x - from.x, from.y - to.y) * 180) / Math.PI)
}

export function directionDeg(direction: Direction): number {
  return DIRECTIONS.indexOf(direction) * 45
}

export function distancePx(from: Point, to: Point): number {
  return Math.hypot(to.x - from.x, to.y - from.y)
}

/**
 * The road on which a point is, seen from a point: that with the nearest direction, the one clockwise of it between two
 * that are as near. So each point is on one road or in the middle. A table without roads is a `RangeError`.
 */
export function roadAt({ roads }: TableShape, from: Point, to: Point, middlePx = MIDDLE_PX): Bearing {
  if (roads.length === 0) throw new RangeError('a table without roads')
  const distance = distancePx(from, to)
  if (distance < middlePx) return { at: 'middle' }
  const angle = angleDeg(from, to)
  let best: { index: number; offDeg: number } | undefined
  for (const [index, { direction }] of roads.entries()) {
    const offDeg = signedDeg(angle - directionDeg(direction))
    const nearer = best === undefined ? -1 : Math.abs(offDeg) - Math.abs(best.offDeg)
    // Between two that are as near, the point stands anticlockwise of the one that is taken.
    if (nearer < 0 || (nearer === 0 && offDeg < 0)) best = { index, offDeg }
  }
  return { at: 'road', ...best!, distancePx: distance }
}

/** The table that a way of roads leads to, by their ids; undefined where there is none. */
export function tableOnWay(table: TableShape, way: readonly string[]): TableShape | undefined {
  let at: TableShape | undefined = table
  for (const id of way) at = at?.roads.find((road) => road.id === id)?.table
  return at
}

/** Degrees to the next road on either side, at most 360; all round where it is the only one. */
export function gapsDeg({ roads }: TableShape, index: number): { before: number; after: number } {
  const own = directionDeg(roads[index]!.direction)
  const others = roads.flatMap(({ direction }, i) => (i === index ? [] : [turned(directionDeg(direction) - own)]))
  return { before: 360 - Math.max(0, ...others), after: Math.min(360, ...others) }
}

/** How many degrees a stroke may go beside a road and still mean it: half way to the next one, and no more than 30. */
export function toleranceDeg(table: TableShape, index: number, side: number): number {
  const { before, after } = gapsDeg(table, index)
  return Math.min(30, (side < 0 ? before : after) / 2)
}

/** 0 to below 360. */
function turned(degrees: number): number {
  const rest = degrees % 360
  return rest < 0 ? rest + 360 : rest
}

/** Above -180, at most 180. */
export function signedDeg(degrees: number): number {
  const whole = turned(degrees)
  return whole > 180 ? whole - 360 : whole
}
