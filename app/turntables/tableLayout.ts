import { directionDeg } from '~~/core/turntable'
import type { Direction, Point } from '~~/core/turntable'

export const DECK_PX = 30
export const PLATE_HEIGHT_PX = 34
const MARGIN_PX = 8

/** How long roads are, and how wide plates are at most: every corner of a plate is still on its road. */
const ACROSS = { lengthPx: 100, plateWidthPx: 168 }
const ASLANT = { lengthPx: 132, plateWidthPx: 122 }
const UPRIGHT = { lengthPx: 152, plateWidthPx: 124 }

/** Half of what a whole table takes on the screen, in pixels, with its plates. */
export const HALF_WIDTH_PX = ACROSS.lengthPx + ACROSS.plateWidthPx + 4
export const HALF_HEIGHT_PX = UPRIGHT.lengthPx + PLATE_HEIGHT_PX + 4

export function roadSize(direction: Direction): { readonly lengthPx: number; readonly plateWidthPx: number } {
  if (direction === 'n' || direction === 's') return UPRIGHT
  return direction === 'e' || direction === 'w' ? ACROSS : ASLANT
}

/** A point so far out in a direction, from the middle of the table. */
export function outwards(direction: Direction, px: number): Point {
  const angle = (directionDeg(direction) * Math.PI) / 180
  return { x: Math.sin(angle) * px, y: -Math.cos(angle) * px }
}

/** Where a table stands that is opened at a point: drawn whole, whatever of the screen is left there. */
export function placedWithin({ width, height }: { width: number; height: number }) {
  const within = (at: number, half: number, whole: number) =>
    whole < 2 * (half + MARGIN_PX) ? whole / 2 : Math.min(Math.max(at, half + MARGIN_PX), whole - half - MARGIN_PX)
  return ({ x, y }: Point): Point => ({ x: within(x, HALF_WIDTH_PX, width), y: within(y, HALF_HEIGHT_PX, height) })
}
