import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { createIndex, marksOf } from '.'
import type { SearchEntry } from '.'
import { bitCount, lettersOf } from './fold'
import { beginsButForASlip } from './slip'
import { nameWords } from './words'

const index = createIndex<SearchEntry>([
  { id: '1', name: 'Chart for the dome', aliases: ['sky'], detail: 'Opens Atlas Room', kind: 'lever' },
  { id: '2', name: 'Dome Desk', kind: 'program' },
  { id: '3', name: 'Cloud camera', detail: 'https://clouds.harrowfell.example/now', kind: 'address' },
  { id: '4', name: 'Ægir’s field', detail: '/logs/dome faults', kind: 'folder' },
  { id: '5', name: 'Dômes', weight: 2, kind: 'lever' },
  { id: '6', name: 'LineConsole', aliases: ['console'], detail: '/opt/harrow/line-console' },
  { id: '7', name: 'veil-0003.exposure', detail: '/home/watch/captures/veil-0003.exposure' },
])
const found = (query: string, from = index) => from.search(query).map(({ entry, tier }) => `${entry.id} ${tier}`)

describe('what was typed finds, best first', () => {
  test.each([
    ['dome', ['2 name-start', '5 name-start', '1 word-start', '4 detail']],
    ['dome desk', ['2 name']],
    ['DD', ['2 initials']],
    ['cftd', ['1 initials']],
    ['lc', ['6 initials']],
    ['l c', ['6 initials']],
    ['sky', ['1 alias']],
    ['dome chart', ['1 words']],
    ['do ch', ['1 words']],
    ['the do', ['1 word-start']],
    ['clo', ['3 name-start']],
    ['loud', ['3 inside']],
    ['sole', ['6 inside']],
    ['console', ['6 alias']],
    ['cons', ['6 word-start']],
    ['harrow', ['6 detail', '3 detail']],
    ['captures/veil', ['7 detail']],
    ['veil 3', ['7 letters']],
    ['veil 0003', ['7 words']],
    ['camra', ['3 slip']],
    ['cahrt', ['1 slip']],
    ['xdesk', ['2 slip']],
    ['camerra', ['3 slip']],
    ['comera', ['3 slip']],
    ['ægir', ['4 name-start']],
    ['crt', ['1 letters']],
    ['zz', []],
  ])('%s', (query, expected) => expect(found(query)).toEqual(expected))

  test('nothing typed gives the first entries, and the limit holds', () => {
    expect(index.search('', { limit: 2 }).map((hit) => hit.entry.id)).toEqual(['1', '2'])
    expect(index.search('d', { limit: 1 })).toHaveLength(1)
    expect(index.search('d', { limit: 0 })).toEqual([])
  })

  test('letters in order rank names first in which one word has them all', () => {
    const index = createIndex([
      { id: 'a', name: 'Remind me' },
      { id: 'b', name: 'Cloud camera' },
      { id: 'c', name: 'Chart for the dome' },
    ])
    expect(index.search('dme').map(({ entry }) => entry.id)).toEqual(['c', 'a', 'b'])
  })

  test('many are taken in at once, and one of them twice counts as it was last', () => {
    const index = createIndex<SearchEntry>([])
    const many = Array.from({ length: 500 }, (_, i) => ({ id: `e${i % 400}`, name: `Sheet ${i}` }))
    index.putAll(many)
    for (let i = 0; i < 200; i++) index.put({ id: 'e7', name: `Other ${i}` })
    expect(index.size()).toBe(400)
    expect(index.search('other', { limit: 500 }).map(({ entry }) => entry.name)).toEqual(['Other 199'])
    expect(index.search('sheet', { limit: 500 }).length).toBe(399)
    expect(index.search('sheet 407').map(({ entry }) => entry.id)).toEqual([])
    expect(index.search('sheet 408')[0]?.entry.id).toBe('e8')
    const even = index.search('sheet', { limit: 500, only: ({ id }) => Number(id.slice(1)) % 2 === 0 })
    expect(even.length).toBe(200)
  })

  test('a search is narrowed to kinds, with or without letters', () => {
    expect(index.search('dome', { kinds: ['lever'] }).map(({ entry }) => entry.id)).toEqual(['5', '1'])
    expect(index.search('', { kinds: ['program', 'folder'] }).map(({ entry }) => entry.id)).toEqual(['2', '4'])
    expect(index.search('dome', { kinds: ['constructor'] })).toEqual([])
  })

  test('what was chosen for these letters stands first as long as it is found; use decides only among equals', () => {
    const ids = (query: string, context: object) => index.search(query, context).map(({ entry }) => entry.id)
    expect(ids('dome', { first: ['4', '3'] })).toEqual(['4', '2', '5', '1'])
    expect(index.search('dome', { first: ['4'] })[0]).toMatchObject({ isLearned: true, tier: 'detail' })
    expect(
      ids('dome', {
        used: new Map([
          ['5', 3],
          ['4', 99],
        ]),
      }),
    ).toEqual(['5', '2', '1', '4'])
    expect(
      ids('', {
        used: new Map([
          ['4', 1],
          ['6', 2],
        ]),
        limit: 3,
      }),
    ).toEqual(['6', '4', '1'])
  })

  test('names in other scripts, with signs and with pictures are found by what is typed of them', () => {
    const names = [
      'Ночной журнал',
      'יומן הלילה',
      '夜の記録',
      'Ångström',
      'Cafe\u0301 rota',
      '🌘 waning',
      'C++ notes',
      'ﬁlter',
    ]
    const many = createIndex(names.map((name, i) => ({ id: String(i), name })))
    for (const [query, id] of [
      ['журн', '0'],
      ['нж', '0'],
      ['הלילה', '1'],
      ['夜', '2'],
      ['angst', '3'],
      ['café', '4'],
      ['cafe r', '4'],
      ['🌘', '5'],
      ['++', '6'],
      ['c++', '6'],
      ['filter', '7'],
    ] as const)
      expect(many.search(query)[0]?.entry.id, query).toBe(id)
  })

  test('a hundred thousand letters find nothing, and take little time', () => {
    const startedAt = performance.now()
    expect(index.search('dome '.repeat(20_000))).toEqual([])
    expect(performance.now() - startedAt).toBeLessThan(1000)
  })
})

