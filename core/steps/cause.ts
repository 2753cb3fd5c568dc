import type { BenchState } from '../bench'
import { programsNamed } from './programChoice'
import type { ProgramChoice } from './programChoice'

/**
 * Something that a step may bring about and that levers can wait for, whatever the bench: told from what the step says,
 * not from what it would come to.
 */
export type Cause =
  | { readonly kind: 'program-starts' | 'program-ends' | 'front-changes'; readonly programId: string }
  | { readonly kind: 'frame-on'; readonly frameId: string }
  /** Into a folder, under a name that may be a pattern; both as texts that are still to be filled in. */
  | { readonly kind: 'file-appears'; readonly folder: string; readonly name: string }

type OfProgram = Extract<Cause, { programId: string }>

/** The same of each of some programs. */
export function eachProgram(kind: OfProgram['kind'], programIds: readonly string[]): Cause[] {
  return programIds.map((programId) => ({ kind, programId }))
}

/** The same of each of the programs that a choice names. */
export function eachNamed(kind: OfProgram['kind'], which: ProgramChoice, bench: BenchState): Cause[] {
  return eachProgram(kind, programsNamed(which, bench))
}

/** Programs that are opened, each of which comes to the front. */
export function openedPrograms(...programIds: readonly string[]): Cause[] {
  return [...eachProgram('program-starts', programIds), ...eachProgram('front-changes', programIds)]
}
