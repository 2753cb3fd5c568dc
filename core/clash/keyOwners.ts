import { formatChord, keeperNames, reservationOf } from '../keys'
import type { Modifier } from '../keys'
import { isLive, leverWins } from '../levers'
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
  readonly owners: readonly (Owner & { readonly words: string; readonly isOff?: true })[]
}

/** Who owns each key of a layer. `frontProgramId` undefined is nothing in front. */
export function keyOwners(
  codes: Iterable<string>,
  modifiers: readonly Modifier[],
  frontProgramId: string | undefined,
  input: ClashInput,
  index: ClashIndex,
): KeyOwnership[] {
  return [...codes].map((code) => ownershipOf(code, modifiers, frontProgramId, input, index))
}

function ownershipOf(
  code: string,
  modifiers: readonly Modifier[],
  frontProgramId: string | undefined,
  { programs }: ClashInput,
  index: ClashIndex,
): KeyOwnership {
  const pressed = index.probe.pressed(code, modifiers)
  const chord = pressed.kind === 'chord' ? pressed.chord : { modifiers, code }
  const known = index.chords.of(chord)
  const shared = { code, chord: formatChord({ modifiers, code }) }
  if (pressed.kind !== 'chord') {
    const { owner, words } = pressed.rule
    return { ...shared, state: pressed.kind === 'disabled' ? 'disabled' : 'rule', owners: [{ ...owner, words }] }
  }
  const reserved = reservationOf(chord)
  const claims = known.claims.filter((claim) => isLive(claim.by.lever.scope, frontProgramId))
  const live = claims
    .filter((claim) => !claim.by.isOff)
    .sort((a, b) => b.by.specificity - a.by.specificity || a.by.lever.plate - b.by.lever.plate)
  const ours = claims.map(({ by, words }) => ({ ...by.owner, words, ...(by.isOff ? { isOff: true as const } : {}) }))
  const program = frontProgramId === undefined ? undefined : programs[frontProgramId]
  const claimed = program?.claims.find((claim) => index.chords.read(claim.chord) === known)
  const theirs =
    program && claimed ? [{ kind: 'program' as const, id: program.id, name: program.name, words: claimed.does }] : []
  if (reserved) {
    return {
      ...shared,
      state: claims.length > 0 ? 'clash' : 'system',
      owners: [
        { kind: reserved.owner, id: reserved.owner, name: keeperNames[reserved.owner], words: reserved.does },
        ...ours,
      ],
    }
  }
  const { rule } = pressed
  const ruled = rule ? [{ ...rule.owner, words: rule.words }] : []
  const wins = live[0] && claimed ? leverWins(live[0].by.lever, live[0].trigger) : true
  const same = live.filter(
    (claim) =>
      live[0] && claim.chords.length === live[0].chords.length && claim.by.specificity === live[0].by.specificity,
  )
  const state: KeyState =
    same.length > 1 || (live.length > 0 && claimed && !wins)
      ? 'clash'
      : live.length > 0
        ? 'ours'
        : rule
          ? 'rule'
          : claimed
            ? 'program'
            : claims.length > 0
              ? 'disabled'
              : 'free'
  return { ...shared, state, owners: wins ? [...ours, ...ruled, ...theirs] : [...theirs, ...ours, ...ruled] }
}
