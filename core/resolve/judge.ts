import { chordId, modifierOfCode } from '../keys'
import type { Chord } from '../keys'
import { describeTrigger, isLive, leverWins, specificity } from '../levers'
import type { Bindings, Bound } from './bindings'
import type { Candidate } from './schema'
import type { Pending } from './state'

/** A listed key rarely has more; the explanation need not name every near miss of a large store. */
const MOST_NEAR_MISSES = 12

/** What decides whether a trigger can fire at all: frames, the program in front, and where the key came from. */
export interface Situation {
  readonly framesOn: Bindings['framesOn']
  readonly frontProgramId?: string
  readonly keyboard?: string
}

export function situationOf({ framesOn }: Bindings, { event, frontProgramId }: Pending): Situation {
  return { framesOn, frontProgramId, keyboard: event.keyboard }
}

/** Why a trigger cannot fire, or undefined when it can. */
export function hindrance(
  { lever, trigger }: Bound,
  { framesOn, frontProgramId, keyboard }: Situation,
  isClaimed: boolean,
): Candidate['verdict'] | undefined {
  if (!lever.enabled) return 'disabled'
  if (!framesOn.has(lever.frameId)) return 'frame-off'
  if (!isLive(lever.scope, frontProgramId)) return 'out-of-scope'
  if (trigger.keyboard !== undefined && trigger.keyboard !== keyboard) return 'other-keyboard'
  return isClaimed && !leverWins(lever, trigger) ? 'program-first' : undefined
}

export function candidateOf({ lever, trigger }: Bound, verdict: Candidate['verdict'], ms?: number): Candidate {
  return {
    leverId: lever.id,
    triggerId: trigger.id,
    chord: describeTrigger(trigger),
    verdict,
    ...(ms === undefined ? {} : { ms: Math.round(ms) }),
  }
}

/** The first of the triggers that can fire, and what became of each. */
export function judge(
  bounds: readonly Bound[],
  situation: Situation,
  isClaimed: boolean,
): { winner?: Bound; candidates: Candidate[] } {
  let winner: Bound | undefined
  const candidates: Candidate[] = []
  for (const bound of bounds) {
    const verdict = hindrance(bound, situation, isClaimed) ?? (winner ? 'outranked' : 'fired')
    if (verdict === 'fired') winner = bound
    candidates.push(candidateOf(bound, verdict))
  }
  return { ...(winner ? { winner } : {}), candidates }
}

const NONE: readonly never[] = []

/**
 * What is bound to any of the names of a press; the first is its plain one, the others are with sides. A modifier with
 * its side comes before either side where the scope is as narrow.
 */
export function boundAt<T>(
  map: ReadonlyMap<string, readonly T[]> | undefined,
  [plain, ...sided]: readonly string[],
  boundOf: (entry: T) => Bound,
): readonly T[] {
  const own = map?.get(plain!) ?? NONE
  if (sided.length === 0) return own
  const found = sided.flatMap((id) => map?.get(id) ?? NONE)
  if (found.length === 0) return own
  const rank = (entry: T) => specificity(boundOf(entry).lever.scope)
  return [...found, ...own].sort((a, b) => rank(b) - rank(a))
}

/** The names of a press: its plain id, and where some chord means a side, those with the sides that are down. */
export function idsOf(chord: Chord, sides: readonly string[] | undefined): readonly string[] {
  const plain = chordId(chord)
  if (!sides || sides.length === 0) return [plain]
  let combinations: string[][] = [[]]
  for (const modifier of chord.modifiers) {
    const down = sides.filter((code) => modifierOfCode(code) === modifier)
    combinations = combinations.flatMap((list) => [list, ...down.map((code) => [...list, code])])
  }
  return combinations.map((list) => (list.length === 0 ? plain : chordId({ ...chord, sides: list })))
}

/** Triggers on the same key with other modifiers; `exact` are those of the chord itself. */
export function nearMisses({ byCode }: Bindings, code: string, exact: readonly (readonly Bound[])[]): Candidate[] {
  const misses: Candidate[] = []
  const others = byCode.get(code) ?? NONE
  if (others.length === 0) return misses
  const own = new Set(exact.flat())
  for (const bound of others) {
    if (own.has(bound)) continue
    misses.push(candidateOf(bound, 'other-modifiers'))
    if (misses.length === MOST_NEAR_MISSES) break
  }
  return misses
}
