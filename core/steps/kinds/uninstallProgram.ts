import { z } from 'zod'
import { slot } from '../../phrases'
import { binChange, kindAt, programMissing, stackedWindows } from '../../bench'
import type { Change } from '../../bench'
import { own } from '../../result'
import { closeWindows } from '../closing'
import { together, click, choose } from '../byHand'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import { programIdSchema } from '../fields'
import { fault } from '../finding'
import { stepIssue } from '../issues'
import { lintProgramId } from '../lintParts'
import { programPart } from '../names'
import { choicePart, say } from '../../sentence'

/** What becomes of unsaved work in a program that goes. */
const leavingWords = { ask: 'asks about unsaved work', save: 'saves unsaved work', discard: 'discards unsaved work' }

/** Closes a program, throws its file into the bin and takes it off the bench; put back, all of it is there again. */
export const uninstallProgram = defineStep({
  kind: 'program.uninstall',
  label: 'Uninstall a program',
  help: 'Its windows close, its file goes into the bin; the run can be put back.',
  nature: 'program',
  phrases: [{ say: 'uninstall {program}', gives: { programId: slot('program') } }],
  fields: { programId: programIdSchema, unsaved: z.enum(['ask', 'save', 'discard']).default('ask') },
  fresh: { programId: '', unsaved: 'ask' },
  sentence: ({ programId, unsaved }, names) =>
    say`Uninstalls ${programPart('programId', programId, names)} and ${choicePart('unsaved', unsaved, leavingWords)}.`,
  lint(step, bench) {
    const program = own(bench.programs, step.programId)
    if (program?.needed) return [fault('programId', stepIssue({ code: 'program-needed', program: program.name }))]
    return lintProgramId(step.programId, 'programId', bench)
  },
  mayCause: ({ programId }) => [{ kind: 'program-ends', programId }],
  byHand: () => together(choose, click),
  perform({ programId, unsaved }, bench, context) {
    const program = own(bench.programs, programId)
    if (!program) return failed([programMissing(bench, programId)])
    if (program.needed) return failed([stepIssue({ code: 'program-needed', program: program.name }, 'programId')])
    const windows = stackedWindows(bench).filter((window) => window.programId === programId)
    const closing = closeWindows(windows, unsaved, bench, context)
    if (closing.kind === 'asks') {
      const choices = closing.question.kind === 'choice' ? closing.question.choices : []
      const kept = choices.filter(({ id }) => id === 'save' || id === 'discard')
      return { kind: 'asks', question: { kind: 'choice', text: closing.question.text, choices: kept } }
    }
    if (closing.kind === 'fails') return failed(closing.issues)
    const file: Change[] = []
    if (kindAt(bench.files, program.executable) === 'file') {
      const thrown = binChange(bench, program.executable)
      file.push(typeof thrown === 'string' ? { kind: 'file.remove', path: program.executable } : thrown)
    }
    const changes = [...closing.changes, ...file, { kind: 'program.remove' as const, programId }]
    return { kind: 'done', changes, note: `${program.name} was uninstalled.` }
  },
})
