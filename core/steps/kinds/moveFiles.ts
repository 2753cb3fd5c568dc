import { z } from 'zod'
import { slot } from '../../phrases'
import { benchIssue, everyFile, nodeAt, pathIn } from '../../bench'
import type { BenchState, Change } from '../../bench'
import { lastPart } from '../../command'
import { countOf } from '../../names'
import { fail, succeed } from '../../result'
import type { Result } from '../../result'
import { click, pressed, together, wentTo } from '../byHand'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import { requiredPath } from '../fields'
import {
  folderWritten,
  filesMeant,
  folderMeant,
  lintFolder,
  lintPaths,
  makeFolders,
  pathsInWords,
  pathsSchema,
  settleNames,
  takenClause,
  takenPolicySchema,
  throwAway,
} from '../fileWork'
import type { Destination } from '../fileWork'
import { choicePart, listParts, partOf, say } from '../../sentence'

const actWords = { move: 'Moves', copy: 'Copies' }

/** Moves or copies files and folders into a folder. */
export const moveFiles = defineStep({
  kind: 'files.move',
  label: 'Move or copy files',
  help: 'One path, several, or a pattern, into a folder; all of it can be put back.',
  nature: 'place',
  phrases: [
    {
      say: 'move|sweep {files} to|into {folder}',
      gives: { act: 'move', paths: slot('files'), to: slot('folder'), makeFolder: true },
    },
    {
      say: 'copy {files} to|into {folder}',
      gives: { act: 'copy', paths: slot('files'), to: slot('folder'), makeFolder: true },
    },
    { say: 'move|sweep {files}', gives: { act: 'move', paths: slot('files') }, isHeardOnly: true },
    { say: 'copy [files] {files}', gives: { act: 'copy', paths: slot('files') }, isHeardOnly: true },
  ],
  fields: {
    act: z.enum(['move', 'copy']),
    paths: pathsSchema,
    to: requiredPath('Say into which folder.'),
    taken: takenPolicySchema.default('both'),
    /** Makes the folder, and those above it, where it is missing. */
    makeFolder: z.boolean().optional(),
  },
  fresh: { act: 'move', paths: [''], to: '', taken: 'both' },
  sentence({ act, paths, to, taken, makeFolder }) {
    const folder = say`${partOf('to', to || '…', 'path')}${makeFolder ? ', which is made if it is missing' : ''}`
    const files = say`${choicePart('act', act, actWords)} ${listParts('paths', paths, 'path')}`
    return say`${files} to ${folder}${takenClause(taken)}.`
  },
  lint: ({ paths, to, makeFolder }, bench, table) => [
    ...lintPaths(paths, bench, table),
    ...lintFolder(to, 'to', bench, table, makeFolder),
  ],
  mayCause: ({ paths, to }) =>
    paths.map((path) => ({ kind: 'file-appears' as const, folder: to, name: lastPart(path) })),
  byHand: ({ paths, to }) =>
    together(
      ...[...new Set(paths.map(folderWritten))].map((folder) =>
        together(wentTo(folder), click, click, pressed('Ctrl+X'), wentTo(to), pressed('Ctrl+V')),
      ),
    ),
  perform({ act, paths, to, taken, makeFolder }, bench, context) {
    const files = filesMeant(paths, bench, context.values)
    if (!files.ok) return failed(files.issues)
    const folder = folderMeant(to, bench, context.values, makeFolder)
    if (!folder.ok) return failed(folder.issues)
    const made = makeFolders(folder.value, bench)
    if (!made.ok) return failed(made.issues)
    const own = files.value.find((path) => path === '/' || folder.value === path || folder.value.startsWith(`${path}/`))
    if (own !== undefined) return failed([benchIssue({ code: 'into-itself', path: own })])
    const wanted = files.value.map((from) => ({ from, to: pathIn(folder.value, lastPart(from)) }))
    const settled = settleNames(act, wanted, taken, bench, context)
    if (settled.kind === 'asks') return settled
    const going = transfer(act, settled.going, bench, context.nowMs)
    if (!going.ok) return failed(going.issues)
    const many = countOf(settled.going.length, 'file or folder', 'files and folders')
    const stayed = files.value.length - settled.going.length
    const rest = stayed === 0 ? '' : ` ${stayed} stayed where ${stayed === 1 ? 'it is' : 'they are'}.`
    return {
      kind: 'done',
      changes: [...(settled.going.length > 0 ? made.value : []), ...going.value],
      note:
        files.value.length === 0
          ? `Nothing fits ${pathsInWords(paths)}, so nothing was ${act === 'move' ? 'moved' : 'copied'}.`
          : `${many} ${act === 'move' ? 'moved' : 'copied'} to ${folder.value}.${rest}`,
    }
  },
})

/** The changes by which files go where they are to go. What is replaced goes into the bin. Issue: `no-bin`. */
export function transfer(
  act: 'move' | 'copy',
  going: readonly Destination[],
  bench: BenchState,
  nowMs: number,
): Result<Change[]> {
  const changes: Change[] = []
  const promised = new Set<string>()
  for (const { from, to, replaces } of going) {
    if (replaces) {
      const thrown = throwAway(to, bench, promised)
      if (!thrown.ok) return fail(...thrown.issues)
      changes.push(thrown.value)
    }
    if (act === 'move') changes.push({ kind: 'file.move', from, to })
    else changes.push(...copyOf(from, to, bench, nowMs))
  }
  return succeed(changes)
}

/** A file, or a folder with all that is in it, once more. */
function copyOf(from: string, to: string, bench: BenchState, nowMs: number): Change[] {
  const node = nodeAt(bench.files, from)
  if (!node) return []
  if (node.kind === 'file') {
    const { binnedFrom: _binned, ...file } = node
    return [{ kind: 'file.put', path: to, file: { ...file, changedAtMs: file.changedAtMs ?? nowMs } }]
  }
  return [...everyFile(node)].map(([path, said]): Change => {
    const { binnedFrom: _binned, ...file } = said
    return { kind: 'file.put', path: path === '/' ? to : `${to}${path}`, file }
  })
}
