import { hasUnsaved, saveDocuments, windowTitle } from '../bench'
import type { BenchState, BenchWindow, Change } from '../bench'
import { assertNever, succeed } from '../result'
import type { Issue, Result } from '../result'
import type { Phrase } from '../phrases'
import type { StepContext } from './effect'
import type { UnsavedPolicy } from './fields'
import type { Asked } from './question'

/** What unsaved work meets once that is known. */
export type Settled = Exclude<UnsavedPolicy, 'ask'>

export const unsavedOutcome: Record<Settled, string> = {
  save: 'unsaved work was saved, then it closed.',
  discard: 'it closed, unsaved work was discarded.',
  leave: 'windows with unsaved work were left open.',
  hide: 'windows with unsaved work were hidden.',
}

export function unsavedQuestion(bench: BenchState, windows: readonly BenchWindow[]): Asked {
  const titles = windows
    .filter(hasUnsaved)
    .map((window) => windowTitle(bench, window))
    .join('; ')
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

export const closeWindow = (window: BenchWindow): Change => ({ kind: 'window.close', windowId: window.id })

/** The changes that close windows, with what becomes of unsaved work. Issue: `folder-missing` where it cannot be saved. */
export function closeAll(
  windows: readonly BenchWindow[],
  policy: Settled,
  bench: BenchState,
  nowMs: number,
): Result<Change[]> {
  const changes: Change[] = []
  for (const window of windows) {
    const closing = hasUnsaved(window) ? closeUnsaved(window, policy, bench, nowMs) : succeed([closeWindow(window)])
    if (!closing.ok) return closing
    changes.push(...closing.value)
  }
  return succeed(changes)
}

function closeUnsaved(window: BenchWindow, policy: Settled, bench: BenchState, nowMs: number): Result<Change[]> {
  switch (policy) {
    case 'save': {
      const saved = saveDocuments(bench, window, nowMs)
      return saved.ok ? succeed([...saved.value, closeWindow(window)]) : saved
    }
    case 'discard':
      return succeed([closeWindow(window)])
    case 'hide':
      return succeed([{ kind: 'window.mode', windowId: window.id, mode: 'hidden' }])
    case 'leave':
      return succeed([])
    default:
      return assertNever(policy)
  }
}

/**
 * What closing the windows of a program comes to: the changes, with what unsaved work met if there was some; the
 * question to ask first; or why it cannot be saved.
 */
export type Closing =
  | { readonly kind: 'closes'; readonly changes: Change[]; readonly unsavedPolicy?: Settled }
  | { readonly kind: 'asks'; readonly question: Asked }
  | { readonly kind: 'fails'; readonly issues: readonly Issue[] }

export function closeWindows(
  windows: readonly BenchWindow[],
  policy: UnsavedPolicy,
  bench: BenchState,
  { answer, nowMs }: Pick<StepContext, 'answer' | 'nowMs'>,
): Closing {
  if (!windows.some(hasUnsaved)) return { kind: 'closes', changes: windows.map(closeWindow) }
  const settled = (policy === 'ask' ? answer : policy) as Settled | undefined
  if (settled === undefined) return { kind: 'asks', question: unsavedQuestion(bench, windows) }
  const closed = closeAll(windows, settled, bench, nowMs)
  return closed.ok
    ? { kind: 'closes', changes: closed.value, unsavedPolicy: settled }
    : { kind: 'fails', issues: closed.issues }
}

/** The ways to say that something is closed, by what happens to unsaved work. */
export function unsavedPhrases(verbs: string, what: string, gives: Phrase['gives']): Phrase[] {
  const to = (unsaved: UnsavedPolicy) => ({ ...gives, unsaved })
  return [
    { say: `${verbs} ${what}`, gives: to('ask') },
    { say: `${verbs} ${what} and save (its|the|all) (work)`, gives: to('save') },
    { say: `save and ${verbs} ${what}`, gives: to('save'), isHeardOnly: true },
    { say: `${verbs} ${what} (,) saving (its|the|all|unsaved) (work|changes)`, gives: to('save'), isHeardOnly: true },
    { say: `${verbs} ${what} without saving`, gives: to('discard') },
    {
      say: `${verbs} ${what} (,) discarding (its|the|all|unsaved) (work|changes)`,
      gives: to('discard'),
      isHeardOnly: true,
    },
    { say: `${verbs} ${what} unless work is unsaved`, gives: to('leave') },
    { say: `${verbs} ${what} or hide where work is unsaved`, gives: to('hide') },
  ]
}
