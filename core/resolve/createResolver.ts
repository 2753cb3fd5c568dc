import type { Program } from '../bench'
import { chordId, formatChord, modifierOfCode, MODIFIERS, parseChord, reservationOf } from '../keys'
import type { Chord, Modifier } from '../keys'
import { isLive, leverWins, specificity } from '../levers'
import type { Frame, Lever, Trigger } from '../levers'
import type { Candidate, Decision, KeyEvent } from './schema'

export interface ResolverConfig {
  readonly levers: readonly Lever[]
  readonly frames: readonly Frame[]
  readonly programs: Readonly<Record<string, Program>>
}

/** What the resolver remembers between events; plain data, so that it can be stored and compared. */
export interface ResolverState {
  /** Codes of keys that are down, in the order in which they went down. */
  readonly held: readonly string[]
  /** Those of them whose going down was not passed on, so that their going up is not either. */
  readonly kept: readonly string[]
}

export interface ResolverContext { readonly frontProgramId?: string }

export interface Resolver {
  readonly initial: ResolverState
  /** One event in, the state after it and what becomes of it out. Pure: equal arguments give equal results. */
  readonly next: (state: ResolverState, event: KeyEvent, context: ResolverContext) => { state: ResolverState, decisions: Decision[] }
}

interface Bound { lever: Lever, trigger: Trigger, chord: Chord, id: string, frameOn: boolean }

type Press = Extract<KeyEvent, { kind: 'down' | 'up' }>

/** A listed key rarely has more; the explanation need not name every near miss of a large store. */
const MOST_NEAR_MISSES = 12

/**
 * The key engine for chords. Every key event is decided exactly once: it pulls a lever, is passed on, or is swallowed.
 * A more specific scope wins; among equals the lower plate does. Where the program in front claims the chord, the
 * trigger's `wins` decides. A key whose press was kept is kept until it is released.
 */
export function createResolver(config: ResolverConfig): Resolver {
  const byCode = indexTriggers(config)
  const claims = indexClaims(config.programs)

  function next(state: ResolverState, event: KeyEvent, context: ResolverContext): { state: ResolverState, decisions: Decision[] } {
    if (event.kind === 'blur') return { state: initial, decisions: [{ kind: 'pass', event, reason: 'focus-lost', candidates: [] }] }
    const held = withoutStuckModifiers(state.held, event)
    if (event.kind === 'up') return release({ ...state, held }, event, context)
    if (modifierOfCode(event.code)) return { state: { ...state, held: adding(held, event.code) }, decisions: [decision('pass', event, 'modifier', context)] }
    if (event.repeat || held.includes(event.code)) {
      const kept = state.kept.includes(event.code)
      return { state: { ...state, held: adding(held, event.code) }, decisions: [decision(kept ? 'swallow' : 'pass', event, 'held-repeat', context)] }
    }
    const chord: Chord = { modifiers: modifiersOf(held, event), code: event.code }
    const decided = decidePress(chord, event, context)
    const kept = decided.kind === 'pass' ? state.kept : adding(state.kept, event.code)
    return { state: { held: adding(held, event.code), kept }, decisions: [decided] }
  }

  function decidePress(chord: Chord, event: Press, context: ResolverContext): Decision {
    const shared = { event, chord: formatChord(chord), frontProgramId: context.frontProgramId, claim: claims.get(context.frontProgramId ?? '')?.get(chordId(chord)) }
    const reserved = reservationOf(chord)
    if (reserved && reserved.owner !== 'browser') return { ...shared, kind: 'swallow', reason: 'reserved', candidates: [] }
    const bound = byCode.get(chord.code) ?? []
    const { winner, candidates } = judge(bound, chordId(chord), context.frontProgramId, shared.claim !== undefined)
    if (winner) return { ...shared, kind: 'pull', leverId: winner.lever.id, reason: 'fired', candidates }
    const matching = candidates.filter(candidate => candidate.verdict !== 'other-modifiers')
    if (matching.some(candidate => candidate.verdict === 'program-first')) return { ...shared, kind: 'pass', reason: 'program-first', candidates }
    return { ...shared, kind: 'pass', reason: matching.length > 0 ? 'no-candidate-live' : 'no-trigger', candidates }
  }

  return { initial, next }
}

