import { slot } from '../../phrases'
import { frontWindow, windowsOf } from '../../bench'
import { find } from '../byHand'
import { openedPrograms } from '../cause'
import { defineStep } from '../defineStep'
import { argumentsSchema, programIdSchema } from '../fields'
import { lintProgramArguments } from '../lintParts'
import { programPart } from '../names'
import { openProgram } from './openProgram'
import { say } from '../../sentence'

/**
 * From one program to the other and back, by what is in front; each is started with its arguments if it does not run.
 */
export const switchPrograms = defineStep({
  kind: 'program.switch',
  label: 'Switch between two programs',
  help: 'From one to the other and back, by what is in front; started if not running.',
  nature: 'program',
  phrases: [
    {
      say: 'switch between {program} and {other:program}',
      gives: { programId: slot('program'), otherId: slot('other') },
    },
    { say: 'switch {program}', gives: { programId: slot('program') }, isHeardOnly: true },
  ],
  fields: {
    programId: programIdSchema,
    args: argumentsSchema.default([]),
    otherId: programIdSchema,
    otherArgs: argumentsSchema.default([]),
  },
  fresh: { programId: '', args: [], otherId: '', otherArgs: [] },
  sentence: (step, names) =>
    say`Goes from ${programPart('programId', step.programId, names)} to ${programPart('otherId', step.otherId, names)} and back.`,
  lint(step, bench, table) {
    const first = { programId: step.programId, programAt: 'programId', args: step.args, at: 'args' }
    const other = { programId: step.otherId, programAt: 'otherId', args: step.otherArgs, at: 'otherArgs' }
    return [
      ...lintProgramArguments({ ...first, mended: (args) => ({ ...step, args }) }, bench, table),
      ...lintProgramArguments({ ...other, mended: (otherArgs) => ({ ...step, otherArgs }) }, bench, table),
    ]
  },
  mayCause: ({ programId, otherId }) => openedPrograms(programId, otherId),
  byHand: () => find,
  perform(step, bench, context) {
    const isThere = frontWindow(bench)?.programId === step.programId
    const programId = isThere ? step.otherId : step.programId
    const args = isThere ? step.otherArgs : step.args
    const whenRunning = windowsOf(bench, programId).length > 0 ? 'raise' : 'program'
    const { id, onFailure } = step
    return openProgram.perform({ id, onFailure, kind: 'program.open', programId, args, whenRunning }, bench, context)
  },
})
