import { codesOfModifier, modifierOfCode, pressFor } from '../keys'
import type { Chord, LegendId, Modifier } from '../keys'
import type { WordEnding } from '../levers'
import type { Decision, KeyEvent, Resolver } from '../resolve'

/** From one event to the next where it does not matter, in ms. */
export const STEP_MS = 8
/** Longer than anything waits. */
export const LONG_MS = 20_000

/** Plays events from nothing held, and lets time go on. */
export function play({ initial, next }: Resolver, events: readonly KeyEvent[]): Decision[] {
  const decisions: Decision[] = []
  let state = initial
  const after = (events.at(-1)?.atMs ?? 0) + LONG_MS
  for (const event of [...events, { kind: 'tick' as const, atMs: after }]) {
    const made = next(state, event, {})
    state = made.state
    for (const decision of made.decisions) if (decision.kind !== 'wait') decisions.push(decision)
  }
  return decisions
}

/** What an event reports of the modifiers that are down. */
export function flagsOf(modifiers: readonly Modifier[]) {
  const has = (modifier: Modifier) => modifiers.includes(modifier)
  return { Ctrl: has('Ctrl'), Alt: has('Alt'), Shift: has('Shift'), Meta: has('Meta'), AltGraph: has('AltGr') }
}

/** A character that ends a word in each of the ways. */
export const signOfEnding: Record<WordEnding, string> = { space: ' ', enter: '\n', tab: '\t', punctuation: '.' }

/** The keys that type a text; characters that no key types by itself are left out. */
export function pressesOfWord(text: string, legends: LegendId): { code: string; modifiers: Modifier[] }[] {
  return [...text].flatMap((sign) => pressFor(legends, sign) ?? [])
}

export const down = (code: string, atMs: number): KeyEvent => ({ kind: 'down', code, atMs })
export const up = (code: string, atMs: number): KeyEvent => ({ kind: 'up', code, atMs })

/** A chord pressed and let go of, its modifiers by what the events report, so that it does not matter by which keys. */
export function tapChord({ modifiers, code, sides }: Chord, fromMs: number, held: readonly string[] = []): KeyEvent[] {
  const flags = flagsOf([...modifiers, ...held.flatMap((key) => modifierOfCode(key) ?? [])])
  if (sides) {
    const keys = modifiers.map(
      (modifier) => sides.find((side) => codesOfModifier(modifier).includes(side)) ?? codesOfModifier(modifier)[0]!,
    )
    return [
      ...keys.map((key, i) => down(key, fromMs + i)),
      down(code, fromMs + 9),
      up(code, fromMs + 12),
      ...keys.map((key) => up(key, fromMs + 13)),
    ]
  }
  return [
    { kind: 'down', code, atMs: fromMs, modifiers: flags },
    { kind: 'up', code, atMs: fromMs + STEP_MS, modifiers: flags },
  ]
}
