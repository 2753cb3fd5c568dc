import { slot } from '../../phrases'
import { frontWindow, programMissing, raiseIn, windowsOf } from '../../bench'
import { own } from '../../result'
import { find } from '../byHand'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import { programIdSchema } from '../fields'
import { stepIssue } from '../issues'
import { lintProgramId } from '../lintParts'
import { programPart } from '../names'
import { say } from '../../sentence'

export const raiseProgram = defineStep({
  kind: 'program.raise',
  label: 'Bring a program to the front',
  help: 'Its topmost window; minimized windows are shown again.',
  nature: 'program',
  phrases: [
    { say: 'bring {program} to [the] front', gives: { programId: slot('program') } },
    { say: 'raise|show|front {program}', gives: { programId: slot('program') } },
    { say: 'go|switch to {program}', gives: { programId: slot('program') } },
  ],
  fields: { programId: programIdSchema },
  fresh: { programId: '' },
  sentence: (step, names) => say`Brings ${programPart('programId', step.programId, names)} to the front.`,
  lint: (step, bench) => lintProgramId(step.programId, 'programId', bench),
  mayCause: ({ programId }) => [{ kind: 'front-changes', programId }],
  byHand: () => find,
  perform({ programId }, bench) {
    const program = own(bench.programs, programId)
    if (!program) return failed([programMissing(bench, programId)])
    const window = windowsOf(bench, programId)[0]
    if (!window) return failed([stepIssue({ code: 'program-not-running', program: program.name })])
    const isInFront = frontWindow(bench)?.id === window.id
    const note = isInFront ? `${program.name} was in front already.` : `${program.name} came to the front.`
    return { kind: 'done', changes: raiseIn(bench, window.id), note }
  },
})
