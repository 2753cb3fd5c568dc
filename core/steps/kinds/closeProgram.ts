import { hasUnsaved, programMissing, windowsOf, windowTitle } from '../../bench'
import type { BenchState, BenchWindow, Change } from '../../bench'
import { assertNever, own } from '../../result'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import type { StepContext } from '../effect'
import { programIdSchema, unsavedPolicySchema, unsavedWords } from '../fields'
import type { UnsavedPolicy } from '../fields'
import { lintProgramId } from '../lintParts'
import { programName } from '../names'
import type { Asked } from '../question'

export const closeProgram = defineStep({
  kind: 'program.close',
  label: 'Close a program',
  help: 'All its windows, with a choice for unsaved work.',
  nature: 'program',
  fields: { programId: programIdSchema, unsaved: unsavedPolicySchema.default('ask') },
  fresh: { programId: '', unsaved: 'ask' },
  sentence: (step, names) => `Closes ${programName(step.programId, names)} and ${unsavedWords[step.unsaved]}.`,
  lint: (step, bench) => lintProgramId(step.programId, 'programId', bench),
  perform(step, bench, context) {
    const program = own(bench.programs, step.programId)
    if (!program) return failed([programMissing(bench, step.programId)])
    const windows = windowsOf(bench, step.programId)
    if (windows.length === 0) return { kind: 'done', changes: [], note: `${program.name} was not running.` }
    const closing = closeWindows(windows, step.unsaved, bench, context)
    if (closing.kind === 'asks') return closing
    const note = closing.unsavedPolicy
      ? `${program.name}: ${unsavedOutcome[closing.unsavedPolicy]}`
      : `${program.name} closed.`
    return { kind: 'done', changes: closing.changes, note }
  },
})

type Settled = Exclude<UnsavedPolicy, 'ask'>

/**
 * What closing windows comes to: the changes, with the policy that unsaved work met if there was some, or the question
 * to ask first.
 */
export type Closing =
  | { readonly kind: 'closes'; readonly changes: Change[]; readonly unsavedPolicy?: Settled }
  | { readonly kind: 'asks'; readonly question: Asked }

export function closeWindows(
  windows: readonly BenchWindow[],
  policy: UnsavedPolicy,
  bench: BenchState,
  { answer }: StepContext,
): Closing {
  const unsaved = windows.filter(hasUnsaved)
  if (unsaved.length === 0) return { kind: 'closes', changes: windows.map(close) }
  const settled = (policy === 'ask' ? answer : policy) as Settled | undefined
  if (settled === undefined) return { kind: 'asks', question: unsavedQuestion(bench, unsaved) }
  return {
    kind: 'closes',
    changes: windows.flatMap((window) => (hasUnsaved(window) ? closeUnsaved(window, settled) : [close(window)])),
    unsavedPolicy: settled,
  }
}

const unsavedOutcome: Record<Settled, string> = {
  save: 'unsaved work was saved, then it closed.',
  discard: 'it closed, unsaved work was discarded.',
  leave: 'windows with unsaved work were left open.',
  hide: 'windows with unsaved work were hidden.',
}

function unsavedQuestion(bench: BenchState, windows: readonly BenchWindow[]): Asked {
  const titles = windows.map((window) => windowTitle(bench, window)).join('; ')
  return {
    kind: 'choice',
    text: `There is unsaved work in ${titles}. What shall happen to it?`,
    choices: [
      { id: 'save', label: 'Save and close' },
      { id: 'discard', label: 'Close without saving' },
      { id: 'leave', label: 'Leave open' },
      { id: 'hide', label: 'Hide instead' },
    ],
  }
}

const close = (window: BenchWindow): Change => ({ kind: 'window.close', windowId: window.id })

function closeUnsaved(window: BenchWindow, policy: Settled): Change[] {
  switch (policy) {
    case 'save': {
      const documents = window.content.documents.map((document) => ({ ...document, unsaved: false }))
      return [{ kind: 'window.show', windowId: window.id, content: { ...window.content, documents } }, close(window)]
    }
    case 'discard':
      return [close(window)]
    case 'hide':
      return [{ kind: 'window.mode', windowId: window.id, mode: 'hidden' }]
    case 'leave':
      return []
    default:
      return assertNever(policy)
  }
}
