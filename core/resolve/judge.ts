import { describeTrigger, isLive, leverWins } from '../levers'
import type { Bindings, Bound } from './bindings'
import type { Candidate } from './schema'

/** A listed key rarely has more; the explanation need not name every near miss of a large store. */
const MOST_NEAR_MISSES = 12

/** Why a trigger cannot fire with this program in front, or undefined when it can. */
export function hindrance(
  { lever, trigger }: Bound,
  framesOn: Bindings['framesOn'],
  frontProgramId: string | undefined,
  isClaimed: boolean,
): Candidate['verdict'] | undefined {
  if (!lever.enabled) return 'disabled'
  if (!framesOn.has(lever.frameId)) return 'frame-off'
  if (!isLive(lever.scope, frontProgramId)) return 'out-of-scope'
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
  framesOn: Bindings['framesOn'],
  frontProgramId: string | undefined,
  isClaimed: boolean,
): { winner?: Bound; candidates: Candidate[] } {
  let winner: Bound | undefined
  const candidates: Candidate[] = []
  for (const bound of bounds) {
    const verdict = hindrance(bound, framesOn, frontProgramId, isClaimed) ?? (winner ? 'outranked' : 'fired')
    if (verdict === 'fired') winner = bound
    candidates.push(candidateOf(bound, verdict))
  }
  return { ...(winner ? { winner } : {}), candidates }
}

/** Triggers on the same key with other modifiers. */
export function nearMisses({ byCode, chords, releases }: Bindings, code: string, id: string): Candidate[] {
  const exact = new Set([...(chords.get(id) ?? []), ...(releases.get(id) ?? [])])
  const misses: Candidate[] = []
  for (const bound of byCode.get(code) ?? []) {
    if (exact.has(bound)) continue
    misses.push(candidateOf(bound, 'other-modifiers'))
    if (misses.length === MOST_NEAR_MISSES) break
  }
  return misses
}
