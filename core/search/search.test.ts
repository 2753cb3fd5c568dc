import { describe, expect, test } from 'vitest'
import { createIndex } from '.'

const index = createIndex([
  { id: '1', name: 'Chart for the dome', aliases: ['sky'], detail: 'Opens Atlas Room' },
  { id: '2', name: 'Dome Desk' },
  { id: '3', name: 'Cloud camera', detail: 'https://clouds.harrowfell.example/now' },
  { id: '4', name: 'Ægir’s field', detail: '/logs/dome faults' },
  { id: '5', name: 'Dômes', weight: 2 },
])
const found = (query: string) => index.search(query).map(({ entry, tier }) => `${entry.id} ${tier}`)

describe('what was typed finds, best first', () => {
  test.each([
    ['dome', ['2 name-start', '5 name-start', '1 word-start', '4 detail']],
    ['DD', ['2 initials']],
    ['sky', ['1 alias']],
    ['dome chart', ['1 words']],
    ['clo', ['3 name-start']],
    ['harrow', ['3 detail']],
    ['crt', ['1 letters']],
    ['zz', []],
  ])('%s', (query, expected) => expect(found(query)).toEqual(expected))

  test('nothing typed gives the first entries, and the limit holds', () => {
    expect(index.search('', { limit: 2 }).map((hit) => hit.entry.id)).toEqual(['1', '2'])
    expect(index.search('d', { limit: 1 })).toHaveLength(1)
  })
})
