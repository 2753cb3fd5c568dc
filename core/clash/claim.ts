import type { Program } from '../bench'
import type { Chord } from '../keys'
import type { Lever, Trigger } from '../levers'
import type { Clash, Owner } from './clash'

/** A lever as far as its claims on keys go. */
export interface Claimant {
  readonly lever: Lever
  /**
   * The number of the only program it is live with; below zero where there is more than one: most pairs are told apart
   * by that.
   */
  readonly tie: number
  /** It is live with every program. */
  readonly isWide: boolean
  readonly specificity: number
  /** It is disabled, or its frame is off. */
  readonly isOff: boolean
  /** The lever as others are told of it. */
  readonly owner: Owner
}

/** A trigger as its keys lie on the keyboard at hand. */
export interface Claim {
  readonly by: Claimant
  readonly trigger: Trigger
  /** Chords it is made of, as they are pressed; one for most kinds, none for those that are keys and no chords. */
  readonly chords: readonly KeyChord[]
  /** The keys it is about besides its chords: that hold a layer, go down together or are held. */
  readonly codes: readonly string[]
  /** The trigger in words. */
  readonly words: string
  /** For a claim that is no press: equal for the same keys in the same way. */
  readonly same: string
}

/** A chord as claims meet at it. What is so whoever claims it is worked out once; large stores claim it often. */
export interface KeyChord {
  readonly id: string
  /** As it is printed. */
  readonly text: string
  readonly chord: Chord
  /** What keeps it from anybody: a keyboard that lacks it, AltGr, whoever keeps it for themselves. */
  readonly flaws: readonly Flaw[]
  /** Claims that are pressed with it first. */
  readonly claims: Claim[]
  /** For each of these its tie: side by side, so that most pairs are told apart without looking at them. */
  readonly ties: number[]
  /** What programs do with it, and beside that the tie of each program. */
  readonly programClaims: Program['claims'][number][]
  readonly programTies: number[]
}

export interface Flaw extends Pick<Clash, 'kind' | 'severity'> {
  readonly owner: Owner
  readonly does: string
}
