import { codesOfModifier, modifierOfCode, MODIFIERS } from '../keys'
import type { Modifier } from '../keys'
import type { Decision, KeyOutput, Press } from './schema'

/** A key that is down and decided: what became of its going down, so that its going up becomes the same. */
export interface Down {
  readonly code: string
  readonly fate: 'passed' | 'kept' | 'replaced' | 'modifiers' | 'layer'
  /** Keys that went down in its place and are down, in order. */
  readonly out?: readonly string[]
  /** What the program gets again when the key repeats. */
  readonly again?: readonly KeyOutput[]
  readonly modifiers?: readonly Modifier[]
  /** The lever to pull when it comes up. */
  readonly onRelease?: {
    readonly leverId: string
    readonly triggerId: string
    readonly decision: Pick<Decision, 'chord' | 'frontProgramId' | 'candidates'>
  }
  /** What goes on while it is held: a lever, or what is `again`; and when the next may be. */
  readonly repeats?: { readonly leverId?: string; readonly everyMs: number; readonly nextAtMs: number }
}

/** An event that is not decided yet, with what was so when it came. */
export interface Pending {
  readonly event: Press
  readonly frontProgramId?: string
  /** Modifiers that were physically down. */
  readonly modifiers: readonly Modifier[]
  /** The modifier keys that were physically down, where a chord means one of a side. */
  readonly sides?: readonly string[]
  /** It is part of something longer that has been recognised, or completes it. */
  readonly settled?: Pick<Decision, 'kind' | 'reason' | 'leverId' | 'candidates' | 'chord'>
  /** It was told to be a tap, so that it is no longer looked at as a hold. */
  readonly tapped?: boolean
}

/** A modifier that was tapped and holds for the next key. */
export interface OneShot {
  readonly code: string
  readonly modifier: Modifier
  readonly untilMs: number
}

/** What is typed in a program since the cursor was moved, as far back as words go. */
export interface Typed {
  readonly programId?: string
  readonly text: string
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
  /** The last key that went down, and when, by events and not by decisions. */
  readonly lastDown: { readonly code: string; readonly atMs: number } | null
  /** The left Ctrl key went down with AltGr and by it, as some systems report it. */
  readonly isCtrlOfAltGr: boolean
  /** The key that was decided to go down last, and when: whether a modifier was tapped by itself. */
  readonly lastPress: { readonly code: string; readonly atMs: number } | null
  /** The modifier that was tapped by itself last, until something else goes down. */
  readonly lastTap: { readonly code: string; readonly atMs: number } | null
  readonly oneShots: readonly OneShot[]
  /** What is typed in front, as far as words need it; null where nothing is known. */
  readonly typed: Typed | null
}

export const INITIAL: ResolverState = {
  held: [],
  physical: [],
  pending: [],
  waitUntilMs: null,
  nowMs: 0,
  settledAtMs: 0,
  lastDown: null,
  isCtrlOfAltGr: false,
  lastPress: null,
  lastTap: null,
  oneShots: [],
  typed: null,
}

/** AltGr goes down this long after the Ctrl that some systems report with it, at most. */
const WITH_ALTGR_MS = 2

/** Takes in which keys are physically down after an event. */
export function pressedPhysically(
  state: ResolverState,
  event: Press,
): Pick<ResolverState, 'physical' | 'lastDown' | 'isCtrlOfAltGr'> {
  const others = state.physical.filter((code) => code !== event.code)
  if (event.kind === 'up') {
    const isCtrlOfAltGr = state.isCtrlOfAltGr && event.code !== 'AltRight' && event.code !== 'ControlLeft'
    return { physical: others, lastDown: state.lastDown, isCtrlOfAltGr }
  }
  const { lastDown } = state
  const isCtrlOfAltGr =
    event.code === 'AltRight'
      ? lastDown?.code === 'ControlLeft' &&
        others.includes('ControlLeft') &&
        event.atMs - lastDown.atMs <= WITH_ALTGR_MS
      : state.isCtrlOfAltGr
  return {
    physical: [...others, event.code],
    lastDown: event.repeat ? lastDown : { code: event.code, atMs: event.atMs },
    isCtrlOfAltGr,
  }
}

/**
 * The modifiers that an event says are down, or that were seen to go down. AltGr is itself and neither Ctrl nor Alt,
 * which some systems report with it (Windows both, others none).
 */
export function modifiersOf(
  { physical, isCtrlOfAltGr }: Pick<ResolverState, 'physical' | 'isCtrlOfAltGr'>,
  { modifiers: flags }: Press,
  hasAltGr: boolean,
): Modifier[] {
  if (physical.length === 0 && !flags) return []
  const isDown = (modifier: Modifier) => codesOfModifier(modifier).some((code) => physical.includes(code))
  if (!flags) {
    return MODIFIERS.filter((modifier) => {
      switch (modifier) {
        case 'AltGr':
          return hasAltGr && isDown('AltGr')
        case 'Alt':
          return hasAltGr ? physical.includes('AltLeft') : isDown('Alt')
        case 'Ctrl':
          return physical.some((code) => code === 'ControlRight' || (code === 'ControlLeft' && !isCtrlOfAltGr))
        default:
          return isDown(modifier)
      }
    })
  }
  const isAltGr =
    flags.AltGraph ?? (hasAltGr && flags.Alt && physical.includes('AltRight') && !physical.includes('AltLeft'))
  return MODIFIERS.filter((modifier) => {
    switch (modifier) {
      case 'AltGr':
        return isAltGr
      case 'Alt':
        return flags.Alt && !isAltGr
      case 'Ctrl':
        return flags.Ctrl && !(isAltGr && flags.Alt)
      default:
        return flags[modifier]
    }
  })
}

/** Whether an event's own report says that a modifier key cannot be down. */
export function isUpByFlags(code: string, flags: Press['modifiers']): boolean {
  const modifier = modifierOfCode(code)
  if (!flags || !modifier || modifier === 'AltGr') return false
  return code === 'AltRight' ? !flags.Alt && flags.AltGraph !== true : !flags[modifier]
}

/**
 * The modifiers that count for a pressed key: those that are down and were passed on as what they are, those that rules
 * hold, and those that were tapped for it.
 */
export function effectiveModifiers(
  held: readonly Down[],
  oneShots: readonly OneShot[],
  { event, modifiers }: Pending,
): readonly Modifier[] {
  if (modifiers.length === 0 && oneShots.length === 0 && held.every((down) => down.modifiers === undefined)) return []
  return MODIFIERS.filter((modifier) => {
    if (held.some((down) => down.modifiers?.includes(modifier))) return true
    if (oneShots.some((shot) => shot.modifier === modifier && event.atMs < shot.untilMs)) return true
    const codes = codesOfModifier(modifier)
    if (codes.includes(event.code) || !modifiers.includes(modifier)) return false
    const keys = held.filter((down) => codes.includes(down.code))
    return keys.length === 0 || keys.some((down) => down.fate === 'passed')
  })
}

/** Keys that the program in front believes to be down. */
export function outputsDown(held: readonly Down[]): string[] {
  return held.flatMap((down) => (down.fate === 'passed' ? [down.code] : (down.out ?? [])))
}
