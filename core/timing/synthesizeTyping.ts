import type { TypingEvent } from './schema'

export interface Typist {
  /** Words of five letters a minute, 30 to 120. */
  readonly wordsPerMinute: number
  /** Numbers from 0 to below 1, one after the other. */
  readonly random: () => number
}

/**
 * Spread of intervals and of how long keys stay down, as shares of their means; typing studies find about a third and a
 * fourth.
 */
const INTERVAL_SPREAD = 0.35
const HOLD_SPREAD = 0.25
/**
 * Keys stay down for about 110 ms at a leisurely pace and less when fast, but never in proportion: so fast typists roll
 * over.
 */
const HOLD_MS = { base: 65, perInterval: 0.22 }

/**
 * Types a text with the rhythm of a typist: letters, digits, spaces and full stops; other signs are left out. Times
 * begin at 0.
 */
export function synthesizeTyping(text: string, { wordsPerMinute, random }: Typist): TypingEvent[] {
  const intervalMs = 60_000 / (wordsPerMinute * 5)
  const events: TypingEvent[] = []
  const upAt = new Map<string, number>()
  let atMs = 0
  for (const sign of text.toLowerCase()) {
    const code = codeOf(sign)
    if (!code) continue
    // The same key twice has to come up in between.
    atMs = Math.max(atMs + spread(intervalMs, INTERVAL_SPREAD, random), (upAt.get(code) ?? -Infinity) + 15)
    const holdMs = Math.max(25, spread(HOLD_MS.base + HOLD_MS.perInterval * intervalMs, HOLD_SPREAD, random))
    upAt.set(code, atMs + holdMs)
    events.push({ kind: 'down', code, atMs: Math.round(atMs) }, { kind: 'up', code, atMs: Math.round(atMs + holdMs) })
  }
  return events.sort((a, b) => a.atMs - b.atMs || (a.kind === b.kind ? 0 : a.kind === 'up' ? -1 : 1))
}

function codeOf(sign: string): string | undefined {
  if (/[a-z]/.test(sign)) return `Key${sign.toUpperCase()}`
  if (/\d/.test(sign)) return `Digit${sign}`
  return { ' ': 'Space', '.': 'Period', ',': 'Comma', '\n': 'Enter' }[sign]
}

/** About normal around a mean, by the sum of six even numbers, and never below a fifth of it. */
function spread(mean: number, share: number, random: () => number): number {
  let sum = 0
  for (let i = 0; i < 6; i++) sum += random()
  return Math.max(mean * 0.2, mean * (1 + share * (sum - 3) * Math.SQRT2))
}

/** Even random numbers from a seed (mulberry32), so that a run can be made again. */
export function seededRandom(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = Math.imul(state ^ (state >>> 15), 1 | state)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}
