import fc from 'fast-check'
import { expect, test } from 'vitest'
import { idFrom, joinList, readReports, readSource, splitList, writeReports, writeSource } from './programDraft'

const word = fc.stringMatching(/^[a-z][a-z0-9 ]{0,8}[a-z0-9]$/)

test('where values come from is read as it is written', () => {
  const sources = fc.oneof(
    word.map((list) => ({ kind: 'reported' as const, list })),
    word.map((below) => ({ kind: 'folders' as const, below })),
    word.map((below) => ({ kind: 'files' as const, pattern: '*.log', below })),
  )
  fc.assert(fc.property(sources, (source) => void expect(readSource(writeSource(source))).toEqual(source)))
  expect([readSource('anything'), readSource(''), writeSource(undefined)]).toEqual([undefined, undefined, ''])
})

test('what a program reports is read as it is written', () => {
  const reports = fc.dictionary(word, fc.array(fc.record({ id: word, name: word }), { minLength: 1, maxLength: 3 }), {
    minKeys: 1,
    maxKeys: 3,
  })
  fc.assert(fc.property(reports, (value) => void expect(readReports(writeReports(value))).toEqual({ ...value })))
  expect(readReports('profiles: p1 = Watch, p2\nno colon\n: nameless')).toEqual({
    profiles: [
      { id: 'p1', name: 'Watch' },
      { id: 'p2', name: 'p2' },
    ],
  })
  expect(readReports('')).toBeUndefined()
})

test('ids are made of names, none twice; lists are typed with commas', () => {
  expect([
    idFrom('Ægir’s Désk 2', {}),
    idFrom('Dome Desk', { 'dome-desk': 1, 'dome-desk-2': 1 }),
    idFrom('星', {}),
  ]).toEqual(['gir-s-desk-2', 'dome-desk-3', 'program'])
  expect([splitList(' a, ,b '), joinList(['a', 'b']), joinList(undefined)]).toEqual([['a', 'b'], 'a, b', ''])
})
