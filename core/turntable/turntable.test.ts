import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { createStroke, DIRECTIONS, directionDeg, figuresOf, gapsDeg, placedByUse, roadAt } from '.'
import type { Direction, Point, StrokeConfig, StrokeEvent, StrokeState, TableShape } from '.'

const tableOf = (...directions: Direction[]): TableShape => ({
  roads: directions.map((direction) => ({ id: direction, direction })),
})
const eight = tableOf(...DIRECTIONS)
const O = { x: 400, y: 300 }
const at = (deg: number, px: number, from: Point = O): Point => ({
  x: from.x + px * Math.sin((deg * Math.PI) / 180),
  y: from.y - px * Math.cos((deg * Math.PI) / 180),
})
const someTable = fc
  .uniqueArray(fc.constantFrom(...DIRECTIONS), { minLength: 2, maxLength: 8 })
  .map((directions) => tableOf(...directions))

describe('which road a point is on', () => {
  test('up is up and right is right; near the middle it is none', () => {
    const road = (table: TableShape, to: Point) => {
      const bearing = roadAt(table, O, to)
      return bearing.at === 'middle' ? 'middle' : table.roads[bearing.index]!.id
    }
    expect([0, 44, 46, 90, 180, 270, 314, 359].map((deg) => road(tableOf('n', 'e', 's', 'w'), at(deg, 80)))).toEqual([
      'n',
      'n',
      'e',
      'e',
      's',
      'w',
      'w',
      'n',
    ])
    expect(road(eight, at(45, 80))).toBe('ne')
    expect(road(eight, at(45, 12))).toBe('middle')
    expect(road(tableOf('e', 'w'), at(0, 80))).toBe('e')
    expect(roadAt(eight, O, at(59, 100))).toMatchObject({ index: 1, offDeg: expect.closeTo(14, 6) })
    expect(roadAt(eight, O, at(350, 100))).toMatchObject({ index: 0, offDeg: expect.closeTo(-10, 6) })
    expect(() => roadAt({ roads: [] }, O, O)).toThrow(RangeError)
  })

  test('every point is on one road or in the middle: that whose sector it is in', () => {
    fc.assert(
      fc.property(someTable, fc.double({ min: 0, max: 359.99, noNaN: true }), (table, deg) => {
        // By sectors: from half way to the road before up to half way to the one after.
        const inside = table.roads.flatMap(({ direction }, index) => {
          const { before, after } = gapsDeg(table, index)
          const off = ((((deg - directionDeg(direction)) % 360) + 540) % 360) - 180
          const margin = 1e-6
          return off > -before / 2 + margin && off < after / 2 - margin ? [index] : []
        })
        const bearing = roadAt(table, O, at(deg, 90))
        if (bearing.at === 'middle') throw new Error('in the middle')
        // On the very border there is no inside; a road is given all the same.
        expect(inside.length === 0 || inside[0] === bearing.index).toBe(true)
        expect(inside.length).toBeLessThan(2)
      }),
      { numRuns: 2000 },
    )
  })
})

/** A hand that goes straight to each point in turn, seen so many times a second, and is then let go of. */
function strokeOf(points: readonly Point[], msEach: number, perSecond: number, phase = 0.5): StrokeEvent[] {
  const [from, ...rest] = points
  const events: StrokeEvent[] = [{ kind: 'press', atMs: 0, at: from! }]
  const wholeMs = msEach * rest.length
  const placeAt = (ms: number): Point => {
    const part = Math.min(rest.length - 1, Math.floor(ms / msEach))
    const share = Math.min(1, ms / msEach - part)
    const [a, b] = [points[part]!, points[part + 1]!]
    return { x: Math.round(a.x + (b.x - a.x) * share), y: Math.round(a.y + (b.y - a.y) * share) }
  }
  for (let i = phase; (i * 1000) / perSecond < wholeMs; i++) {
    const atMs = (i * 1000) / perSecond
    events.push({ kind: 'move', atMs, at: placeAt(atMs) })
  }
  events.push({ kind: 'release', atMs: wholeMs, at: placeAt(wholeMs) })
  return events
}

function play(config: StrokeConfig, events: readonly StrokeEvent[]): StrokeState {
  const stroke = createStroke(config)
  let state = stroke.initial
  for (const event of events) {
    for (let wake = stroke.wakeAtMs(state); wake !== undefined && wake < event.atMs; wake = stroke.wakeAtMs(state)) {
      const next = stroke.next(state, { kind: 'tick', atMs: wake })
      if (next === state) break
      state = next
    }
    state = stroke.next(state, event)
    // A state is data: it can be sent and looked at.
    expect(JSON.parse(JSON.stringify(state))).toEqual(state)
  }
  return state
}
const outcome = (state: StrokeState) => (state.phase === 'over' ? state.outcome : state.phase)

