import { chordByLegend, formatSequence, keyOfCode, letterOfCode, parseSequence } from '../keys'
import type { Chord, LegendId } from '../keys'
import type { Trigger } from './triggerSchema'
import { assertNever } from '../result'

const modifierNames: Record<string, string> = {
  ControlLeft: 'LeftCtrl',
  ControlRight: 'RightCtrl',
  AltLeft: 'LeftAlt',
  AltRight: 'RightAlt',
  ShiftLeft: 'LeftShift',
  ShiftRight: 'RightShift',
  MetaLeft: 'LeftMeta',
  MetaRight: 'RightMeta',
}

/** A key's name, modifiers included: `CapsLock`, `LeftCtrl`. */
export function keyName(code: string): string {
  return modifierNames[code] ?? keyOfCode(code)?.name ?? code
}

/**
 * A trigger's chord as it is pressed on a keyboard with these legends: one that goes by the legend means the key that
 * carries the sign there; a letter that only some keyboards have always does.
 */
export function onKeyboard({ match }: Trigger, chord: Chord, legends: LegendId): Chord {
  return match === 'key' || letterOfCode(chord.code) !== undefined ? chordByLegend(legends, chord) : chord
}

/** The keys of a trigger as text, to be drawn as key plates: chords of a sequence are separated by spaces. */
export function triggerKeys(trigger: Trigger): string {
  switch (trigger.kind) {
    case 'chord':
    case 'release':
      return trigger.chord
    case 'double':
      return `${trigger.chord} ${trigger.chord}`
    case 'sequence': {
      const parsed = parseSequence(trigger.sequence)
      return parsed.ok ? formatSequence(parsed.value) : trigger.sequence
    }
    case 'layer':
      return `${keyName(trigger.hold)} ${trigger.chord}`
    case 'together':
      return trigger.keys.map(keyName).join(' ')
    case 'hold':
    case 'tap':
      return keyName(trigger.key)
    case 'word':
      return trigger.word
    default:
      return assertNever(trigger)
  }
}

/** `Meta+O, then E`, of chords as they are printed. */
export function describeSequence(chords: readonly string[], { match }: Pick<Trigger, 'match'>): string {
  return chords.join(', then ') + (match === 'key' ? ' by its legend' : '')
}

/** A trigger as part of a sentence: `Ctrl+Alt+M`, `Meta+O, then E`, `J while CapsLock is held`. */
export function describeTrigger(trigger: Trigger): string {
  const byLegend = trigger.match === 'key' ? ' by its legend' : ''
  switch (trigger.kind) {
    case 'chord':
      return trigger.chord + byLegend
    case 'sequence':
      return describeSequence(triggerKeys(trigger).split(' '), trigger)
    case 'layer':
      return `${trigger.chord} while ${keyName(trigger.hold)} is held${byLegend}`
    case 'together':
      return `${trigger.keys.map(keyName).join(' and ')} together`
    case 'hold':
      return `${keyName(trigger.key)} held`
    case 'tap':
      return `${keyName(trigger.key)} tapped${trigger.times === 2 ? ' twice' : ''}`
    case 'double':
      return `${trigger.chord} twice${byLegend}`
    case 'release':
      return `${trigger.chord} on release${byLegend}`
    case 'word':
      return `“${trigger.word}” typed`
    default:
      return assertNever(trigger)
  }
}