const nameOf = fc
  .array(fc.constantFrom('dome', 'desk', 'Night', 'nightBook', 'log', 'cloud', 'ça', '7', 'veil0003', 'a'), {
    minLength: 1,
    maxLength: 5,
  })
  .map((words) => words.join(' '))
const entryOf = (ids: number) =>
  fc.record<SearchEntry>(
    {
      id: fc.nat(ids).map((id) => `e${id}`),
      name: nameOf,
      aliases: fc.array(fc.constantFrom('dd', 'nb', 'log', 'x'), { maxLength: 2 }),
      detail: nameOf.map((name) => `/home/${name.replaceAll(' ', '/')}`),
      weight: fc.nat(2),
    },
    { requiredKeys: ['id', 'name'] },
  )
const queries = [
  'd',
  'do',
  'dome',
  'desk ni',
  'nb',
  'ght',
  'dmoe',
  'cloud log',
  '7',
  'home/log',
  'dsk',
  'nigthbook',
  'x',
]

describe('an index that is altered', () => {
  test('finds what one finds that was made anew, whatever was put in, put in anew or taken out', () => {
    fc.assert(
      fc.property(
        fc.array(entryOf(120), { maxLength: 60 }),
        fc.array(
          fc.oneof(
            { weight: 3, arbitrary: entryOf(120) },
            fc.nat(120).map((id) => `e${id}`),
          ),
          {
            maxLength: 300,
          },
        ),
        (given, alterations) => {
          const altered = createIndex(given)
          const now = new Map(given.map((entry) => [entry.id, entry]))
          for (const [i, alteration] of alterations.entries()) {
            if (typeof alteration === 'string') {
              altered.remove(alteration)
              now.delete(alteration)
            } else {
              altered.put(alteration)
              now.set(alteration.id, alteration)
            }
            // Searches between, so that what they keep is seen to be dropped.
            if (i % 40 === 0) altered.search(queries[i % queries.length]!)
          }
          const anew = createIndex([...now.values()])
          expect(altered.size()).toBe(now.size)
          for (const query of ['', ...queries]) expect(found(query, altered), query).toEqual(found(query, anew))
        },
      ),
      { numRuns: 40 },
    )
  })

  test('letters that are added narrow what was found: typed one by one they find what they find at once', () => {
    fc.assert(
      fc.property(
        fc.array(entryOf(500), { minLength: 1, maxLength: 200 }),
        fc.oneof(nameOf, fc.constantFrom(...queries)),
        (entries, typed) => {
          const one = createIndex(entries)
          for (let length = 1; length < typed.length; length++) one.search(typed.slice(0, length))
          expect(found(typed, one)).toEqual(found(typed, createIndex(entries)))
        },
      ),
    )
  })

  test('a name is found by itself, by its initials and by its words in any order', () => {
    fc.assert(
      fc.property(fc.uniqueArray(nameOf, { minLength: 1, maxLength: 15 }), fc.nat(), (names, at) => {
        const name = names[at % names.length]!
        const one = createIndex(names.map((text, i) => ({ id: String(i), name: text })))
        const id = String(at % names.length)
        const ids = (query: string) => one.search(query).map(({ entry }) => entry.id)
        expect(one.search(name)[0]).toMatchObject({ tier: 'name' })
        expect(ids(name.split(' ').toReversed().join(' '))).toContain(id)
        const { initials } = nameWords(name)
        if (initials.length > 1) expect(ids(initials)).toContain(id)
      }),
    )
  })
})

