import { slot } from '../../phrases'
import { windowTitle } from '../../bench'
import { countOf } from '../../names'
import { closeWindows as closing, unsavedOutcome, unsavedPhrases } from '../closing'
import { find } from '../byHand'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import { unsavedPolicySchema, unsavedWords } from '../fields'
import { fault } from '../finding'
import { windowChoiceIssues, windowChoiceSchema, windowParts, windowsMeant, withInstead } from '../windowChoice'
import { choicePart, say } from '../../sentence'

export const closeWindows = defineStep({
  kind: 'windows.close',
  label: 'Close windows',
  help: 'The one in front, those of a program, or by title, with a choice for unsaved work.',
  nature: 'program',
  phrases: [...unsavedPhrases('close|shut', '{windows}', { which: slot('windows') })],
  fields: { which: windowChoiceSchema, unsaved: unsavedPolicySchema.default('ask') },
  fresh: { which: { kind: 'front' }, unsaved: 'ask' },
  sentence: ({ which, unsaved }, names) =>
    say`Closes ${windowParts('which', which, names)} and ${choicePart('unsaved', unsaved, unsavedWords)}.`,
  lint: ({ which }, bench) => windowChoiceIssues(which, bench).map((issue) => fault('which.programId', issue)),
  mayCause: ({ which }) =>
    which.kind === 'program' || which.kind === 'meant' ? [{ kind: 'program-ends', programId: which.programId }] : [],
  byHand: () => find,
  perform({ which, unsaved }, bench, context) {
    const windows = windowsMeant(which, bench, context)
    if (!windows.ok) return failed(windows.issues)
    const closed = closing(windows.value, unsaved, bench, context)
    if (closed.kind === 'asks') return closed
    if (closed.kind === 'fails') return failed(closed.issues)
    const [first] = windows.value
    const what = windows.value.length === 1 ? windowTitle(bench, first!) : countOf(windows.value.length, 'window')
    const note = closed.unsavedPolicy ? `${what}: ${unsavedOutcome[closed.unsavedPolicy]}` : `${what} closed.`
    return { kind: 'done', changes: closed.changes, note: withInstead(which, bench, note) }
  },
})
