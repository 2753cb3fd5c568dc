import { slot } from '../../phrases'
import type { Change } from '../../bench'
import { countOf } from '../../names'
import { together, find, click, pressed } from '../byHand'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import { filesMeant, lintPaths, pathsInWords, pathsSchema, throwAway } from '../fileWork'
import { listParts, say } from '../../sentence'

export const binFiles = defineStep({
  kind: 'files.bin',
  label: 'Throw files into the bin',
  help: 'They come back from there, by hand or by a step.',
  nature: 'place',
  phrases: [
    { say: 'throw away|out {files}', gives: { paths: slot('files') } },
    { say: 'delete|bin|trash {files}', gives: { paths: slot('files') } },
    { say: 'throw {files} away|out', gives: { paths: slot('files') } },
    { say: 'empty {files}', gives: { paths: slot('files') }, isHeardOnly: true },
  ],
  fields: { paths: pathsSchema },
  fresh: { paths: [''] },
  sentence: ({ paths }) => say`Throws ${listParts('paths', paths, 'path')} into the bin.`,
  lint: ({ paths }, bench, table) => lintPaths(paths, bench, table),
  byHand: () => together(find, click, pressed('Delete')),
  perform({ paths }, bench, { values }) {
    const files = filesMeant(paths, bench, values)
    if (!files.ok) return failed(files.issues)
    const promised = new Set<string>()
    const changes: Change[] = []
    for (const path of files.value) {
      // What lies in a folder that goes goes with it.
      if (files.value.some((other) => path.startsWith(`${other}/`))) continue
      const thrown = throwAway(path, bench, promised)
      if (!thrown.ok) return failed(thrown.issues)
      changes.push(thrown.value)
    }
    const note =
      changes.length === 0
        ? `Nothing fits ${pathsInWords(paths)}, so nothing was thrown away.`
        : `${countOf(changes.length, 'file or folder', 'files and folders')} thrown into the bin.`
    return { kind: 'done', changes, note }
  },
})