/** The edit distance with two letters in the wrong order as one (optimal string alignment), the slow way. */
function distance(one: string, other: string): number {
  const rows = Array.from({ length: one.length + 1 }, (_, i) => [i, ...Array<number>(other.length).fill(0)])
  for (let j = 1; j <= other.length; j++) rows[0]![j] = j
  for (let i = 1; i <= one.length; i++)
    for (let j = 1; j <= other.length; j++) {
      const same = one[i - 1] === other[j - 1] ? 0 : 1
      const swapped = i > 1 && j > 1 && one[i - 1] === other[j - 2] && one[i - 2] === other[j - 1]
      rows[i]![j] = Math.min(
        rows[i - 1]![j]! + 1,
        rows[i]![j - 1]! + 1,
        rows[i - 1]![j - 1]! + same,
        swapped ? rows[i - 2]![j - 2]! + 1 : Infinity,
      )
    }
  return rows[one.length]![other.length]!
}

describe('slips', () => {
  test('a word begins with what was typed but for a slip where a beginning of it is at most one edit away', () => {
    const word = fc.string({ unit: fc.constantFrom('a', 'b', 'c'), maxLength: 7 })
    fc.assert(
      fc.property(word, word, (whole, typed) => {
        const beginnings = Array.from({ length: whole.length + 1 }, (_, i) => whole.slice(0, i))
        const isNear = beginnings.some((beginning) => distance(beginning, typed) <= 1)
        expect(beginsButForASlip(whole, typed)).toBe(isNear)
      }),
      { numRuns: 2000 },
    )
  })

  test('bits are counted', () => {
    fc.assert(
      fc.property(fc.integer(), (bits) => {
        expect(bitCount(bits)).toBe((bits >>> 0).toString(2).replaceAll('0', '').length)
      }),
    )
    expect(bitCount(lettersOf('dome') & ~lettersOf('moved'))).toBe(0)
  })
})

describe('which letters are marked', () => {
  const marked = (name: string, query: string) =>
    marksOf(name, query)
      .map(([from, to]) => name.slice(from, to))
      .join('|')
  test.each([
    ['Chart for the dome', 'dome', 'dome'],
    ['Chart for the dome', 'do ch', 'Ch|do'],
    ['Chart for the dome', 'cftd', 'C|f|t|d'],
    ['Dôme Desk', 'dome', 'Dôme'],
    ['Dôme Desk', 'dd', 'D|D'],
    ['Cloud camera', 'loud', 'loud'],
    ['Cloud camera', 'camra', 'camera'],
    ['LineConsole', 'lc', 'L|C'],
    ['Chart', 'crt', 'C|rt'],
    ['🌘 waning', 'wan', 'wan'],
    ['Cloud camera', 'harrow', ''],
    ['Cloud camera', '', ''],
  ])('%s, %s', (name, query, expected) => expect(marked(name, query)).toBe(expected))

  test('marks lie within the name, in order, none over another', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), fc.string({ unit: 'grapheme', maxLength: 6 }), (name, query) => {
        let end = -1
        for (const [from, to] of marksOf(name, query)) {
          expect(from).toBeGreaterThan(end)
          expect(to).toBeGreaterThan(from)
          end = to
        }
        expect(end).toBeLessThanOrEqual(name.length)
      }),
    )
  })
})
