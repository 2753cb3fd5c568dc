import { benchIssue, kindAt } from '../../bench'
import type { BenchWindow, WindowContent } from '../../bench'
import { slot } from '../../phrases'
import { partOf, say } from '../../sentence'
import { together, find, asked } from '../byHand'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import { requiredPath } from '../fields'
import { pathFrom } from '../fileWork'
import { fault } from '../finding'
import { windowChoiceIssues, windowChoiceSchema, windowParts, windowsMeant, withInstead } from '../windowChoice'

/** Goes to a tab or document that a window has, or into a folder where it shows one. */
export const showInWindow = defineStep({
  kind: 'window.show',
  label: 'Go to a tab, document or folder in a window',
  help: 'One of those it has; a window that shows a folder goes into another one.',
  nature: 'program',
  phrases: [
    { say: 'go to {place} in {windows}', gives: { which: slot('windows'), shows: slot('place') } },
    {
      say: 'show {place} in {windows}',
      gives: { which: slot('windows'), shows: slot('place') },
      isHeardOnly: true,
    },
  ],
  fields: { which: windowChoiceSchema, shows: requiredPath('Say which tab, document or folder.') },
  fresh: { which: { kind: 'front' }, shows: '' },
  sentence: ({ which, shows }, names) =>
    say`Goes to ${partOf('shows', shows || '…', 'path')} in ${windowParts('which', which, names)}.`,
  lint: ({ which }, bench) => windowChoiceIssues(which, bench).map((issue) => fault('which.programId', issue)),
  byHand: ({ shows }) => together(find, asked(shows)),
  perform({ which, shows }, bench, context) {
    const windows = windowsMeant(which, bench, context)
    if (!windows.ok) return failed(windows.issues)
    const path = pathFrom(shows, bench, context.values)
    if (!path.ok) return failed(path.issues)
    const window = windows.value.find((one) => contentWith(one, path.value, kindAt(bench.files, path.value)))
    const content = window && contentWith(window, path.value, kindAt(bench.files, path.value))
    if (!content) return failed([benchIssue({ code: 'document-missing', path: path.value }, 'shows')])
    return {
      kind: 'done',
      changes: [{ kind: 'window.show', windowId: window.id, content }],
      note: withInstead(which, bench, `${path.value} is shown.`),
    }
  },
})

/** What the window shows then; undefined where it can show no such thing. */
function contentWith(
  { content }: BenchWindow,
  path: string,
  kind: 'file' | 'folder' | undefined,
): WindowContent | undefined {
  if (content.documents.some((document) => document.path === path)) return { ...content, active: path }
  const at = content.active ?? content.documents[0]?.path
  const isFolder =
    kind === 'folder' && content.documents.some(({ path: shown, role }) => shown === at && role === 'folder')
  if (!isFolder) return undefined
  const { active: _active, selected: _selected, ...rest } = content
  return {
    ...rest,
    documents: content.documents.map((one) => (one.path === at ? { ...one, path } : one)),
    active: path,
  }
}
