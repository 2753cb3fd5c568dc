import { modifierOfCode, MODIFIERS } from '../keys'
import type { Modifier } from '../keys'
import type { Decision, Press } from './schema'

/** A key that is down and decided: what became of its going down, so that its going up becomes the same. */
export interface Down {
  readonly code: string
  readonly fate: 'passed' | 'kept' | 'replaced' | 'modifiers' | 'layer'
  /** Keys that went down in its place, in order. */
  readonly out?: readonly string[]
  readonly modifiers?: readonly Modifier[]
  /** The lever to pull when it comes up. */
  readonly onRelease?: {
    readonly leverId: string
    readonly decision: Pick<Decision, 'chord' | 'frontProgramId' | 'candidates'>
  }
}

/** An event that is not decided yet, with what was so when it came. */
export interface Pending {
  readonly event: Press
  readonly frontProgramId?: string
  /** Modifiers that were physically down. */
  readonly modifiers: readonly Modifier[]
  /** It is part of something longer that has been recognised, or completes it. */
  readonly settled?: Pick<Decision, 'kind' | 'reason' | 'leverId' | 'candidates' | 'chord'>
  /** It was told to be a tap, so that it is no longer looked at as a hold. */
  readonly tapped?: boolean
}

/** What the resolver remembers between events; plain data, so that it can be stored and compared. */
export interface ResolverState {
  /** Keys that are down and decided, in the order in which they went down. */
  readonly held: readonly Down[]
  /** Codes of all keys that are physically down. */
  readonly physical: readonly string[]
  /** Events that are held back, in order. */
  readonly pending: readonly Pending[]
  /** When the first of them is decided at the latest; null when none waits. */
  readonly waitUntilMs: number | null
  readonly nowMs: number
  /** When the last decision could be made. */
  readonly settledAtMs: number
}

export const INITIAL: ResolverState = {
  held: [],
  physical: [],
  pending: [],
  waitUntilMs: null,
  nowMs: 0,
  settledAtMs: 0,
}

/** The modifiers that an event says are down, or that were seen to go down. */
export function modifiersOf(physical: readonly string[], event: Press): Modifier[] {
  const flags = event.modifiers
  if (!flags) {
    const down = new Set(physical.map(modifierOfCode))
    return MODIFIERS.filter((modifier) => down.has(modifier))
  }
  // AltGr reports Ctrl and Alt as well on some systems; it is neither.
  return MODIFIERS.filter(
    (modifier) => flags[modifier] && !(flags.AltGraph && (modifier === 'Ctrl' || modifier === 'Alt')),
  )
}

/**
 * The modifiers that count for a pressed key: those that are down and were passed on as what they are, and those that
 * rules hold.
 */
export function effectiveModifiers(state: ResolverState, pending: Pending): Modifier[] {
  const own = modifierOfCode(pending.event.code)
  return MODIFIERS.filter((modifier) => {
    if (state.held.some((down) => down.modifiers?.includes(modifier))) return true
    if (modifier === own || !pending.modifiers.includes(modifier)) return false
    const keys = state.held.filter((down) => modifierOfCode(down.code) === modifier)
    return keys.length === 0 || keys.some((down) => down.fate === 'passed')
  })
}

/** Keys that the program in front believes to be down. */
export function outputsDown(held: readonly Down[]): string[] {
  return held.flatMap((down) => (down.fate === 'passed' ? [down.code] : (down.out ?? [])))
}
