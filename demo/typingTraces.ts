import { seededRandom, synthesizeTyping } from '../core/timing'
import type { TypingEvent } from '../core/timing'

/** A text such as the watch types it, for the lab and for its traces. */
export const watchText = [
  'Sky clear after ten, wind from the west at nine knots. Shutter open, dome follows. First exposure of the veil at eleven past,',
  'guide star steady. Seeing fair, then better towards two. Dew on the finder, heater on at half. Visitors left at midnight',
  'and asked good questions.\nGenerator ran for an hour, plan back to mains. Darks taken at four, flats at dawn. Shutter',
  'closed, desk put back, log written.',
].join(' ')

export interface TypingTrace {
  readonly id: string
  readonly name: string
  readonly events: readonly TypingEvent[]
}

/**
 * Three hands at the night desk. Each types in bursts with pauses to think, quickens within a burst and slows after
 * one, which the even
 * rhythm of the synthetic typist does not have.
 */
export const typingTraces: readonly TypingTrace[] = [
  { id: 'steady', name: 'Log of a steady hand, about 45 words a minute', events: inBursts(45, 11) },
  { id: 'quick', name: 'Log of a quick hand, about 70 words a minute', events: inBursts(70, 23) },
  { id: 'rolling', name: 'Log of a hand that rolls over, about 100 words a minute', events: inBursts(100, 37) },
]

function inBursts(wordsPerMinute: number, seed: number): TypingEvent[] {
  const random = seededRandom(seed)
  const events: TypingEvent[] = []
  let startMs = 0
  for (const sentence of watchText.split(/(?<=[.,])\s+/)) {
    const burst = synthesizeTyping(`${sentence} `, { wordsPerMinute: wordsPerMinute * (0.8 + random() * 0.5), random })
    events.push(...burst.map((event) => ({ ...event, atMs: event.atMs + startMs })))
    startMs = Math.max(...events.slice(-burst.length).map((event) => event.atMs)) + 300 + Math.round(random() * 1200)
  }
  return events
}
