import fc from 'fast-check'
import { expect, test } from 'vitest'
import { DIRECTIONS, roadAt } from '~~/core/turntable'
import { HALF_HEIGHT_PX, HALF_WIDTH_PX, outwards, placedWithin, PLATE_HEIGHT_PX, roadSize } from './tableLayout'

test('a table stands whole on the screen, at the pointer where there is room', () => {
  const screen = { width: 1280, height: 800 }
  expect(placedWithin(screen)({ x: 640, y: 400 })).toEqual({ x: 640, y: 400 })
  fc.assert(
    fc.property(fc.record({ x: fc.integer({ min: 0, max: 1280 }), y: fc.integer({ min: 0, max: 800 }) }), (at) => {
      const { x, y } = placedWithin(screen)(at)
      expect([x - HALF_WIDTH_PX >= 0, x + HALF_WIDTH_PX <= 1280]).toEqual([true, true])
      expect([y - HALF_HEIGHT_PX >= 0, y + HALF_HEIGHT_PX <= 800]).toEqual([true, true])
    }),
  )
  // A screen too small for it has it in the middle.
  expect(placedWithin({ width: 300, height: 200 })({ x: 10, y: 10 })).toEqual({ x: 150, y: 100 })
})

test('every corner of a plate is on the road of the plate', () => {
  const table = { roads: DIRECTIONS.map((direction) => ({ id: direction, direction })) }
  for (const [index, direction] of DIRECTIONS.entries()) {
    const { lengthPx, plateWidthPx: width } = roadSize(direction)
    const end = outwards(direction, lengthPx)
    const [sx, sy] = [Math.sign(Math.round(end.x)), Math.sign(Math.round(end.y))]
    for (const cx of [-1, 1])
      for (const cy of [-1, 1]) {
        const corner = { x: end.x + ((sx + cx) * width) / 2, y: end.y + ((sy + cy) * PLATE_HEIGHT_PX) / 2 }
        expect(roadAt(table, { x: 0, y: 0 }, corner), `${direction} ${cx} ${cy}`).toMatchObject({ index })
      }
  }
})
