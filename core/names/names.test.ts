import { distance } from 'fastest-levenshtein'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { countOf, didYouMean, listed, nearestName } from '.'

describe('the nearest name', () => {
  test('is the one with the fewest slips, the first of several, capitals aside', () => {
    expect(nearestName('profle', ['profile', 'prefix'])).toBe('profile')
    expect(nearestName('Comet', ['Comit', 'comet'])).toBe('comet')
    expect(nearestName('comet', ['comit', 'comat'])).toBe('comit')
    expect(nearestName('', ['a', 'bc'])).toBe('a')
    expect(nearestName('dome', [])).toBeUndefined()
  })

  test('takes two letters in the wrong order for one slip, and no more than that', () => {
    // Two slips by Levenshtein, and one is the most for so short a word.
    expect(distance('teh', 'the')).toBe(2)
    expect(nearestName('teh', ['the'])).toBe('the')
    expect(nearestName('mdoe', ['dome'])).toBeUndefined()
    expect(nearestName('odme', ['dome'])).toBe('dome')
    expect(nearestName('domain', ['doamin', 'domains'])).toBe('doamin')
  })

  test('differs in a third of the letters at most, and in one of the shortest', () => {
    expect(nearestName('ab', ['a', 'abcd'])).toBe('a')
    expect(nearestName('ab', ['cd'])).toBeUndefined()
    expect(nearestName('abcdef', ['abcdxy'])).toBe('abcdxy')
    expect(nearestName('abcdef', ['abcxyz'])).toBeUndefined()
    expect(nearestName('abcdefghi', ['abcdefxyz'])).toBe('abcdefxyz')
  })

  test('is a name itself wherever that is known, whatever else is', () => {
    const words = fc.string({ unit: fc.constantFrom('a', 'b', 'c'), maxLength: 6 })
    fc.assert(
      fc.property(words, fc.array(words, { maxLength: 5 }), fc.nat(5), (word, others, at) => {
        const known = others.toSpliced(Math.min(at, others.length), 0, word.toUpperCase())
        expect(nearestName(word, known)!.toLowerCase()).toBe(word)
      }),
    )
  })

  test('is offered at the end of a sentence, or nothing is', () => {
    expect(didYouMean('opne', ['open'])).toBe(' Did you mean “open”?')
    expect(didYouMean('xyz', ['open'])).toBe('')
  })
})

test('numbers stand with what is counted, and names beside each other, as people write them', () => {
  expect([countOf(0, 'run'), countOf(1, 'run'), countOf(12_000, 'run')]).toEqual(['0 runs', '1 run', '12,000 runs'])
  expect([countOf(1, 'entry', 'entries'), countOf(2, 'entry', 'entries')]).toEqual(['1 entry', '2 entries'])
  expect([listed([]), listed(['A']), listed(['A', 'B']), listed(['A', 'B', 'C'])]).toEqual([
    '',
    'A',
    'A and B',
    'A, B and C',
  ])
})
