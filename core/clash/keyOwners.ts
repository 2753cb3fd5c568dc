import { chordId, formatChord, keeperNames, reservationOf } from '../keys'
import type { Modifier } from '../keys'
import { describeTrigger, isLive, leverWins, specificity } from '../levers'
import type { Lever } from '../levers'
import type { ClashInput, ClashIndex } from './clashIndex'
import type { Owner } from './clash'

/** What a key is in one layer of modifiers: told apart by shape and word, not by colour alone. */
export type KeyState = 'free' | 'ours' | 'program' | 'system' | 'clash' | 'disabled' | 'rule'

/** Who owns a key with these modifiers while a program is in front. */
export interface KeyOwnership {
  readonly code: string
  readonly chord: string
  readonly state: KeyState
  /** Everybody with a claim, the one who gets the key first. */
  readonly owners: readonly (Owner & { readonly words: string, readonly isOff?: true })[]
}

/** Who owns each key of a layer. `frontProgramId` undefined is nothing in front. */
export function keyOwners(codes: Iterable<string>, modifiers: readonly Modifier[], frontProgramId: string | undefined, input: ClashInput, index: ClashIndex): KeyOwnership[] {
  return [...codes].map(code => ownershipOf(code, modifiers, frontProgramId, input, index))
}

function ownershipOf(code: string, modifiers: readonly Modifier[], frontProgramId: string | undefined, { frames, programs }: ClashInput, index: ClashIndex): KeyOwnership {
  const chord = { modifiers, code }
  const id = chordId(chord)
  const shared = { code, chord: formatChord(chord) }
  const reserved = reservationOf(chord)
  const framesOn = new Set(frames.filter(frame => frame.on).map(frame => frame.id))
  const claims = index.claimsAt(id).filter(claim => isLive(claim.lever.scope, frontProgramId))
  const isOff = (lever: Lever) => !lever.enabled || !framesOn.has(lever.frameId)
  const live = claims.filter(claim => !isOff(claim.lever)).sort((a, b) => specificity(b.lever.scope) - specificity(a.lever.scope) || a.lever.plate - b.lever.plate)
  const ours = claims.map(({ lever, trigger }) => ({ kind: 'lever' as const, id: lever.id, name: `${lever.plate} ${lever.name}`, words: describeTrigger(trigger), ...(isOff(lever) ? { isOff: true as const } : {}) }))
  const program = frontProgramId === undefined ? undefined : programs[frontProgramId]
  const claimed = program?.claims.find(claim => index.chordIdOf(claim.chord) === id)
  const theirs = program && claimed ? [{ kind: 'program' as const, id: program.id, name: program.name, words: claimed.does }] : []
  if (reserved) {
    return { ...shared, state: claims.length > 0 ? 'clash' : 'system', owners: [{ kind: reserved.owner, id: reserved.owner, name: keeperNames[reserved.owner], words: reserved.does }, ...ours] }
  }
  const rule = modifiers.length === 0 ? index.ruleAt(code) : undefined
  const ruled = rule ? [{ kind: 'frame' as const, id: rule.frame.id, name: rule.frame.name, words: rule.words }] : []
  const wins = live[0] && claimed ? leverWins(live[0].lever, live[0].trigger) : true
  const same = live.filter(claim => live[0] && claim.ids.length === live[0].ids.length && specificity(claim.lever.scope) === specificity(live[0].lever.scope))
  const state: KeyState = same.length > 1 || (live.length > 0 && claimed && !wins)
    ? 'clash'
    : live.length > 0
      ? 'ours'
      : rule
        ? (rule.disables ? 'disabled' : 'rule')
        : claimed
          ? 'program'
          : claims.length > 0 ? 'disabled' : 'free'
  return { ...shared, state, owners: wins ? [...ours, ...ruled, ...theirs] : [...theirs, ...ours, ...ruled] }
}
