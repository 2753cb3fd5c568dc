import { chordId, parseChord, parseSequence } from '../keys'
import { describeTrigger, onKeyboard } from '../levers'
import type { Chord } from '../keys'
import type { KeySettings, Lever, Trigger } from '../levers'
import type { Owner } from './clash'

/** A trigger as its keys lie on the keyboard at hand. */
export interface Claim {
  readonly lever: Lever
  readonly trigger: Trigger
  readonly leverId: string
  /** The only program it is live with, where there is just one: most pairs are told apart by that. */
  readonly onlyId: string | undefined
  /** Chords it is made of, as they are pressed; one for most kinds, none for those that are keys and no chords. */
  readonly chords: readonly Chord[]
  /** Chords by their ids. */
  readonly ids: readonly string[]
  /** The keys it is about besides its chords: that hold a layer, go down together or are held. */
  readonly codes: readonly string[]
  /** The lever as others are told of it. */
  readonly owner: Owner
  /** The trigger in words. */
  readonly words: string
  /** Equal for triggers that are the same keys in the same way. */
  readonly same: string
}

/** The claims of a lever's triggers; those whose keys do not parse have none. */
export function claimsOf(lever: Lever, keys: KeySettings, readChord: ReadChord): Claim[] {
  const owner: Owner = { kind: 'lever', id: lever.id, name: `${lever.plate} ${lever.name}` }
  const onlyId = lever.scope.kind === 'only' && lever.scope.programIds.length === 1 ? lever.scope.programIds[0] : undefined
  return lever.triggers.flatMap((trigger): Claim[] => {
    const pressed = (chord: Chord) => onKeyboard(trigger, chord, keys.legends)
    const made = (chords: readonly Chord[], codes: readonly string[], kind = 'press'): Claim[] => {
      const ids = chords.map(chord => ('id' in chord ? (chord as ReadableChord).id : chordId(chord)))
      const same = codes.length === 0 && ids.length === 1 ? `${kind} ${ids[0]}` : [kind, ...codes.toSorted(), ...ids].join(' ')
      return [{ lever, trigger, leverId: lever.id, onlyId, chords, ids, codes, same, owner, words: describeTrigger(trigger) }]
    }
    switch (trigger.kind) {
      case 'chord':
      case 'release':
      case 'double': {
        const chord = readChord(trigger.chord)
        if (!chord) return []
        const first = pressed(chord)
        return made(trigger.kind === 'double' ? [first, first] : [first], [])
      }
      case 'sequence': {
        const sequence = parseSequence(trigger.sequence)
        return sequence.ok ? made(sequence.value.map(pressed), []) : []
      }
      case 'layer': {
        const chord = readChord(trigger.chord)
        return chord ? made([pressed(chord)], [trigger.hold], 'layer') : []
      }
      case 'together': return made([], trigger.keys, 'together')
      case 'hold': return made([], [trigger.key], 'hold')
    }
    return []
  })
}

/** Whether a claim begins with a press that is decided by itself: a chord, a release, a sequence, a double press. */
export function isPress(claim: Claim): boolean {
  return claim.trigger.kind !== 'layer' && claim.chords.length > 0
}

/** Reads the text of a chord; undefined where it is none. */
export type ReadChord = (text: string) => ReadableChord | undefined
export interface ReadableChord extends Chord { readonly id: string }

/** Reads each text once: the same chords stand in many levers and programs. */
export function chordReader(): ReadChord {
  const known = new Map<string, ReadableChord | undefined>()
  return (text) => {
    if (!known.has(text)) {
      const parsed = parseChord(text)
      known.set(text, parsed.ok ? { ...parsed.value, id: chordId(parsed.value) } : undefined)
    }
    return known.get(text)
  }
}
