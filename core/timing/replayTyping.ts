import type { Frame } from '../levers'
import { createResolver } from '../resolve'
import type { Decision } from '../resolve'
import type { TypingEvent } from './schema'

/** What typing would have come to with one key as tap and hold. */
export interface TypingOutcome {
  readonly code: string
  readonly holdMs: number
  /** Times the key counted as held, which nobody meant, in a thousand keys. */
  readonly accidentalPerThousand: number
  /** How long keys were held back, over all keys, in ms. */
  readonly meanDelayMs: number
  readonly p95DelayMs: number
  readonly keyCount: number
}

/**
 * Replays typing through the real resolver, with one key tapped as itself and held as modifiers; `nested` as in the rule:
 * whether another key that is pressed within the time makes it held.
 */
export function replayTyping(
  events: readonly TypingEvent[],
  code: string,
  holdMs: number,
  nested = true,
): TypingOutcome {
  const frame: Frame = {
    id: 'lab',
    name: 'Lab',
    on: true,
    position: 1,
    rules: [
      {
        id: 'lab',
        kind: 'tap-hold',
        key: code,
        tap: null,
        holdMs,
        nested,
        hold: { kind: 'modifiers', modifiers: ['Ctrl'] },
      },
    ],
  }
  const resolver = createResolver({ levers: [], frames: [frame], programs: {} })
  let state = resolver.initial
  const delays: number[] = []
  let accidental = 0
  let keyCount = 0
  const take = (decisions: readonly Decision[]) => {
    for (const decision of decisions) {
      if (decision.kind === 'wait' || decision.event.kind !== 'down') continue
      if (decision.reason === 'hold-modifiers') accidental += 1
      delays.push(decision.lateMs ?? 0)
    }
  }
  for (const event of events) {
    if (event.kind === 'down') keyCount += 1
    const next = resolver.next(state, event, {})
    state = next.state
    take(next.decisions)
  }
  take(resolver.next(state, { kind: 'tick', atMs: state.nowMs + holdMs }, {}).decisions)
  delays.sort((a, b) => a - b)
  const mean = delays.reduce((sum, delay) => sum + delay, 0) / Math.max(1, delays.length)
  return {
    code,
    holdMs,
    keyCount,
    accidentalPerThousand: keyCount === 0 ? 0 : (accidental * 1000) / keyCount,
    meanDelayMs: mean,
    p95DelayMs: delays[Math.max(0, Math.ceil(delays.length * 0.95) - 1)] ?? 0,
  }
}

export const HOLD_TIMES_MS: readonly number[] = Array.from({ length: 13 }, (_, i) => 100 + i * 25)

/** Every candidate key at every hold time. `onProgress` is told how many of them are done. */
export function sweepHoldTimes(
  events: readonly TypingEvent[],
  codes: readonly string[],
  nested = true,
  onProgress: (done: number, all: number) => void = () => {},
): TypingOutcome[] {
  const outcomes: TypingOutcome[] = []
  for (const code of codes) {
    for (const holdMs of HOLD_TIMES_MS) {
      outcomes.push(replayTyping(events, code, holdMs, nested))
      onProgress(outcomes.length, codes.length * HOLD_TIMES_MS.length)
    }
  }
  return outcomes
}

/** Fewer than this many accidents in a thousand keys are not felt. */
const BEARABLE_PER_THOUSAND = 1

/** The key and the hold time to take: bearable accidents first, then the least delay, then the shortest hold. */
export function proposeHold(outcomes: readonly TypingOutcome[]): TypingOutcome | undefined {
  const bearable = outcomes.filter((outcome) => outcome.accidentalPerThousand <= BEARABLE_PER_THOUSAND)
  const [best] = [...(bearable.length > 0 ? bearable : outcomes)].sort(
    (a, b) =>
      (bearable.length > 0 ? 0 : a.accidentalPerThousand - b.accidentalPerThousand) ||
      a.meanDelayMs - b.meanDelayMs ||
      a.holdMs - b.holdMs,
  )
  return best
}