const inner: TableShape = tableOf('n', 'ne', 'e', 'se', 's', 'sw', 'w', 'nw')
/** Up and right lead to tables, the latter to one more. */
const nested: TableShape = {
  roads: [
    { id: 'n', direction: 'n', table: inner },
    {
      id: 'e',
      direction: 'e',
      table: { roads: [...tableOf('n', 'w').roads, { id: 's', direction: 's', table: inner }] },
    },
    { id: 's', direction: 's' },
    { id: 'w', direction: 'w' },
  ],
}

describe('a stroke', () => {
  test('in one direction takes the road there before anything is drawn', () => {
    expect(outcome(play({ table: eight }, strokeOf([O, at(90, 110)], 90, 120)))).toEqual({
      kind: 'chosen',
      way: ['e'],
      by: 'stroke',
      offDeg: expect.closeTo(0, 0),
    })
  })

  test('that goes beside every road is told by how much, and takes none', () => {
    // Roads are meant up to 30° beside them.
    const end = outcome(play({ table: tableOf('e', 'w') }, strokeOf([O, at(46, 110)], 90, 120)))
    expect(end).toMatchObject({ kind: 'beside', way: ['e'], besideDeg: expect.closeTo(14, 0) })
  })

  test('in two directions goes through one table, in three through two', () => {
    const two = [O, at(0, 100), at(135, 100, at(0, 100))]
    expect(outcome(play({ table: nested }, strokeOf(two, 110, 120)))).toMatchObject({ way: ['n', 'se'], by: 'stroke' })
    const back = [O, at(0, 100), at(180, 90, at(0, 100))]
    expect(outcome(play({ table: nested }, strokeOf(back, 110, 120)))).toMatchObject({ way: ['n', 's'], by: 'stroke' })
    const third = at(180, 100, at(90, 100))
    const three = [O, at(90, 100), third, at(270, 100, third)]
    expect(outcome(play({ table: nested }, strokeOf(three, 110, 120)))).toMatchObject({ way: ['e', 's', 'w'] })
  })

  test('is recognised alike at 30 and at 240 events a second', () => {
    const off = fc.integer({ min: -9, max: 9 })
    const part = fc.record({ off, px: fc.integer({ min: 90, max: 160 }) })
    fc.assert(
      fc.property(
        fc.constantFrom('n', 'e'),
        fc.constantFrom(...DIRECTIONS),
        fc.tuple(part, part),
        fc.integer({ min: 110, max: 220 }),
        fc.double({ min: 0.05, max: 1, noNaN: true }),
        fc.boolean(),
        (first, second, parts, msEach, phase, isTwo) => {
          const table: TableShape = {
            roads: ['n', 'e', 's', 'w'].map((id) => ({ id, direction: id as Direction, table: inner })),
          }
          // Straight on there is no turn to be seen.
          const isTurn = isTwo && second !== first
          const corner = at(directionDeg(first as Direction) + parts[0].off, parts[0].px)
          const points = [O, corner, ...(isTurn ? [at(directionDeg(second) + parts[1].off, parts[1].px, corner)] : [])]
          const flat = isTurn ? table : eight
          const [slow, fast] = [30, 240].map((perSecond) =>
            outcome(play({ table: flat }, strokeOf(points, msEach, perSecond, phase))),
          )
          const way = isTurn ? [first, second] : [first]
          expect(fast).toMatchObject({ kind: 'chosen', way, by: 'stroke' })
          expect(slow).toMatchObject({ kind: 'chosen', way, by: 'stroke' })
        },
      ),
      { numRuns: 800 },
    )
  })

  test('ends where the pointer rests; then the table stands and is pointed at', () => {
    const held = play({ table: nested }, [
      { kind: 'press', atMs: 0, at: O },
      { kind: 'move', atMs: 50, at: at(90, 90) },
      { kind: 'tick', atMs: 260 },
    ])
    expect(held).toMatchObject({ phase: 'open', way: ['e'], middle: at(90, 90) })
    const stroke = createStroke({ table: nested })
    const down = stroke.next(held, { kind: 'move', atMs: 400, at: at(0, 80, at(90, 90)) })
    expect(down).toMatchObject({ phase: 'open', aimed: 0 })
    expect(outcome(stroke.next(down, { kind: 'release', atMs: 450, at: at(0, 80, at(90, 90)) }))).toMatchObject({
      way: ['e', 'n'],
      by: 'release',
    })
  })
})

