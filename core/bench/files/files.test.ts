import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
  countIn,
  EMPTY_SHELF,
  EMPTY_TREE,
  fileAt,
  fileTable,
  fileTree,
  foldersThatDiffer,
  kindAt,
  pathsThatDiffer,
  shelfAlter,
  shelfDifferences,
  shelfEntries,
  shelfGet,
  shelfOf,
  shelfPut,
  shelfRemove,
  withFile,
  withoutFile,
} from '.'
import type { BenchFile, Shelf } from '.'

/** Few names, so that they meet again; among them those that objects have by themselves. */
const names = fc.oneof(
  fc.constantFrom('constructor', '__proto__', 'toString', 'a', ''),
  fc.nat(60).map((n) => `n${n}`),
)
const acts = fc.array(fc.tuple(names, fc.option(fc.nat(5), { freq: 3 })), { maxLength: 200 })

function play(made: readonly (readonly [string, number | null])[]): { shelf: Shelf<number>; map: Map<string, number> } {
  const map = new Map<string, number>()
  let shelf: Shelf<number> = EMPTY_SHELF
  for (const [name, thing] of made) {
    shelf = thing === null ? shelfRemove(shelf, name) : shelfPut(shelf, name, thing)
    if (thing === null) map.delete(name)
    else map.set(name, thing)
  }
  return { shelf, map }
}

describe('a shelf', () => {
  test('holds what a map holds, after any puts and removals', () => {
    fc.assert(
      fc.property(acts, names, (made, wanted) => {
        const { shelf, map } = play(made)
        expect(shelf.size).toBe(map.size)
        expect(new Map(shelfEntries(shelf))).toEqual(map)
        expect(shelfGet(shelf, wanted)).toBe(map.get(wanted))
      }),
    )
  })

  test('of many things at once is the one they would be on, had they been put there one by one', () => {
    fc.assert(
      fc.property(acts, (made) => {
        const { shelf, map } = play(made)
        expect(shelfOf([...map])).toEqual(shelf)
      }),
    )
    // Two and two of these have one hash.
    const colliding = ['costarring', 'liquid', 'declinate', 'macallums', 'altarage', 'zinke']
    const many = [...Array.from({ length: 3000 }, (_, i) => `veil-${i}`), ...colliding].map(
      (name, i) => [name, i] as const,
    )
    const one = many.reduce<Shelf<number>>((shelf, [name, i]) => shelfPut(shelf, name, i), EMPTY_SHELF)
    expect(shelfOf(many)).toEqual(one)
    expect(shelfOf([])).toEqual(EMPTY_SHELF)
  })

  test('is altered as it is put on and taken away from, and tells what stood there', () => {
    fc.assert(
      fc.property(acts, acts, (made, later) => {
        let { shelf } = play(made)
        for (const [name, thing] of later) {
          const stood = shelfGet(shelf, name)
          shelf = shelfAlter(shelf, name, (told) => {
            expect(told).toBe(stood)
            return thing ?? undefined
          })
        }
        expect(shelf).toEqual(play([...made, ...later]).shelf)
      }),
    )
  })

  test('is in the order of names as long as they are few', () => {
    const few = play(['m', 'a', 'z', 'a', 'c'].map((name, i) => [name, i] as const)).shelf
    expect([...shelfEntries(few)]).toEqual([
      ['a', 3],
      ['c', 4],
      ['m', 0],
      ['z', 2],
    ])
  })

  test('is equal to the last field where its content is, however it came there', () => {
    fc.assert(
      fc.property(acts, (made) => {
        const { shelf, map } = play(made)
        const inOrder = [...map].sort(([a], [b]) => (a < b ? -1 : 1))
        expect(play(inOrder).shelf).toEqual(shelf)
        expect(JSON.parse(JSON.stringify(shelf))).toEqual(shelf)
      }),
    )
  })

  test('tells what differs between two, and shares the rest', () => {
    fc.assert(
      fc.property(acts, acts, (first, later) => {
        const one = play(first)
        const other = play([...first, ...later])
        const expected = new Set(
          [...one.map.keys(), ...other.map.keys()].filter((n) => one.map.get(n) !== other.map.get(n)),
        )
        expect(new Set(shelfDifferences(one.shelf, other.shelf))).toEqual(expected)
      }),
    )
    const large = play(Array.from({ length: 5000 }, (_, i) => [`n${i}`, i] as const)).shelf
    expect(shelfRemove(large, 'nobody')).toBe(large)
    expect(shelfRemove(shelfPut(large, 'new', 1), 'new')).toEqual(large)
  })
})

