import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { expandVariables } from '../command'
import { valueOf } from '../result'
import { choicesOf } from './choices'
import { exampleBench } from './exampleBench'
import { fileTree } from './files'
import { noteFileRead, watchFileReads } from './files/reads'
import { absolutePath, entriesOf, folderOf, nearestPath, writePath } from './paths'

const parts = fc.array(fc.constantFrom('a', 'b c', '.', '..', '', 'ä.log'), { maxLength: 6 })

describe('paths', () => {
  test('as seen from a folder are absolute and have nothing left to be resolved; resolving again changes nothing', () => {
    fc.assert(
      fc.property(parts, fc.boolean(), (names, isAbsolute) => {
        const path = absolutePath((isAbsolute ? '/' : '') + names.join('/'), '/home/watch')
        expect(path).toMatch(/^\/$|^(?:\/(?!\.{1,2}(?:\/|$))[^/]+)+$/)
        expect(absolutePath(path, '/elsewhere')).toBe(path)
      }),
    )
    expect([
      absolutePath('../l/./a.log', '/home/watch'),
      absolutePath('../../..', '/home'),
      absolutePath('https://sky.example/a/../b', '/'),
    ]).toEqual(['/home/l/a.log', '/', 'https://sky.example/a/../b'])
  })

  test('written with a named value mean what they meant', () => {
    const values = { home: '/home/watch', charts: '/home/watch/charts', root: '/', odd: 'charts' }
    fc.assert(
      fc.property(
        fc.constantFrom('/home/watch/charts/a.atlas', '/home/watch', '/home/watchman/x', '/l/a.log'),
        (path) => {
          expect(valueOf(expandVariables(writePath(path, values), values))).toBe(path)
        },
      ),
    )
    expect([writePath('/home/watch/charts/a.atlas', values), writePath('/home/watchman/x', values)]).toEqual([
      '${charts}/a.atlas',
      '/home/watchman/x',
    ])
  })

  test('that are not there are met by the nearest: beside it, by its name elsewhere, or altogether', () => {
    const bench = exampleBench()
    expect([
      nearestPath(bench, '/l/a.lgo'),
      nearestPath(bench, '/opt/a.log'),
      folderOf('/l'),
      entriesOf(bench, '/l'),
    ]).toEqual(['/l/a.log', '/l/a.log', '/', ['/l/a.log', '/l/b.log']])
  })
})

describe('the nearest path', () => {
  const files = fileTree({
    '/': { kind: 'folder' },
    '/charts': { kind: 'folder' },
    '/charts/north': { kind: 'folder' },
    '/charts/north/veil.atlas': { kind: 'file', sizeBytes: 1 },
    '/charts/north/vale.log': { kind: 'folder' },
    '/charts/log': { kind: 'file', sizeBytes: 1 },
    '/chart': { kind: 'file', sizeBytes: 1 },
    '/plan': { kind: 'folder' },
    '/veil.plan': { kind: 'file', sizeBytes: 1 },
  })
  const near = (path: string, kind?: 'file' | 'folder') => nearestPath({ files }, path, kind)

  test('puts each part right, and leaves those that are there', () => {
    expect(near('/charts/north/veil.atlsa')).toBe('/charts/north/veil.atlas')
    expect(near('/chatrs/nroth/veil.atlas')).toBe('/charts/north/veil.atlas')
    expect(near('//chatrs//north/')).toBe('/charts/north')
    // What is there is meant, though something is called more like it elsewhere.
    expect(near('/charts/north/veil.atlas')).toBe('/charts/north/veil.atlas')
    expect(near('/charts/nothing-like-it/veil-of-dusk')).toBeUndefined()
    expect(near('/')).toBeUndefined()
  })

  test('takes folders alone on the way, and at the end what is of the kind that is meant', () => {
    // `/chart` is a file, so that nothing is in it.
    expect(near('/chart/north')).toBe('/charts/north')
    expect(near('/charts/north/vale.lgo', 'folder')).toBe('/charts/north/vale.log')
    // A long path allows for more slips than its last name, so that the file beside it is near enough.
    expect(near('/charts/north/vale.lgo', 'file')).toBe('/charts/north/veil.atlas')
    expect(near('/chart', 'folder')).toBe('/charts')
    expect(near('/chart', 'file')).toBe('/chart')
    expect(near('/chart')).toBe('/chart')
    expect(near('/charts', 'file')).toBe('/chart')
  })

  test('else takes the same name anywhere, if it is of that kind', () => {
    expect(near('/elsewhere/veil.atlas')).toBe('/charts/north/veil.atlas')
    expect(near('/elsewhere/veil.atlas', 'file')).toBe('/charts/north/veil.atlas')
    expect(near('/elsewhere/veil.atlas', 'folder')).toBeUndefined()
    expect(near('/elsewhere/north', 'folder')).toBe('/charts/north')
  })
})

describe('which files a piece of work looks at', () => {
  test('is told, of work within it too; beside it nothing is noted', () => {
    noteFileRead({ what: 'all' })
    const outer = watchFileReads(() => {
      noteFileRead({ what: 'kind', path: '/a' })
      const inner = watchFileReads(() => {
        noteFileRead({ what: 'entry', path: '/b' })
        return 'done'
      })
      expect(inner).toEqual({ value: 'done', reads: [{ what: 'entry', path: '/b' }] })
      noteFileRead({ what: 'kind', path: '/c' })
      return 5
    })
    expect(outer).toEqual({
      value: 5,
      reads: [
        { what: 'kind', path: '/a' },
        { what: 'entry', path: '/b' },
        { what: 'kind', path: '/c' },
      ],
    })
    expect(watchFileReads(() => 1)).toEqual({ value: 1, reads: [] })
  })

  test('work that throws is over all the same', () => {
    expect(() =>
      watchFileReads(() => {
        throw new Error('out of paper')
      }),
    ).toThrow('out of paper')
    const after = watchFileReads(() => noteFileRead({ what: 'all' }))
    expect(after.reads).toEqual([{ what: 'all' }])
  })
})

describe('values to be chosen', () => {
  const bench = exampleBench()
  const program = { ...bench.programs.chart!, reports: { profiles: [{ id: 'p1', name: 'Watch' }] } }
  const choices = (source: Parameters<typeof choicesOf>[0]['source']) =>
    choicesOf({ source }, program, bench)?.map((choice) => [choice.value, choice.name, choice.detail])

  test('are what the program reports, the folders or the files below a place, by name', () => {
    expect(choices({ kind: 'reported', list: 'profiles' })).toEqual([['p1', 'Watch', 'p1']])
    expect(choices({ kind: 'reported', list: 'editions' })).toEqual([])
    expect(choices({ kind: 'files', pattern: 'A.*', below: '${logs}' })).toEqual([['/l/a.log', 'a.log', '/l/a.log']])
    expect(choices({ kind: 'files', pattern: '?.log', below: '/l' })?.map(([value]) => value)).toEqual([
      '/l/a.log',
      '/l/b.log',
    ])
    expect(choices({ kind: 'folders', below: '/' })?.map(([value]) => value)).toEqual(['l', 'opt'])
    expect(choices({ kind: 'folders', below: '${gone}' })).toEqual([])
    expect([choices(undefined), choicesOf({ choices: ['red'] }, program, bench)]).toEqual([
      undefined,
      [{ value: 'red', name: 'red', detail: '' }],
    ])
  })
})