describe('an open table', () => {
  const tap: StrokeEvent[] = [
    { kind: 'press', atMs: 0, at: O },
    { kind: 'release', atMs: 80, at: O },
  ]

  test('stays after a tap, and is clicked; or the key is itself, if so chosen', () => {
    const open = play({ table: eight }, tap)
    expect(open).toMatchObject({ phase: 'open', isHeld: false })
    const clicked = play({ table: eight }, [...tap, { kind: 'click', atMs: 900, at: at(180, 70) }])
    expect(outcome(clicked)).toMatchObject({ way: ['s'], by: 'click' })
    expect(outcome(play({ table: eight, isItself: true }, tap))).toEqual({ kind: 'itself' })
    // The button again is a click.
    expect(outcome(play({ table: eight }, [...tap, { kind: 'press', atMs: 900, at: at(0, 70) }]))).toMatchObject({
      way: ['n'],
    })
  })

  test('back in the middle nothing is chosen, by release or by click; Escape and a lost focus leave it', () => {
    const held: StrokeEvent[] = [
      { kind: 'press', atMs: 0, at: O },
      { kind: 'move', atMs: 300, at: at(90, 90) },
      { kind: 'move', atMs: 500, at: at(90, 10) },
    ]
    expect(outcome(play({ table: eight }, [...held, { kind: 'release', atMs: 700, at: at(90, 10) }]))).toEqual({
      kind: 'left',
      because: 'middle',
    })
    const moved: StrokeEvent = { kind: 'move', atMs: 300, at: at(90, 90) }
    expect(outcome(play({ table: eight }, [...tap, moved, { kind: 'click', atMs: 400, at: at(9, 9) }]))).toEqual({
      kind: 'left',
      because: 'middle',
    })
    expect(outcome(play({ table: eight }, [...tap, { kind: 'key', atMs: 400, code: 'Escape' }]))).toEqual({
      kind: 'left',
      because: 'escape',
    })
    expect(outcome(play({ table: eight }, [...held, { kind: 'lost', atMs: 600 }]))).toEqual({
      kind: 'left',
      because: 'lost',
    })
  })

  test('hovering for long enough takes a road, and only there', () => {
    const over: StrokeEvent[] = [...tap, { kind: 'move', atMs: 500, at: at(90, 90) }]
    const config = { table: nested, hoverMs: 400 }
    expect(play(config, [...over, { kind: 'tick', atMs: 899 }])).toMatchObject({ phase: 'open', way: [], aimed: 1 })
    expect(play(config, [...over, { kind: 'tick', atMs: 900 }])).toMatchObject({ phase: 'open', way: ['e'] })
    const elsewhere: StrokeEvent[] = [...over, { kind: 'move', atMs: 800, at: at(180, 90) }]
    expect(play(config, [...elsewhere, { kind: 'tick', atMs: 1199 }])).toMatchObject({ phase: 'open', aimed: 2 })
    expect(outcome(play(config, [...elsewhere, { kind: 'tick', atMs: 1200 }]))).toMatchObject({
      way: ['s'],
      by: 'hover',
    })
    expect(play({ table: nested }, [...over, { kind: 'tick', atMs: 99_000 }])).toMatchObject({ phase: 'open', way: [] })
  })

  test('digits, arrows and Enter choose; Backspace goes back', () => {
    const keys = (...codes: string[]) =>
      play({ table: nested }, [...tap, ...codes.map((code, i) => ({ kind: 'key' as const, atMs: 500 + i, code }))])
    expect(outcome(keys('Digit3'))).toMatchObject({ way: ['s'], by: 'key' })
    expect(outcome(keys('Digit2', 'Digit1'))).toMatchObject({ way: ['e', 'n'] })
    expect(outcome(keys('ArrowLeft', 'Enter'))).toMatchObject({ way: ['w'] })
    expect(keys('Digit9')).toMatchObject({ phase: 'open', way: [] })
    expect(keys('Digit2', 'Backspace')).toMatchObject({ phase: 'open', way: [] })
    const around = createStroke({ table: eight })
    let state = play({ table: eight }, tap)
    const seen: unknown[] = []
    for (const code of ['ArrowUp', 'ArrowRight', 'ArrowRight', 'ArrowRight', 'ArrowDown', 'ArrowDown']) {
      state = around.next(state, { kind: 'key', atMs: 500, code })
      seen.push(state.phase === 'open' && state.aimed !== undefined ? DIRECTIONS[state.aimed] : undefined)
    }
    expect(seen).toEqual(['n', 'ne', 'e', 'e', 'se', 's'])
  })

  test('near the edge it stands elsewhere; where the pointer is counts only once it has moved', () => {
    const place = ({ x, y }: Point) => ({ x: Math.max(160, x), y: Math.max(160, y) })
    const corner = { x: 4, y: 4 }
    const open: StrokeEvent[] = [
      { kind: 'press', atMs: 0, at: corner },
      { kind: 'tick', atMs: 200 },
    ]
    expect(play({ table: eight, place }, open)).toMatchObject({ middle: { x: 160, y: 160 }, opened: corner })
    // Let go of where it was pressed, it stays; a road that leads off the screen from there is reached all the same.
    expect(play({ table: eight, place }, [...open, { kind: 'release', atMs: 500, at: corner }]).phase).toBe('open')
    const up: StrokeEvent[] = [...open, { kind: 'release', atMs: 500, at: { x: 160, y: 60 } }]
    expect(outcome(play({ table: eight, place }, up))).toMatchObject({ way: ['n'], by: 'release' })
  })

  test('another pointer changes nothing, and no order of events breaks it', () => {
    const stroke = createStroke({ table: eight })
    const mine = stroke.next(stroke.initial, { kind: 'press', atMs: 0, at: O, pointer: 1 })
    expect(stroke.next(mine, { kind: 'move', atMs: 10, at: at(90, 200), pointer: 2 })).toBe(mine)
    const point = fc.record({ x: fc.integer({ min: 0, max: 800 }), y: fc.integer({ min: 0, max: 600 }) })
    const event = fc.oneof(
      fc.record({ kind: fc.constantFrom('press', 'release', 'move', 'click'), at: point, after: fc.nat(400) }),
      fc.record({
        kind: fc.constant('key'),
        code: fc.constantFrom('Escape', 'Enter', 'Digit2', 'ArrowUp', 'Backspace', 'KeyQ'),
        after: fc.nat(400),
      }),
      fc.record({ kind: fc.constantFrom('tick', 'lost'), after: fc.nat(400) }),
    )
    fc.assert(
      fc.property(fc.array(event, { maxLength: 60 }), fc.boolean(), (events, isItself) => {
        let atMs = 0
        const played = events.map(({ after, ...rest }) => ({ ...rest, atMs: (atMs += after) }) as StrokeEvent)
        const end = outcome(play({ table: nested, isItself, hoverMs: 300 }, played))
        if (typeof end !== 'string' && end.kind === 'chosen') {
          let here: TableShape | undefined = nested
          for (const id of end.way) {
            const road: TableShape['roads'][number] | undefined = here?.roads.find((one) => one.id === id)
            expect(road).toBeDefined()
            here = road?.table
          }
          expect(here).toBe(undefined)
        }
      }),
      { numRuns: 500 },
    )
  })
})

