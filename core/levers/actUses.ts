import { claimOn, verbOf } from '../bench'
import type { Program } from '../bench'
import { parseChord } from '../keys'
import type { Step } from '../steps'

/** Something that was done by hand: the step, and the program that was in front. */
export interface HandAct {
  readonly step: Step
  readonly programId: string | null
}

/** How often each act of a program was done by hand, by its verb, or by its chord where no verb answers that. */
export function actUses(program: Program, acts: readonly HandAct[]): (id: string) => number {
  const counts = new Map<string, number>()
  const count = (id: string) => counts.set(id, (counts.get(id) ?? 0) + 1)
  for (const { step, programId } of acts) {
    if (step.kind !== 'program.tell' && step.kind !== 'keys.send') continue
    if ((step.programId === '' ? programId : step.programId) !== program.id) continue
    if (step.kind === 'program.tell') count(verbOf(program, step.verb)?.id ?? step.verb)
    else {
      for (const text of step.chords) {
        const chord = parseChord(text)
        count((chord.ok ? claimOn(program, chord.value)?.verb : undefined) ?? text)
      }
    }
  }
  return (id) => counts.get(id) ?? 0
}