describe('a tree of files', () => {
  const tree = fileTree({
    '/': { kind: 'folder' },
    '/l': { kind: 'folder', label: 'Logs' },
    '/l/a.log': { kind: 'file', sizeBytes: 3 },
    '/l/constructor': { kind: 'file', sizeBytes: 1 },
    '/o': { kind: 'folder' },
  })

  test('is read by path, and written down as it was', () => {
    expect([kindAt(tree, '/'), kindAt(tree, '/l/a.log'), kindAt(tree, '/l/b.log'), kindAt(tree, '/l/a.log/x')]).toEqual(
      ['folder', 'file', undefined, undefined],
    )
    expect(fileAt(tree, '/l')).toEqual({ kind: 'folder', label: 'Logs' })
    expect([countIn(tree, '/l'), countIn(tree, '/o'), countIn(tree, '/l/toString')]).toEqual([2, 0, 0])
    expect(fileTree(fileTable(tree))).toEqual(tree)
  })

  test('is the same in whatever order its paths come, as if they had been put there one by one', () => {
    const part = fc.constantFrom('a', 'b', 'constructor', '__proto__', 'c d')
    const folders = fc.uniqueArray(fc.array(part, { minLength: 1, maxLength: 4 }), {
      selector: (parts) => parts.join('/'),
    })
    fc.assert(
      fc.property(folders, fc.nat(), (given, seed) => {
        const paths = new Set(given.flatMap((parts) => parts.map((_, i) => `/${parts.slice(0, i + 1).join('/')}`)))
        const holds = (path: string) => [...paths].some((other) => other.startsWith(`${path}/`))
        const entries = [...paths].map((path, i): [string, BenchFile] => [
          path,
          holds(path) ? { kind: 'folder', label: `F${i}` } : { kind: 'file', sizeBytes: i },
        ])
        const mixed = entries.toSorted(([one], [other]) => ((one.length * seed) % 7) - ((other.length * seed) % 7))
        const one = entries.reduce((made, [path, file]) => withFile(made, path, file), EMPTY_TREE)
        expect(fileTree(Object.fromEntries(mixed))).toEqual(one)
      }),
    )
  })

  test('is none where something stands in no folder', () => {
    const file: BenchFile = { kind: 'file', sizeBytes: 1 }
    expect(() => fileTree({ '/': { kind: 'folder' }, '/l/a.log': file })).toThrow(RangeError)
    expect(() => fileTree({ '/l': file, '/l/a.log': file })).toThrow(RangeError)
    expect(fileTree({ '/': { kind: 'folder', label: 'All', binnedFrom: '/x' } })).toEqual({
      ...EMPTY_TREE,
      label: 'All',
    })
    expect(fileTree({})).toEqual(EMPTY_TREE)
  })

  test('is read whichever way a path is written, again and again, and after it was altered', () => {
    const read = (from: typeof tree) =>
      ['/l/a.log', '//l//a.log', 'l/a.log', '/l/a.log/'].map((path) => kindAt(from, path))
    expect([read(tree), read(tree)]).toEqual([Array(4).fill('file'), Array(4).fill('file')])
    expect(['', '/', '//'].map((path) => kindAt(tree, path))).toEqual(['folder', 'folder', 'folder'])
    const without = withoutFile(tree, '/l/a.log')
    expect([read(without), read(tree)]).toEqual([Array(4).fill(undefined), Array(4).fill('file')])
    // More folders than are kept in mind, there and missing, a file among them.
    const asked = ['/l/a.log', '/o/x', '/p/x', '/q/x', '/l/a.log/x', '/l/constructor', '/o', '/l/a.log']
    expect(asked.map((path) => kindAt(tree, path))).toEqual([
      'file',
      undefined,
      undefined,
      undefined,
      undefined,
      'file',
      'folder',
      'file',
    ])
  })

  test('a folder that is said anew keeps what is in it; one that is taken away takes it along', () => {
    const renamed = withFile(tree, '/l', { kind: 'folder', label: 'Books' })
    expect([fileAt(renamed, '/l'), kindAt(renamed, '/l/a.log')]).toEqual([{ kind: 'folder', label: 'Books' }, 'file'])
    expect(kindAt(withoutFile(tree, '/l'), '/l/a.log')).toBe(undefined)
    expect(() => withFile(tree, '/none/b.log', { kind: 'file', sizeBytes: 1 })).toThrow('no folder above')
  })

  test('tells the folders that differ, and no others', () => {
    const moved = withFile(withoutFile(tree, '/l/a.log'), '/o/a.log', { kind: 'file', sizeBytes: 3 })
    expect([...foldersThatDiffer(tree, moved)].sort()).toEqual(['/', '/l', '/o'])
    expect([...foldersThatDiffer(tree, withoutFile(tree, '/l'))].sort()).toEqual(['/', '/l'])
    expect([...foldersThatDiffer(tree, tree)]).toEqual([])
  })

  test('tells the paths that differ: what moved, what is said anew, all of a folder that goes, and no others', () => {
    const moved = withFile(withoutFile(tree, '/l/a.log'), '/o/a.log', { kind: 'file', sizeBytes: 3 })
    expect([...pathsThatDiffer(tree, moved)].sort()).toEqual(['/l/a.log', '/o/a.log'])
    expect([...pathsThatDiffer(tree, withoutFile(tree, '/l'))].sort()).toEqual(['/l', '/l/a.log', '/l/constructor'])
    const renamed = withFile(tree, '/l', { kind: 'folder', label: 'Books' })
    expect([...pathsThatDiffer(tree, renamed)]).toEqual(['/l'])
    const swapped = withFile(withoutFile(tree, '/l'), '/l', { kind: 'file', sizeBytes: 1 })
    expect([...pathsThatDiffer(swapped, tree)].sort()).toEqual(['/l', '/l/a.log', '/l/constructor'])
    expect([...pathsThatDiffer(tree, tree)]).toEqual([])
  })
})
