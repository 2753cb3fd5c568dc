import { modifierOfCode, MODIFIERS, parseChord, signOf } from '../keys'
import type { Chord, LegendId, Modifier } from '../keys'
import type { Decision, KeyOutput, Press } from './schema'
import { wasInView } from './staysInView'

/** What the program in front gets of a decision: a chord, with the character it types, or a text. */
export type ProgramInput =
  | { readonly kind: 'press'; readonly chord: Chord; readonly sign?: string }
  | { readonly kind: 'text'; readonly text: string }

/**
 * What reaches the program in front, in order: the key itself where it is passed on, what it is replaced by, and what
 * a pull sends beside it. Keys that come up, and modifiers alone, are nothing to it.
 */
export function inputOf(decision: Decision, legend: LegendId): ProgramInput[] {
  const { kind, event, chord, outputs = [] } = decision
  if (wasInView(decision)) return []
  if (kind === 'pass') {
    const parsed = event.kind === 'down' && chord !== undefined ? parseChord(chord) : undefined
    return parsed?.ok ? [pressOf(parsed.value, legend, event.kind === 'down' ? event.text : undefined)] : []
  }
  const held = new Set<Modifier>(event.kind === 'down' ? heldIn(event.modifiers) : [])
  return outputs.flatMap((output) => inputFrom(output, held, legend))
}

function inputFrom(output: KeyOutput, held: Set<Modifier>, legend: LegendId): ProgramInput[] {
  if (output.kind === 'text') return [{ kind: 'text', text: output.text }]
  const modifier = modifierOfCode(output.code)
  if (modifier) {
    if (output.kind === 'down') held.add(modifier)
    else held.delete(modifier)
    return []
  }
  return output.kind === 'down' ? [pressOf({ modifiers: [...held], code: output.code }, legend)] : []
}

function pressOf(chord: Chord, legend: LegendId, text?: string): ProgramInput {
  const isCommand = chord.modifiers.some((modifier) => modifier === 'Ctrl' || modifier === 'Alt' || modifier === 'Meta')
  // Keys that have a name instead of a character, such as Enter, say nothing of what they type.
  const sign = isCommand
    ? undefined
    : text !== undefined && text !== ''
      ? text
      : signOf(legend, chord.code, chord.modifiers)
  return { kind: 'press', chord, ...(sign === undefined || text === '' ? {} : { sign }) }
}

function heldIn(modifiers: Press['modifiers']): Modifier[] {
  if (!modifiers) return []
  const { Ctrl, Alt, Shift, Meta, AltGraph = false } = modifiers
  const states: Record<Modifier, boolean> = { Ctrl, Alt, AltGr: AltGraph, Shift, Meta }
  return MODIFIERS.filter((modifier) => states[modifier])
}
