import type { Program } from '../bench'
import { chordId, formatChord, parseChord, reservationOf } from '../keys'
import type { Chord } from '../keys'
import { isLive, leverWins, scopesOverlap, specificity } from '../levers'
import type { Frame, Lever, Trigger } from '../levers'

/** Who else has a claim on a chord. */
export interface Owner {
  readonly kind: 'lever' | 'program' | 'system' | 'browser' | 'product'
  readonly id: string
  readonly name: string
}

/**
 * Two claims on one chord, told from the side of `leverId`.
 * `lost`: the lever does not get the chord there; `ambiguous`: only their numbers decide; `note`: it does get it,
 * but somebody else does not.
 */
export interface Clash {
  readonly kind: 'same-chord' | 'shadowed' | 'shadows' | 'program-claim' | 'reserved'
  readonly severity: 'lost' | 'ambiguous' | 'note'
  readonly leverId: string
  readonly triggerId: string
  readonly chord: string
  readonly owner: Owner
  /** What the owner does with the chord, where that is known. */
  readonly does?: string
  /** The other lever is disabled or its frame is off: there is no clash until that changes. */
  readonly dormant?: true
}

export interface ClashInput {
  readonly levers: readonly Lever[]
  readonly frames: readonly Frame[]
  readonly programs: Readonly<Record<string, Program>>
  /** Only the clashes of this lever; all when absent. */
  readonly onlyLeverId?: string
}

interface Claim { lever: Lever, trigger: Trigger, chord: Chord, id: string }

/** Every clash of every trigger, each pair of levers told from both sides. Triggers that do not parse have none. */
export function findClashes(input: ClashInput): Clash[] {
  const { programs, frames, onlyLeverId } = input
  const framesOn = new Set(frames.filter(frame => frame.on).map(frame => frame.id))
  const isAwake = (lever: Lever) => lever.enabled && framesOn.has(lever.frameId)
  const groups = groupByChord(input.levers)
  const programClaims = indexClaims(programs)
  const clashes: Clash[] = []
  for (const group of groups.values()) {
    for (const claim of group) {
      if (onlyLeverId !== undefined && claim.lever.id !== onlyLeverId) continue
      clashes.push(...reservedClash(claim), ...programClashes(claim, programClaims.get(claim.id) ?? []))
      for (const other of group) {
        if (other.lever.id === claim.lever.id || !scopesOverlap(claim.lever.scope, other.lever.scope, Object.keys(programs))) continue
        clashes.push(leverClash(claim, other, !isAwake(other.lever)))
      }
    }
  }
  return clashes
}

function groupByChord(levers: readonly Lever[]): Map<string, Claim[]> {
  const groups = new Map<string, Claim[]>()
  for (const lever of levers) {
    for (const trigger of lever.triggers) {
      const chord = parseChord(trigger.chord)
      if (!chord.ok) continue
      const id = chordId(chord.value)
      const group = groups.get(id)
      if (group) group.push({ lever, trigger, chord: chord.value, id })
      else groups.set(id, [{ lever, trigger, chord: chord.value, id }])
    }
  }
  return groups
}

function indexClaims(programs: ClashInput['programs']): Map<string, { program: Program, does: string }[]> {
  const index = new Map<string, { program: Program, does: string }[]>()
  for (const program of Object.values(programs)) {
    for (const claim of program.claims) {
      const chord = parseChord(claim.chord)
      if (!chord.ok) continue
      const id = chordId(chord.value)
      index.set(id, [...(index.get(id) ?? []), { program, does: claim.does }])
    }
  }
  return index
}

function base(claim: Claim) {
  return { leverId: claim.lever.id, triggerId: claim.trigger.id, chord: formatChord(claim.chord) }
}

function reservedClash(claim: Claim): Clash[] {
  const reserved = reservationOf(claim.chord)
  if (!reserved) return []
  const name = { system: 'the system', browser: 'the browser', product: 'Keen Lever itself' }[reserved.owner]
  return [{ ...base(claim), kind: 'reserved', severity: 'lost', owner: { kind: reserved.owner, id: reserved.owner, name }, does: reserved.does }]
}

function programClashes(claim: Claim, claims: readonly { program: Program, does: string }[]): Clash[] {
  return claims.filter(({ program }) => isLive(claim.lever.scope, program.id)).map(({ program, does }) => ({
    ...base(claim), kind: 'program-claim', severity: leverWins(claim.lever, claim.trigger) ? 'note' : 'lost',
    owner: { kind: 'program', id: program.id, name: program.name }, does,
  }))
}

function leverClash(claim: Claim, other: Claim, dormant: boolean): Clash {
  const rank = specificity(claim.lever.scope) - specificity(other.lever.scope)
  const found = rank === 0
    ? { kind: 'same-chord', severity: 'ambiguous' } as const
    : rank < 0 ? { kind: 'shadowed', severity: 'lost' } as const : { kind: 'shadows', severity: 'note' } as const
  const owner: Owner = { kind: 'lever', id: other.lever.id, name: `${other.lever.plate} ${other.lever.name}` }
  return dormant ? { ...base(claim), ...found, severity: 'note', owner, dormant } : { ...base(claim), ...found, owner }
}

/** A clash as a sentence, with the owner's name. */
export function describeClash(clash: Clash): string {
  const { chord, owner, does } = clash
  if (clash.dormant) return `${chord} is also the chord of ${owner.name}, which is off at present.`
  switch (clash.kind) {
    case 'same-chord': return `${chord} already pulls ${owner.name} in the same place; only the lower number would be pulled.`
    case 'shadowed': return `${chord} pulls ${owner.name} where that is live: its scope is narrower and comes first.`
    case 'shadows': return `${chord} comes before ${owner.name} here, because this scope is narrower.`
    case 'program-claim': return clash.severity === 'lost'
      ? `${owner.name} takes ${chord} for “${does}” while it is in front, and comes first.`
      : `${owner.name} loses ${chord} (“${does}”) to this lever while it is in front.`
    case 'reserved': return `${chord} belongs to ${owner.name}: it ${does}. A lever never sees it.`
  }
}
