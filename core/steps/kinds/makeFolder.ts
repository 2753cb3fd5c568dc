import { slot } from '../../phrases'
import { benchIssue, kindAt } from '../../bench'
import { asked } from '../byHand'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import { requiredPath } from '../fields'
import { makeFolders, pathFrom } from '../fileWork'
import { partOf, say } from '../../sentence'

export const makeFolder = defineStep({
  kind: 'files.folder',
  label: 'Make a folder',
  help: 'With those above it that are missing; one that is there is left as it is.',
  nature: 'place',
  phrases: [
    { say: 'make|create [the] (new) folder {newFolder}', gives: { path: slot('newFolder') } },
    { say: 'new folder {newFolder}', gives: { path: slot('newFolder') }, isHeardOnly: true },
  ],
  fields: { path: requiredPath('Say where the folder is to be.') },
  fresh: { path: '' },
  sentence: ({ path }) => say`Makes the folder ${partOf('path', path || '…', 'path')}.`,
  byHand: ({ path }) => asked(path.slice(path.lastIndexOf('/') + 1)),
  perform({ path: text }, bench, { values }) {
    const path = pathFrom(text, bench, values)
    if (!path.ok) return failed(path.issues)
    if (kindAt(bench.files, path.value) === 'file')
      return failed([benchIssue({ code: 'name-taken', path: path.value }, 'path')])
    const changes = makeFolders(path.value, bench)
    if (!changes.ok) return failed(changes.issues)
    const note = changes.value.length === 0 ? 'was there already' : 'is made'
    return { kind: 'done', changes: changes.value, note: `The folder ${path.value} ${note}.` }
  },
})
