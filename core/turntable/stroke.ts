import { assertNever } from '../result'
import { newCorner } from './corners'
import { distancePx, MIDDLE_PX, roadAt, tableOnWay, toleranceDeg } from './geometry'
import type { Bearing, Point } from './geometry'
import { roadByArrow } from './roadByArrow'
import type { ChosenBy, TurnOutcome } from './schema'
import type { Common, StrokeConfig, StrokeEvent, StrokeState } from './strokeState'

type Stroking = Extract<StrokeState, { phase: 'stroke' }>
type Opened = Extract<StrokeState, { phase: 'open' }>

/** So far a stroke goes at least before it counts as on a road. */
export const REACH_PX = 34
/** A pointer that rests so long is no stroke any more, nor one that goes on for so long. */
const REST_MS = 170
const LONGEST_STROKE_MS = 1100
/** A hand that trembles does not aim. */
const STILL_PX = 5
/** From so far on a part of a stroke has a direction. */
const SHORT_PX = 12

export interface Stroke {
  readonly initial: StrokeState
  /** The state after an event. One that has nothing to do with it gives back the same object. */
  next(state: StrokeState, event: StrokeEvent): StrokeState
  /** When time alone would make a difference next, in ms; undefined where it would not. */
  wakeAtMs(state: StrokeState): number | undefined
}

/**
 * What pointer and keys come to on a turntable, in time. Until the pointer rests it is one stroke, in one direction or in
 * several where roads lead to other tables; then the table is pointed at. What is drawn does not matter to it.
 */
