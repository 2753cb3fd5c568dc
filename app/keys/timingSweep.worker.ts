import { sweepHoldTimes } from '../../core/timing'
import type { TypingEvent, TypingOutcome } from '../../core/timing'

export interface SweepRequest {
  readonly events: readonly TypingEvent[]
  readonly codes: readonly string[]
  /** Whether another key that is pressed within the time makes a key held. */
  readonly nested: boolean
}
export type SweepAnswer =
  { readonly done: number; readonly all: number } | { readonly outcomes: readonly TypingOutcome[] }

/** Replays typing for every key and hold time, away from the page. */
self.onmessage = ({ data }: MessageEvent<SweepRequest>) => {
  const answer = (message: SweepAnswer) => self.postMessage(message)
  answer({ outcomes: sweepHoldTimes(data.events, data.codes, data.nested, (done, all) => answer({ done, all })) })
}