const initial: ResolverState = { held: [], kept: [] }

function indexTriggers({ levers, frames }: ResolverConfig): Map<string, Bound[]> {
  const framesOn = new Set(frames.filter(frame => frame.on).map(frame => frame.id))
  const byCode = new Map<string, Bound[]>()
  for (const lever of levers) {
    for (const trigger of lever.triggers) {
      const chord = parseChord(trigger.chord)
      if (!chord.ok) continue
      const bound = { lever, trigger, chord: chord.value, id: chordId(chord.value), frameOn: framesOn.has(lever.frameId) }
      const list = byCode.get(chord.value.code)
      if (list) list.push(bound)
      else byCode.set(chord.value.code, [bound])
    }
  }
  for (const list of byCode.values()) list.sort((a, b) => specificity(b.lever.scope) - specificity(a.lever.scope) || a.lever.plate - b.lever.plate)
  return byCode
}

function indexClaims(programs: ResolverConfig['programs']): Map<string, Map<string, string>> {
  return new Map(Object.values(programs).map(program => [program.id, new Map(program.claims.flatMap((claim) => {
    const chord = parseChord(claim.chord)
    return chord.ok ? [[chordId(chord.value), claim.does] as const] : []
  }))]))
}

function judge(bound: readonly Bound[], pressed: string, frontProgramId: string | undefined, claimed: boolean) {
  const candidates: Candidate[] = []
  let winner: Bound | undefined
  let nearMisses = 0
  for (const entry of bound) {
    const verdict = verdictOn(entry)
    if (verdict === 'other-modifiers' && ++nearMisses > MOST_NEAR_MISSES) continue
    if (verdict === 'fired') winner = entry
    candidates.push({ leverId: entry.lever.id, triggerId: entry.trigger.id, chord: formatChord(entry.chord), verdict })
  }
  return { winner, candidates }

  function verdictOn({ lever, trigger, id, frameOn }: Bound): Candidate['verdict'] {
    if (id !== pressed) return 'other-modifiers'
    if (!lever.enabled) return 'disabled'
    if (!frameOn) return 'frame-off'
    if (!isLive(lever.scope, frontProgramId)) return 'out-of-scope'
    if (winner) return 'outranked'
    return claimed && !leverWins(lever, trigger) ? 'program-first' : 'fired'
  }
}

function release(state: ResolverState, event: Press, context: ResolverContext) {
  const kept = state.kept.includes(event.code)
  const without = (codes: readonly string[]) => codes.filter(code => code !== event.code)
  return { state: { held: without(state.held), kept: without(state.kept) }, decisions: [decision(kept ? 'swallow' : 'pass', event, 'released', context)] }
}

function decision(kind: Decision['kind'], event: Press, reason: Decision['reason'], context: ResolverContext): Decision {
  return { kind, event, reason, frontProgramId: context.frontProgramId, candidates: [] }
}

/** Drops modifiers whose going up was never seen, where the event itself says they are up. */
function withoutStuckModifiers(held: readonly string[], event: Press): readonly string[] {
  const flags = event.modifiers
  if (!flags) return held
  const still = held.filter((code) => {
    const modifier = modifierOfCode(code)
    return modifier === undefined || code === event.code || flags[modifier]
  })
  return still.length === held.length ? held : still
}

function modifiersOf(held: readonly string[], event: Press): Modifier[] {
  const flags = event.modifiers
  if (!flags) {
    const down = new Set(held.map(modifierOfCode))
    return MODIFIERS.filter(modifier => down.has(modifier))
  }
  // AltGr reports Ctrl and Alt as well on some systems; it is neither.
  return MODIFIERS.filter(modifier => flags[modifier] && !(flags.AltGraph && (modifier === 'Ctrl' || modifier === 'Alt')))
}

function adding(codes: readonly string[], code: string): readonly string[] {
  return codes.includes(code) ? codes : [...codes, code]
}
