import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { expandVariables } from '../command'
import { valueOf } from '../result'
import { choicesOf } from './choices'
import { exampleBench } from './exampleBench'
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
