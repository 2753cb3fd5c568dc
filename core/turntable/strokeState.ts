import type { Point, TableShape } from './geometry'
import type { TurnOutcome } from './schema'

/** How a table behaves while it is open. */
export interface StrokeConfig {
  readonly table: TableShape
  /** Pressed and released without moving, the button or key that opens it is itself. */
  readonly isItself?: boolean
  /** So long over a road chooses it; never where it is absent. */
  readonly hoverMs?: number
  /** Where a table stands that is opened at a point: elsewhere near the edge of a screen. At the point where absent. */
  readonly place?: (at: Point) => Point
}

/** Times in ms of one clock; places in pixels. The opening button or key is pressed first. */
export type StrokeEvent =
  | {
      readonly kind: 'press' | 'release' | 'click' | 'move'
      readonly atMs: number
      readonly at: Point
      readonly pointer?: number
    }
  | { readonly kind: 'key'; readonly atMs: number; readonly code: string }
  | { readonly kind: 'tick' | 'lost'; readonly atMs: number }

/** What a stroke and an open table have in common. */
export interface Common {
  /** The roads of outer tables that led here. */
  readonly way: readonly string[]
  /** Where the table stands, and where the pointer was when it was opened. */
  readonly middle: Point
  readonly opened: Point
  readonly pointer: Point
  readonly pointerId?: number
  readonly isHeld: boolean
}

/** As data, so that it can be looked at at any time: closed, in a stroke, open, or over. */
export type StrokeState =
  | { readonly phase: 'closed' }
  | (Common & {
      readonly phase: 'stroke'
      readonly sinceMs: number
      readonly movedAtMs: number
      /** The way of the pointer since the opening or the last turn, and the last point before that turn. */
      readonly trail: readonly Point[]
      readonly turn?: Point
    })
  | (Common & {
      readonly phase: 'open'
      /** The road that is aimed at. */
      readonly aimed?: number
      /** Since when, as far as hovering is concerned. */
      readonly overSinceMs?: number
    })
  | { readonly phase: 'over'; readonly outcome: TurnOutcome }
