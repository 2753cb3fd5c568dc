import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
  dissolveFolder,
  entriesOn,
  makeFolder,
  moveItems,
  moveRow,
  placeOf,
  proposeName,
  putOn,
  rackSchema,
  takeOff,
  withoutRow,
} from '.'
import type { RackItem, RackPage, RackPlace } from '.'

const plate = (key: string): RackItem => ({ kind: 'plate', entryId: `lever:${key}` })
const folder = (id: string, ...keys: string[]): RackItem => ({
  kind: 'folder',
  id,
  name: id,
  entryIds: keys.map((key) => `lever:${key}`),
})
const page = (...rows: RackItem[][]): RackPage => ({
  id: 'p',
  name: 'Night',
  rows: rows.map((items, i) => ({ id: `r${i}`, name: `Row ${i}`, items })),
})
/** Rows as they are read: `a b [f: c d]`. */
const drawn = ({ rows }: RackPage) =>
  rows.map(({ items }) =>
    items
      .map((item) =>
        item.kind === 'folder'
          ? `[${item.id}: ${item.entryIds.map((entryId) => entryId.slice(6)).join(' ')}]`
          : item.entryId.slice(6),
      )
      .join(' '),
  )
const start = page([plate('a'), plate('b'), plate('c')], [folder('f', 'd', 'e'), plate('g')], [])
const keys = (text: string) => text.split(' ').map((key) => (key === 'f' ? 'folder f' : `lever:${key}`))

describe('plates on a page', () => {
  test('are moved within a row, to another, into a folder and out of it', () => {
    expect(drawn(moveItems(start, keys('a'), { rowId: 'r0', at: 2 }))[0]).toBe('b a c')
    expect(drawn(moveItems(start, keys('c a'), { rowId: 'r2', at: 0 }))).toEqual(['b', '[f: d e] g', 'c a'])
    expect(drawn(moveItems(start, keys('b'), { rowId: 'r1', folderId: 'f', at: 1 }))).toEqual([
      'a c',
      '[f: d b e] g',
      '',
    ])
    expect(drawn(moveItems(start, keys('d'), { rowId: 'r0', at: 1 }))).toEqual(['a d b c', '[f: e] g', ''])
    expect(drawn(moveItems(start, keys('d e'), { rowId: 'r0', at: 3 }))).toEqual(['a b c d e', 'g', ''])
    expect(drawn(moveItems(start, keys('f'), { rowId: 'r0', at: 0 }))).toEqual(['[f: d e] a b c', 'g', ''])
  })

  test('become a folder where the first of them stands, and stand there again when it is dissolved', () => {
    const made = makeFolder(start, keys('g b a'), { id: 'n', name: 'New' })
    expect(drawn(made)).toEqual(['[n: a b g] c', '[f: d e]', ''])
    expect(drawn(dissolveFolder(made, 'n'))).toEqual(['a b g c', '[f: d e]', ''])
    expect(drawn(makeFolder(start, keys('e c'), { id: 'n', name: 'New' }))).toEqual(['a b [n: c e]', '[f: d] g', ''])
    expect(drawn(makeFolder(start, keys('d e'), { id: 'n', name: 'New' }))).toEqual(['a b c', '[n: d e] g', ''])
    expect(makeFolder(start, ['lever:none'], { id: 'n', name: 'New' })).toBe(start)
  })

  test('are put on, and what is there already is moved; taken off, with an empty folder', () => {
    expect(drawn(putOn(start, keys('x a'), { rowId: 'r2', at: 0 }))).toEqual(['b c', '[f: d e] g', 'x a'])
    expect(drawn(takeOff(start, keys('d e a')))).toEqual(['b c', 'g', ''])
    expect(drawn(takeOff(start, keys('f')))).toEqual(['a b c', 'g', ''])
    expect(drawn(withoutRow(start, 'r1'))).toEqual(['a b c', ''])
    expect(drawn(moveRow(start, 'r0', 1))).toEqual(['[f: d e] g', 'a b c', ''])
    expect(moveRow(start, 'r0', -1)).toBe(start)
  })

  test('whatever is moved and put into folders, each plate stands there once, and none is lost', () => {
    const places = fc.record({
      rowId: fc.constantFrom('r0', 'r1', 'r2', 'gone'),
      folderId: fc.constantFrom(undefined, 'f', 'n', 'gone'),
      at: fc.integer({ min: -1, max: 9 }),
    }) as fc.Arbitrary<RackPlace>
    const some = fc.shuffledSubarray(keys('a b c d e g f'))
    const acts = fc.oneof(
      fc.tuple(some, places).map(
        ([moved, place]) =>
          (now: RackPage) =>
            moveItems(now, moved, place),
      ),
      some.map((made) => (now: RackPage) => {
        const id = ['n', 'm', 'o', 'p', 'q', 'r', 's', 't'].find((free) => !placeOf(now, `folder ${free}`))!
        return makeFolder(now, made, { id, name: 'New' })
      }),
      fc.constant((now: RackPage) => dissolveFolder(now, 'n')),
    )
    fc.assert(
      fc.property(fc.array(acts, { maxLength: 8 }), (made) => {
        const after = made.reduce((now, act) => act(now), start)
        expect(entriesOn(after).sort()).toEqual(entriesOn(start).sort())
        for (const entryId of entriesOn(after)) expect(placeOf(after, entryId)).toBeDefined()
        expect(rackSchema.safeParse({ pages: [after] }).success).toBe(true)
      }),
    )
  })
})

test('a name for a folder comes from what its plates share', () => {
  const named = (...names: string[]) => proposeName(names.map((name) => ({ name, groups: [] })))
  expect(named('Chart for the dome', 'From camera to chart', 'Comet chart')).toBe('Chart')
  expect(named('Sleep the displays', 'Dim the displays')).toBe('Displays')
  expect(named('Cloud camera', 'Finder camera', 'Mast wind')).toBe('Camera')
  expect(named('One', 'Two')).toBe('Folder')
  const grouped = (name: string, ...groups: string[]) => ({ name, groups })
  expect(proposeName([grouped('A', 'outreach', 'levers'), grouped('B', 'desk', 'levers')])).toBe('Levers')
  expect(proposeName([grouped('A', 'outreach', 'levers'), grouped('B', 'outreach', 'levers')])).toBe('Outreach')
  expect([proposeName([]), proposeName([grouped('A', 'desk')])]).toEqual(['Folder', 'Desk'])
})
