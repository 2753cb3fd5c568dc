import { describe, expect, test } from 'vitest'
import type { VariantColumn } from '~~/core/variants'
import { readCsv } from './readCsv'

const columns: VariantColumn[] = [
  { id: 's1:--edition', stepId: 's1', key: '--edition', kind: 'value', pattern: 'night' },
  { id: 's1:--wide', stepId: 's1', key: '--wide', kind: 'present', pattern: '--wide' },
]
const problemsOf = (text: string) => readCsv(text, columns).problems

describe('pasted CSV', () => {
  test.each([
    ['commas', ','],
    ['semicolons', ';'],
    ['tabs', '\t'],
  ])('with %s gives a row for each line, its cells by their columns', (_, sign) => {
    const text = [
      ['Name', 'chord', 'edition', '--WIDE'],
      ['Trial', 'Ctrl+1', 'trial', 'yes'],
      ['"A, b; ""c"""', '', 'final', ''],
    ]
      .map((line) => line.join(sign))
      .join('\n')
    expect(readCsv(text, columns)).toEqual({
      problems: [],
      rows: [
        { name: 'Trial', chord: 'Ctrl+1', icon: '', cells: { 's1:--edition': 'trial', 's1:--wide': '--wide' } },
        { name: 'A, b; "c"', chord: '', icon: '', cells: { 's1:--edition': 'final', 's1:--wide': '' } },
      ],
    })
  })

  test('of which anything is wrong is not taken; each fault is named with its line', () => {
    expect(readCsv('name,colour\na,b', columns)).toEqual({
      rows: [],
      problems: ['Line 1: there is no column “colour”. There are name, chord, icon, edition, wide.'],
    })
    expect(problemsOf('name,edition,Edition\na,b,c')).toEqual(['Line 1: the column “Edition” stands twice.'])
    expect(problemsOf('name,edition\na,b\nc')).toEqual(['Line 3: it has 1 value, the head has 2.'])
    expect(problemsOf('name,edition')).toEqual(['There is a head line only. Add a line for each variant.'])
    expect(problemsOf(['name,edition', ...Array.from({ length: 201 }, (_, i) => `n${i},x`)].join('\n'))).toEqual([
      'There are 201 lines; at most 200 variants are made at once.',
    ])
  })

  test('blank lines count for nothing', () => {
    expect(readCsv('\nname,edition\n\n  ,  \nTrial,x\n\n', columns).rows.map((row) => row.name)).toEqual(['Trial'])
  })
})
