import { shallowRef } from 'vue'
import type { Lever, LeverTable } from '~~/core/levers'
import { createStroke } from '~~/core/turntable'
import type { Point, Stroke, StrokeEvent, StrokeState, TurnOutcome } from '~~/core/turntable'
import { placedWithin } from './tableLayout'

/** A turntable that is open in this tab. */
export interface Turning {
  readonly lever: Lever
  readonly table: LeverTable
  /** The key or button that has opened it. */
  readonly code: string
  readonly stroke: Stroke
  readonly state: StrokeState
}

/** Where the pointer of this tab was last. */
export const pointer = { x: innerWidth / 2, y: innerHeight / 2 }

const turning = shallowRef<Turning>()
let finish: ((outcome: TurnOutcome) => void) | undefined
let waking: ReturnType<typeof setTimeout> | undefined

/** The one turntable that can be open in a tab; times are of the clock of events. */
export function useTurning() {
  /** Opens a table where the pointer is; one that is open is left. */
  function open(
    lever: Lever,
    table: LeverTable,
    press: { readonly code: string; readonly atMs: number; readonly at: Point },
    finished: (outcome: TurnOutcome) => void,
  ): void {
    feed({ kind: 'lost', atMs: press.atMs })
    const stroke = createStroke({
      table,
      isItself: table.isItself,
      hoverMs: table.hoverMs,
      place: placedWithin({ width: innerWidth, height: innerHeight }),
    })
    finish = finished
    const state = stroke.next(stroke.initial, { kind: 'press', atMs: press.atMs, at: press.at })
    turning.value = { lever, table, code: press.code, stroke, state }
    wakeLater(press.atMs)
  }

  function feed(event: StrokeEvent): void {
    const now = turning.value
    if (!now) return
    const state = now.stroke.next(now.state, event)
    if (state === now.state) return
    if (state.phase === 'over') {
      clearTimeout(waking)
      turning.value = undefined
      finish?.(state.outcome)
      return
    }
    turning.value = { ...now, state }
    wakeLater(event.atMs)
  }

  function wakeLater(nowMs: number): void {
    clearTimeout(waking)
    const now = turning.value
    const atMs = now?.stroke.wakeAtMs(now.state)
    if (atMs === undefined) return
    waking = setTimeout(() => feed({ kind: 'tick', atMs }), Math.max(0, atMs - nowMs))
  }

  return { turning, open, feed }
}