export function createStroke(config: StrokeConfig): Stroke {
  const { table, place = (at: Point) => at } = config

  function next(state: StrokeState, event: StrokeEvent): StrokeState {
    switch (state.phase) {
      case 'closed':
        return event.kind === 'press' ? begun(event) : state
      case 'over':
        return state
      case 'stroke':
        return isOther(state, event) ? state : inStroke(state, event)
      case 'open':
        return isOther(state, event) ? state : whileOpen(state, event)
      default:
        return assertNever(state)
    }
  }

  function begun({ at, atMs, pointer }: Extract<StrokeEvent, { at: Point }>): StrokeState {
    const common = { way: [], middle: place(at), opened: at, pointer: at, isHeld: true }
    return {
      ...common,
      ...(pointer === undefined ? {} : { pointerId: pointer }),
      phase: 'stroke',
      sinceMs: atMs,
      movedAtMs: atMs,
      trail: [at],
    }
  }

  function inStroke(state: Stroking, event: StrokeEvent): StrokeState {
    // Time passes before what happens: a rest ends the stroke.
    if (event.atMs >= restsAtMs(state)) return whileOpen(rested(state), event)
    switch (event.kind) {
      case 'move':
        return moved(state, event.at, event.atMs)
      case 'release':
        return released(moved(state, event.at, event.atMs))
      case 'tick':
        return state
      case 'press':
      case 'click':
      case 'key':
      case 'lost':
        return whileOpen(rested(state), event)
      default:
        return assertNever(event)
    }
  }

  /** The newest point of a stroke; a turn in it goes on to the next table. */
  function moved(state: Stroking, at: Point, atMs: number): Stroking {
    const last = state.trail.at(-1)!
    if (at.x === last.x && at.y === last.y) return state
    let { way, turn } = state
    let trail: readonly Point[] = [...state.trail, at]
    // A turn counts where there is a table to go on in; elsewhere only the end of the stroke does.
    const corner = newCorner(trail, REACH_PX)
    if (corner) {
      const inner = roadTo(way, trail[0]!, corner.before)
      if (inner?.table) {
        way = [...way, inner.id]
        turn = trail[corner.afterIndex - 1]!
        trail = trail.slice(corner.afterIndex)
      }
    }
    const isStill = distancePx(state.opened, at) < STILL_PX && state.trail.length === 1
    if (isStill) return { ...state, pointer: at }
    return { ...state, way, trail, ...(turn ? { turn } : {}), pointer: at, movedAtMs: atMs }
  }

  function roadTo(way: readonly string[], from: Point, to: Point) {
    const here = tableOnWay(table, way)!
    const bearing = roadAt(here, from, to)
    return bearing.at === 'road' ? here.roads[bearing.index] : undefined
  }

  function released(state: Stroking): StrokeState {
    const end = state.trail.at(-1)!
    const here = tableOnWay(table, state.way)!
    const bearing = roadAt(here, beginningOf(state), end, state.way.length > 0 ? SHORT_PX : MIDDLE_PX)
    if (bearing.at === 'middle') {
      if (state.way.length === 0 && config.isItself) return over({ kind: 'itself' })
      return rested({ ...state, isHeld: false })
    }
    const road = here.roads[bearing.index]!
    const way = [...state.way, road.id]
    const besideDeg = Math.abs(bearing.offDeg) - toleranceDeg(here, bearing.index, bearing.offDeg)
    if (besideDeg > 0) return over({ kind: 'beside', way, besideDeg })
    if (road.table) return standing({ ...state, isHeld: false }, way, end)
    return over({ kind: 'chosen', way, by: 'stroke', offDeg: bearing.offDeg })
  }

  /** The stroke is at rest: the table stands, or the one that it has led to. */
  function rested(state: Stroking): Opened {
    const { way, opened } = state
    const from = beginningOf(state)
    const end = state.trail.at(-1)!
    const road = distancePx(from, end) < REACH_PX ? undefined : roadTo(way, from, end)
    if (road?.table) return standing(state, [...way, road.id], end)
    return way.length > 0
      ? standing(state, way, end)
      : aimedAt(standing(state, way, opened, opened), end, state.movedAtMs)
  }

  /** A table that stands; the pointer aims at nothing before it has moved from where it was then. */
  function standing(from: Common, way: readonly string[], at: Point, opened = from.pointer): Opened {
    const { pointer, pointerId, isHeld } = from
    return {
      phase: 'open',
      way,
      middle: place(at),
      opened,
      pointer,
      isHeld,
      ...(pointerId === undefined ? {} : { pointerId }),
    }
  }

  function whileOpen(state: Opened, event: StrokeEvent): StrokeState {
    if (event.atMs >= hoversAtMs(state)) return next(taken(state, 'hover'), event)
    switch (event.kind) {
      case 'move':
        return aimedAt(state, event.at, event.atMs)
      case 'release':
        return state.isHeld ? letGo(aimedAt(state, event.at, event.atMs)) : state
      case 'press':
      case 'click':
        return taken(aimedAt(state, event.at, event.atMs), 'click')
      case 'key':
        return keyed(state, event.code)
      case 'tick':
        return state
      case 'lost':
        return over({ kind: 'left', because: 'lost' })
      default:
        return assertNever(event)
    }
  }

  function bearingOf(state: Opened): Bearing {
    return roadAt(tableOnWay(table, state.way)!, state.middle, state.pointer)
  }

  /** A pointer that has not moved since the table opened aims at nothing, wherever the table stands. */
  function aimedAt(state: Opened, at: Point, atMs: number): Opened {
    const { aimed: before, overSinceMs, ...rest } = state
    const next = { ...rest, pointer: at }
    if (distancePx(at, state.opened) < STILL_PX && before === undefined) return { ...next }
    const bearing = bearingOf(next)
    if (bearing.at === 'middle') return next
    const isSame = bearing.index === before
    return { ...next, aimed: bearing.index, overSinceMs: isSame ? (overSinceMs ?? atMs) : atMs }
  }

  function letGo(state: Opened): StrokeState {
    if (state.aimed !== undefined) return taken({ ...state, isHeld: false }, 'release')
    const isStill = distancePx(state.pointer, state.opened) < STILL_PX
    return isStill ? { ...state, isHeld: false } : over({ kind: 'left', because: 'middle' })
  }

  function taken(state: Opened, by: ChosenBy): StrokeState {
    if (state.aimed === undefined) return over({ kind: 'left', because: 'middle' })
    const road = tableOnWay(table, state.way)!.roads[state.aimed]!
    const way = [...state.way, road.id]
    if (road.table) return standing(state, way, by === 'key' ? state.middle : state.pointer)
    const bearing = bearingOf(state)
    return over({ kind: 'chosen', way, by, offDeg: by === 'key' || bearing.at === 'middle' ? 0 : bearing.offDeg })
  }

  /** Digits take a road, arrows go to the next one around, Enter takes it, Backspace goes one table back. */
  function keyed(state: Opened, code: string): StrokeState {
    const { roads } = tableOnWay(table, state.way)!
    const digit = /^(?:Digit|Numpad)([1-8])$/.exec(code)?.[1]
    if (digit !== undefined)
      return Number(digit) > roads.length ? state : taken({ ...state, aimed: Number(digit) - 1 }, 'key')
    switch (code) {
      case 'Escape':
        return over({ kind: 'left', because: 'escape' })
      case 'Enter':
      case 'NumpadEnter':
      case 'Space':
        return state.aimed === undefined ? state : taken(state, 'key')
      case 'Backspace':
        return state.way.length === 0 ? state : standing(state, state.way.slice(0, -1), state.middle)
      default: {
        const aimed = roadByArrow(roads, code, state.aimed)
        if (aimed === undefined) return state
        const { overSinceMs: _, ...rest } = state
        return { ...rest, aimed }
      }
    }
  }

  function restsAtMs({ movedAtMs, sinceMs }: Stroking): number {
    return Math.min(movedAtMs + REST_MS, sinceMs + LONGEST_STROKE_MS)
  }
  function hoversAtMs({ aimed, overSinceMs }: Opened): number {
    if (config.hoverMs === undefined || aimed === undefined || overSinceMs === undefined) return Infinity
    return overSinceMs + config.hoverMs
  }

  return {
    initial: { phase: 'closed' },
    next,
    wakeAtMs(state) {
      const at = state.phase === 'stroke' ? restsAtMs(state) : state.phase === 'open' ? hoversAtMs(state) : Infinity
      return at === Infinity ? undefined : at
    },
  }
}

/** The hand of another pointer is none of this table's business. */
function isOther(state: Common, event: StrokeEvent): boolean {
  return (
    'pointer' in event &&
    state.pointerId !== undefined &&
    event.pointer !== undefined &&
    event.pointer !== state.pointerId
  )
}

/** From where the direction of the last part of a stroke counts. */
function beginningOf({ trail, turn }: Stroking): Point {
  const [first] = trail
  return turn && distancePx(first!, trail.at(-1)!) < SHORT_PX ? turn : first!
}

function over(outcome: TurnOutcome): StrokeState {
  return { phase: 'over', outcome }
}
