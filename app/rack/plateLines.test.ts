import { expect, test } from 'vitest'
import type { RackPage } from '~~/core/rack'
import { moveSpot, pageWith, plateLines } from './plateLines'

const plate = (entryId: string) => ({ kind: 'plate' as const, entryId })
const page: RackPage = {
  id: 'p',
  name: 'P',
  rows: [
    { id: 'one', name: 'One', items: [plate('a:1'), plate('a:2'), plate('a:3'), plate('a:4')] },
    { id: 'two', name: 'Two', items: [{ kind: 'folder', id: 'f', name: 'F', entryIds: ['a:5', 'a:6'] }, plate('a:7')] },
  ],
}
const drawn = (open: string[] = []) =>
  plateLines(page, 3, new Set(open)).map(({ spots }) => spots.map(({ key }) => key).join(' '))

test('plates stand in lines of so many; an open folder has lines of its own below its row', () => {
  expect(drawn()).toEqual(['a:1 a:2 a:3', 'a:4', 'folder f a:7'])
  expect(drawn(['f'])).toEqual(['a:1 a:2 a:3', 'a:4', 'folder f a:7', 'a:5 a:6'])
})

test('arrows go as they point, to the nearest where a line is shorter, and stay at the ends', () => {
  const lines = plateLines(page, 3, new Set(['f']))
  const spot = (key: string) => lines.flatMap(({ spots }) => spots).find((one) => one.key === key)
  const go = (from: string, to: Parameters<typeof moveSpot>[2]) => moveSpot(lines, spot(from), to)?.key
  expect([go('a:3', 'right'), go('a:4', 'left'), go('a:3', 'down'), go('a:7', 'down'), go('a:6', 'down')]).toEqual([
    'a:4',
    'a:3',
    'a:4',
    'a:6',
    'a:6',
  ])
  expect([go('a:1', 'left'), go('a:5', 'up'), go('a:7', 'first'), go('a:1', 'last')]).toEqual([
    'a:1',
    'folder f',
    'a:1',
    'a:6',
  ])
  expect([moveSpot(lines, undefined, 'down')?.key, moveSpot([], undefined, 'down')]).toEqual(['a:1', undefined])
})

test('what is meant stands without folders, in the rows that have any of it', () => {
  const found = pageWith(page, (entryId) => ['a:6', 'a:7'].includes(entryId))
  expect(found.rows.map(({ id, items }) => [id, items.length])).toEqual([['two', 2]])
})
