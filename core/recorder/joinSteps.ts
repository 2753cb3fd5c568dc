import { LONGEST_TEXT } from '../steps'
import type { Step, StepOf } from '../steps'

const MOST_CHORDS = 200

/** Two steps in a row as one, where the second goes on with the first or stands in its place; undefined elsewhere. */
export function joinSteps(first: Step, second: Step): Step | undefined {
  if (first.kind !== second.kind) return undefined
  switch (second.kind) {
    case 'text.type': {
      const { text, programId } = first as StepOf<'text.type'>
      const isOne = programId === second.programId && text.length + second.text.length <= LONGEST_TEXT
      return isOne ? { ...second, text: text + second.text } : undefined
    }
    case 'keys.send': {
      const { chords, programId } = first as StepOf<'keys.send'>
      const isOne = programId === second.programId && chords.length + second.chords.length <= MOST_CHORDS
      return isOne ? { ...second, chords: [...chords, ...second.chords] } : undefined
    }
    case 'windows.place': {
      const before = first as StepOf<'windows.place'>
      return isSame(before.which, second.which) ? { ...before, ...second } : undefined
    }
    case 'device.control': {
      const { target, controlId, to } = first as StepOf<'device.control'>
      const isSet = to.kind === 'set' && second.to.kind === 'set'
      return isSet && isSame([target, controlId], [second.target, second.controlId]) ? second : undefined
    }
    case 'desktop.go':
      return second.to.kind === 'number' ? second : undefined
    default:
      return undefined
  }
}

/** Of plain data. */
export function isSame(one: unknown, other: unknown): boolean {
  return JSON.stringify(one) === JSON.stringify(other)
}
