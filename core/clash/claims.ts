import { describeSequence, describeTrigger, onKeyboard, specificity } from '../levers'
import { assertNever } from '../result'
import type { KeySettings, Lever, Trigger } from '../levers'
import type { Claim, Claimant, KeyChord } from './claim'
import type { KeyChords } from './keyChords'

const NO_CODES: readonly string[] = []

/** The claims of a lever's triggers; those whose keys do not parse have none. */
export function claimsOf(by: Claimant, chords: KeyChords, keys: KeySettings): Claim[] {
  const claims: Claim[] = []
  for (const trigger of by.lever.triggers) {
    const claim = claimOf(by, trigger, chords, keys)
    if (claim) claims.push(claim)
  }
  return claims
}

function claimOf(by: Claimant, trigger: Trigger, chords: KeyChords, keys: KeySettings): Claim | undefined {
  switch (trigger.kind) {
    case 'chord':
    case 'release':
    case 'double':
    case 'layer': {
      const words = describeTrigger(trigger)
      const chord = pressed(chords.read(trigger.chord), trigger, chords, keys)
      if (!chord) return undefined
      if (trigger.kind === 'layer')
        return { by, trigger, chords: [chord], codes: [trigger.hold], words, same: `layer ${trigger.hold} ${chord.id}` }
      return {
        by,
        trigger,
        chords: trigger.kind === 'double' ? [chord, chord] : [chord],
        codes: NO_CODES,
        words,
        same: '',
      }
    }
    case 'sequence': {
      const sequence = chords.readAll(trigger.sequence)
      return (
        sequence && {
          by,
          trigger,
          chords: sequence.map((chord) => pressed(chord, trigger, chords, keys)!),
          codes: NO_CODES,
          words: describeSequence(
            sequence.map((chord) => chord.text),
            trigger,
          ),
          same: '',
        }
      )
    }
    case 'together':
      return {
        by,
        trigger,
        chords: [],
        codes: trigger.keys,
        words: describeTrigger(trigger),
        same: ['together', ...trigger.keys.toSorted()].join(' '),
      }
    case 'hold':
      return {
        by,
        trigger,
        chords: [],
        codes: [trigger.key],
        words: describeTrigger(trigger),
        same: `hold ${trigger.key}`,
      }
    case 'tap':
      return {
        by,
        trigger,
        chords: [],
        codes: NO_CODES,
        words: describeTrigger(trigger),
        same: `tap ${trigger.times} ${trigger.key}`,
      }
    case 'word':
      return {
        by,
        trigger,
        chords: [],
        codes: NO_CODES,
        words: describeTrigger(trigger),
        same: `word ${trigger.word.toLowerCase()}`,
      }
    default:
      return assertNever(trigger)
  }
}

/** The chord as it is pressed: one that goes by the legend may lie elsewhere. */
function pressed(
  chord: KeyChord | undefined,
  trigger: Trigger,
  chords: KeyChords,
  keys: KeySettings,
): KeyChord | undefined {
  return chord && trigger.match === 'key' ? chords.of(onKeyboard(trigger, chord.chord, keys.legends)) : chord
}

/** The claimant of a lever. */
export function claimantOf(
  lever: Lever,
  tieOf: (programId: string) => number,
  framesOn: ReadonlySet<string>,
): Claimant {
  const { scope } = lever
  return {
    lever,
    isWide: scope.kind === 'everywhere',
    specificity: specificity(scope),
    isOff: !lever.enabled || !framesOn.has(lever.frameId),
    tie: scope.kind === 'only' && scope.programIds.length === 1 ? tieOf(scope.programIds[0]!) : -1,
    owner: { kind: 'lever', id: lever.id, name: `${lever.plate} ${lever.name}` },
  }
}

/** Whether a claim begins with a press that is decided by itself: a chord, a release, a sequence, a double press. */
export function isPress(claim: Claim): boolean {
  return claim.same === ''
}

/** A trigger as it is written. */
export function writtenAs({ trigger }: Claim): string {
  return `${trigger.kind} ${'chord' in trigger ? trigger.chord : 'sequence' in trigger ? trigger.sequence : ''}`
}
