import { expect, test } from 'vitest'
import { valueOf } from '../result'
import { applyChange, applyChanges } from './change'
import type { Change } from './change'
import { exampleDesk } from './exampleBench'
import { benchInSight, draftOf, fileTable, windowTitle, writingInFront } from '.'
import type { BenchState } from '.'

const put = (path: string): Change => ({ kind: 'file.put', path, file: { kind: 'file', sizeBytes: 1 } })
const folder = (path: string): Change => ({ kind: 'file.put', path, file: { kind: 'folder', label: 'Of old' } })

/** The desk with a window that shows `/archive/old`, in an archive of many files, and a page that is no file. */
const archive = valueOf(
  applyChanges(exampleDesk(), [
    folder('/archive'),
    folder('/archive/old'),
    folder('/archive/old/deep'),
    folder('/archive/new'),
    ...Array.from({ length: 30 }, (_, i) => put(`/archive/old/veil-${i}`)),
    ...Array.from({ length: 30 }, (_, i) => put(`/archive/new/veil-${i}`)),
    put('/archive/old/deep/lost'),
    {
      kind: 'window.open',
      window: {
        id: 'w-old',
        programId: 'drawers',
        mode: 'normal',
        content: {
          documents: [
            { path: '/archive/old', role: 'folder', unsaved: false },
            { path: 'https://sky.example/a', role: 'address', unsaved: false },
            { path: '//l/', role: 'folder', unsaved: false },
            { path: '/gone/for/good', role: 'folder', unsaved: false },
          ],
        },
      },
    },
  ]),
)
const paths = (bench: BenchState) => Object.keys(fileTable(bench.files))

test('a bench of few files is the same', () => {
  expect(benchInSight(archive)).toBe(archive)
  expect(benchInSight(archive, paths(archive).length)).toBe(archive)
  expect(benchInSight(archive, paths(archive).length - 1)).not.toBe(archive)
})

test('one of many has what its windows show, known folders and the files of programs, each as it is', () => {
  const seen = benchInSight(archive, 10)
  const all = fileTable(archive.files)
  for (const [path, file] of Object.entries(fileTable(seen.files))) expect([path, file]).toEqual([path, all[path]])
  expect(paths(seen)).toEqual(
    expect.arrayContaining(['/archive/old/veil-29', '/archive/old/deep', '/l/b.log', '/in', '/opt/chart']),
  )
  // What stands in a folder that nothing shows is not there, though the folder is where it is on the way.
  for (const path of ['/archive/old/deep/lost', '/archive/new', '/in/veil-1.exposure', '/gone'])
    expect(paths(seen)).not.toContain(path)
  expect({ ...seen, files: archive.files }).toEqual(archive)
})

test('what is done in its windows is the same as on all of it', () => {
  const typed: Change = {
    kind: 'document.edit',
    windowId: 'w-book',
    path: '/l/b.log',
    at: 5,
    deletes: 1,
    inserts: ', ',
    cursor: 7,
    unsaved: true,
  }
  const raised: Change = { kind: 'window.raise', windowId: 'w-book' }
  const text = (bench: BenchState) => {
    const after = valueOf(applyChange(valueOf(applyChange(bench, raised)), typed))
    return [
      draftOf(after, writingInFront(after)!.document).text,
      Object.values(after.windows).map((one) => windowTitle(after, one)),
    ]
  }
  expect(text(benchInSight(archive, 10))).toEqual(text(archive))
})