describe('figures of a road', () => {
  test('four roads are wider, quicker and surer than eight; aslant is less sure than straight', () => {
    const four = tableOf('n', 'e', 's', 'w')
    // W = 2 · 118 · sin 45° = 166.9 px: 135 + 249 · log2(118 / 166.9 + 1) = 327 ms; for eight W = 90.3 px: 433 ms.
    expect(figuresOf(four, 0).effortMs).toBeCloseTo(327.2, 0)
    expect(figuresOf(eight, 0).effortMs).toBeCloseTo(434.8, 0)
    // 22.5° are 3.21 standard deviations of 7°: 0.13 % on both sides; of 9.5° 2.37: 1.8 %.
    expect(figuresOf(eight, 0).wrongShare).toBeCloseTo(0.0013, 3)
    expect(figuresOf(eight, 1).wrongShare).toBeCloseTo(0.0179, 3)
    expect(figuresOf(four, 0).wrongShare).toBeLessThan(1e-6)
    expect(figuresOf(tableOf('n'), 0).wrongShare).toBe(0)
  })

  test('the most used stands where a hand is surest; what is used alike stays', () => {
    expect(placedByUse(eight, [0, 9, 0, 0, 0, 0, 0, 0])[1]).toBe('n')
    expect(placedByUse(tableOf('n', 'e', 's', 'w'), [1, 1, 1, 1])).toEqual(['n', 'e', 's', 'w'])
    fc.assert(
      fc.property(someTable, fc.array(fc.nat(50), { minLength: 8, maxLength: 8 }), (table, uses) => {
        const placed = placedByUse(table, uses)
        expect([...placed].sort()).toEqual(table.roads.map(({ direction }) => direction).sort())
      }),
    )
  })
})
