import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { fileTree } from '../bench'
import type { FileTable } from '../bench'
import { exampleBench } from '../bench/exampleBench'
import { createIndex } from '../search'
import {
  fileEntry,
  fileKindOf,
  FINDABLE_KINDS,
  learn,
  learnedFrom,
  lettersOf,
  mainCategories,
  NARROWINGS,
  planScan,
  scanDelta,
  scanned,
  scanSchema,
  takenBy,
  windowEntries,
} from '.'
import type { Choice } from '.'

/** What is remembered after choices made one after another, each `letters entry`, a minute apart. */
function chosen(...made: string[]): Choice[] {
  let all: Choice[] = []
  for (const [i, line] of made.entries()) {
    const [letters = '', entryId = ''] = line.split(' ')
    const others = all.filter((choice) => choice.letters !== letters)
    const known = all.filter((choice) => choice.letters === letters)
    all = [...others, ...learn(known, letters, entryId, i * 60_000)]
  }
  return all
}
const firstFor = (letters: string, ...made: string[]) => learnedFrom(chosen(...made), 0).first.get(letters)

describe('what was chosen before', () => {
  test('twice for the same letters stands first for them, and stays until something else was chosen twice', () => {
    expect(firstFor('do', 'do dome')).toBe(undefined)
    expect(firstFor('do', 'do dome', 'do dome')).toBe('dome')
    expect(firstFor('do', 'do dome', 'do door', 'do dome')).toBe('dome')
    expect(firstFor('do', 'do dome', 'do dome', 'do door')).toBe('dome')
    expect(firstFor('do', 'do dome', 'do dome', 'do door', 'do door')).toBe('door')
    expect(firstFor('do', 'do dome', 'do dome', 'do door', 'do dome', 'do door')).toBe('dome')
    expect(firstFor('d', 'do dome', 'do dome')).toBe(undefined)
  })

  test('at most one entry stands first for the same letters, whatever was chosen', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom('a x', 'a y', 'a z', 'b x')), (made) => {
        const choices = chosen(...made)
        for (const letters of ['a', 'b'])
          expect(choices.filter((c) => c.letters === letters && c.isFirst).length).toBeLessThan(2)
        expect(choices.reduce((sum, { count }) => sum + count, 0)).toBe(made.length)
      }),
    )
  })

  test('counts by how often, and less the longer it is ago; the last one is known', () => {
    const choices = chosen('a x', 'b x', 'a y')
    const at = learnedFrom(choices, 2 * 60_000)
    expect(at.used.get('x')! > at.used.get('y')!).toBe(true)
    expect([at.latest, at.byEntry.get('x')?.count]).toEqual([['y', 'x'], 2])
    const fortnight = 14 * 86_400_000
    expect(learnedFrom(chosen('a x'), fortnight).used.get('x')).toBeCloseTo(0.5)
    expect(lettersOf('  Do   ME ')).toBe('do me')
  })
})

describe('a scan', () => {
  const table: FileTable = {
    '/': { kind: 'folder' },
    '/logs': { kind: 'folder' },
    '/logs/a.log': { kind: 'file', sizeBytes: 1 },
    '/logs/old': { kind: 'folder', label: 'Old books' },
    '/logs/old/b.log': { kind: 'file', sizeBytes: 1 },
    '/logs/old/b.zip': { kind: 'file', sizeBytes: 1 },
    '/later': { kind: 'folder' },
    '/later/c.tmp': { kind: 'file', sizeBytes: 1 },
  }
  const tree = fileTree(table)
  const folders = { logs: '/logs' }
  const found = (scan: unknown) =>
    [...scanned(tree, planScan(scanSchema.parse(scan), folders))].map(([path]) => path).sort()

  test('takes in everything by itself, else the folders it names, so deep, without what is left out', () => {
    expect(found({})).toEqual(Object.keys(table).slice(1).sort())
    expect(found({ folders: [{ path: '${logs}', depth: 1 }] })).toEqual(['/logs', '/logs/a.log', '/logs/old'])
    expect(found({ folders: [{ path: 'logs' }] })).toEqual(found({ folders: [{ path: '/logs' }] }))
    expect(found({ leaveOut: ['OLD', '*.tmp'] })).toEqual(['/later', '/logs', '/logs/a.log'])
    expect(found({ withoutKinds: ['archive', 'document'] })).toEqual(['/later', '/later/c.tmp', '/logs', '/logs/old'])
    expect(planScan(scanSchema.parse({ folders: [{ path: '${none}' }, { path: 'x/y' }] }), folders).unknown).toEqual([
      '${none}',
      'x/y',
    ])
  })

  test('what differs, put and taken away, makes of what was found before what is found after', () => {
    const paths = Object.keys(table).slice(1)
    const some = fc.subarray(paths).map((kept) => {
      // A folder above each that is kept is kept too.
      const all = new Set(
        kept.flatMap((path) => paths.filter((other) => path === other || path.startsWith(`${other}/`))),
      )
      return fileTree(Object.fromEntries(Object.entries(table).filter(([path]) => path === '/' || all.has(path))))
    })
    const plan = planScan(scanSchema.parse({ leaveOut: ['*.tmp'] }), folders)
    fc.assert(
      fc.property(some, some, (before, after) => {
        const known = new Set([...scanned(before, plan)].map(([path]) => path))
        const { now, gone } = scanDelta(before, after, plan)
        for (const path of gone) expect(known.delete(path)).toBe(true)
        for (const [path] of now) known.add(path)
        expect([...known].sort()).toEqual([...scanned(after, plan)].map(([path]) => path).sort())
      }),
    )
  })
})

test('files are told by their ending, programs by their main categories', () => {
  expect(['a.LOG', 'b.exposure', 'c.tar.gz', 'grain', '.hidden', 'd.csv'].map(fileKindOf)).toEqual([
    'document',
    'picture',
    'archive',
    'other',
    'other',
    'table',
  ])
  expect([mainCategories(['Sky', 'Science', 'Education']), mainCategories(['Sky'])]).toEqual([
    ['Education', 'Science'],
    ['none'],
  ])
})

test('every kind is narrowed to by one key, and by no two', () => {
  expect(NARROWINGS.flatMap(({ kinds }) => kinds).sort()).toEqual([...FINDABLE_KINDS].sort())
  expect(new Set(NARROWINGS.map(({ digit }) => digit)).size).toBe(NARROWINGS.length)
})

test('windows and their tabs are found by what they show, folders by what people call them', () => {
  const bench = exampleBench()
  const ids = windowEntries(bench).map(({ id }) => id)
  expect(new Set(ids).size).toBe(ids.length)
  expect(ids.filter((id) => id.startsWith('window:')).length).toBe(Object.keys(bench.windows).length)
  const folder = fileEntry('/sets/2611', { kind: 'folder', label: 'Veil, 300 s' }, new Map([['/sets/2611', 'set']]))
  const index = createIndex([folder])
  expect(['veil', 'set', '2611', 'v3'].map((query) => index.search(query).length)).toEqual([1, 1, 1, 1])
})

test('a short word may lead to several, and says to which', () => {
  const levers = [{ id: 'l', aliases: ['Goto'] }] as never
  const words = [
    { word: 'goto', entryId: 'file:/a' },
    { word: 'sky', entryId: 'file:/b' },
  ]
  expect(takenBy('GOTO', { words, levers, except: 'file:/a' })).toEqual(['lever:l'])
  expect(takenBy('goto', { words, levers, except: 'lever:l' })).toEqual(['file:/a'])
  expect(takenBy('none', { words, levers, except: '' })).toEqual([])
})
