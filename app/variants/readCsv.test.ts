import { describe, expect, test } from 'vitest'
import type { VariantColumn } from '~~/core/variants'
import { iconsIn, readCsv } from './readCsv'

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

  test('blanks in quotes are kept, others are not; line breaks of any kind and in quotes are read', () => {
    const text = 'name,edition\r\n  Trial  ,"  night "\r"Two\nlines",x\n'
    expect(readCsv(text, columns).rows.map(({ name, cells }) => [name, cells['s1:--edition']])).toEqual([
      ['Trial', '  night '],
      ['Two\nlines', 'x'],
    ])
  })

  test('lines are numbered as they stand, behind blank ones and breaks in quotes', () => {
    expect(problemsOf('name,edition\n\n"a\nb",x\n\nc\n')).toEqual(['Line 6: it has 1 value, the head has 2.'])
  })

  test('the separator is the one that makes the lines equally long', () => {
    const rows = readCsv('name;edition\n"Trial, first";a,b\nSecond;c,d', columns).rows
    expect(rows.map(({ name, cells }) => [name, cells['s1:--edition']])).toEqual([
      ['Trial, first', 'a,b'],
      ['Second', 'c,d'],
    ])
    expect(readCsv('name|edition\na|b', columns).rows).toHaveLength(1)
  })

  test('a flag takes words for yes and no, and refuses others', () => {
    expect(readCsv('name,wide\na,Yes\nb,OFF\nc,', columns).rows.map(({ cells }) => cells['s1:--wide'])).toEqual([
      '--wide',
      '',
      '',
    ])
    expect(problemsOf('name,wide\na,maybe')).toEqual([
      'Line 2: “maybe” under wide is neither yes nor no. Write yes, on, x or 1, or no, off, 0 or nothing.',
    ])
  })

  test('options that differ by case are two, and one that two steps have is two', () => {
    const option = (id: string, stepId: string, key: string): VariantColumn => ({
      id,
      stepId,
      key,
      kind: 'value',
      pattern: 'p',
    })
    const cased = [option('a', 's1', '-v'), option('b', 's1', '-V')]
    expect(readCsv('name,v,V\nx,1,2', cased).rows[0]!.cells).toEqual({ a: '1', b: '2' })
    const twice = [option('a', 's1', '--edition'), option('b', 's2', '--edition')]
    expect(readCsv('name,edition 1,edition 2\nx,1,2', twice).rows[0]!.cells).toEqual({ a: '1', b: '2' })
    expect(readCsv('name,edition\nx,1', twice).problems).toEqual([
      'Line 1: there is no column “edition”. There are name, chord, icon, edition 1, edition 2.',
    ])
  })

  test('ten thousand lines are refused at once, with the limit', () => {
    const startedAt = performance.now()
    const text = ['name,edition', ...Array.from({ length: 10_000 }, (_, i) => `n${i},"x, ${i}"`)].join('\n')
    expect(problemsOf(text)).toEqual(['There are 10000 lines; at most 200 variants are made at once.'])
    expect(performance.now() - startedAt).toBeLessThan(10_000)
  })
})

test('icons that there are none of are refused at their line', () => {
  const text = 'name;icon\nOne;moon\n\nTwo;mooon\nThree;\nFour;moon\n'
  expect(iconsIn(text)).toEqual(['moon', 'mooon'])
  expect(readCsv(text, columns, new Set(['mooon']))).toEqual({
    rows: [],
    problems: ['Line 4: there is no icon “mooon”. Take a name from the list of icons, or leave it empty.'],
  })
  expect(readCsv(text, columns, new Set()).rows.map(({ icon }) => icon)).toEqual(['moon', 'mooon', '', 'moon'])
})
