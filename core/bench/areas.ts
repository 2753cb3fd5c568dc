import type { Area } from './schema'

/** The parts of a display that have a name. */
export const AREAS = {
  whole: { x: 0, y: 0, width: 100, height: 100 },
  left: { x: 0, y: 0, width: 50, height: 100 },
  right: { x: 50, y: 0, width: 50, height: 100 },
  top: { x: 0, y: 0, width: 100, height: 50 },
  bottom: { x: 0, y: 50, width: 100, height: 50 },
  'top-left': { x: 0, y: 0, width: 50, height: 50 },
  'top-right': { x: 50, y: 0, width: 50, height: 50 },
  'bottom-left': { x: 0, y: 50, width: 50, height: 50 },
  'bottom-right': { x: 50, y: 50, width: 50, height: 50 },
} as const satisfies Record<string, Area>

export type AreaName = keyof typeof AREAS
export const AREA_NAMES = Object.keys(AREAS) as [AreaName, ...AreaName[]]

export const areaWords: Record<AreaName, string> = {
  whole: 'the whole of it',
  left: 'the left half',
  right: 'the right half',
  top: 'the upper half',
  bottom: 'the lower half',
  'top-left': 'the upper left quarter',
  'top-right': 'the upper right quarter',
  'bottom-left': 'the lower left quarter',
  'bottom-right': 'the lower right quarter',
}

/** The name of an area that has one. */
export function nameOfArea({ x, y, width, height }: Area): AreaName | undefined {
  return AREA_NAMES.find((name) => {
    const area = AREAS[name]
    return area.x === x && area.y === y && area.width === width && area.height === height
  })
}

/** `the left half`, or `60 by 40 % at 20, 10 %`. */
export function areaInWords(area: Area): string {
  const name = nameOfArea(area)
  return name ? areaWords[name] : `${area.width} by ${area.height} % at ${area.x}, ${area.y} %`
}

/** So near to an edge of a display, in per cent, a window that is let go there takes the half or quarter beside it. */
const EDGE = 3

/**
 * Where a window stands that was let go with the pointer at a place of a display, in per cent: beside an edge the half,
 * in a corner the quarter, along the upper edge the whole; elsewhere its own size, with its corner at `corner`.
 */
export function areaWhereLetGo(pointer: { x: number; y: number }, corner: { x: number; y: number }, size: Area): Area {
  const side = pointer.x <= EDGE ? 'left' : pointer.x >= 100 - EDGE ? 'right' : undefined
  const isHigh = pointer.y <= 25
  const isLow = pointer.y >= 75
  if (side && isHigh) return AREAS[`top-${side}`]
  if (side && isLow) return AREAS[`bottom-${side}`]
  if (side) return AREAS[side]
  if (pointer.y <= EDGE) return AREAS.whole
  if (pointer.y >= 100 - EDGE) return AREAS.bottom
  const width = Math.min(size.width, 100)
  const height = Math.min(size.height, 100)
  return {
    x: Math.round(clamp(corner.x, 0, 100 - width)),
    y: Math.round(clamp(corner.y, 0, 100 - height)),
    width,
    height,
  }
}

function clamp(value: number, low: number, high: number): number {
  return Math.max(low, Math.min(high, value))
}

/** Where a window stands by itself: always the same for the same window. */
export function ownArea(windowId: string): Area {
  let hash = 2166136261
  for (const letter of windowId) hash = Math.imul(hash ^ letter.charCodeAt(0), 16777619) >>> 0
  hash = Math.imul(hash ^ (hash >>> 15), 2246822519) >>> 0
  const column = hash % 3
  const row = Math.floor(hash / 64) % 3
  const shift = Math.floor(hash / 4096) % 7
  return { x: 2 + column * 23 + shift, y: 3 + row * 20 + shift, width: 44, height: 37 }
}
