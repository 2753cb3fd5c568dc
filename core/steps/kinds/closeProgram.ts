import { slot } from '../../phrases'
import { programMissing, windowsOf } from '../../bench'
import { own } from '../../result'
import { closeWindows, unsavedOutcome, unsavedPhrases } from '../closing'
import { together, times, click, think } from '../byHand'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import { programIdSchema, unsavedPolicySchema, unsavedWords } from '../fields'
import { lintProgramId } from '../lintParts'
import { programPart } from '../names'
import { choicePart, say } from '../../sentence'

export const closeProgram = defineStep({
  kind: 'program.close',
  label: 'Close a program',
  help: 'All its windows, with a choice for unsaved work.',
  nature: 'program',
  phrases: [...unsavedPhrases('close|quit|end|exit', '{program}', { programId: slot('program') })],
  fields: { programId: programIdSchema, unsaved: unsavedPolicySchema.default('ask') },
  fresh: { programId: '', unsaved: 'ask' },
  sentence: (step, names) =>
    say`Closes ${programPart('programId', step.programId, names)} and ${choicePart('unsaved', step.unsaved, unsavedWords)}.`,
  lint: (step, bench) => lintProgramId(step.programId, 'programId', bench),
  mayCause: ({ programId }) => [{ kind: 'program-ends', programId }],
  byHand: ({ programId }, bench) => together(think, times(Math.max(1, windowsOf(bench, programId).length), click)),
  perform(step, bench, context) {
    const program = own(bench.programs, step.programId)
    if (!program) return failed([programMissing(bench, step.programId)])
    const windows = windowsOf(bench, step.programId)
    if (windows.length === 0) return { kind: 'done', changes: [], note: `${program.name} was not running.` }
    const closing = closeWindows(windows, step.unsaved, bench, context)
    if (closing.kind === 'asks') return closing
    if (closing.kind === 'fails') return failed(closing.issues)
    const note = closing.unsavedPolicy
      ? `${program.name}: ${unsavedOutcome[closing.unsavedPolicy]}`
      : `${program.name} closed.`
    return { kind: 'done', changes: closing.changes, note }
  },
})
