import { describe, expect, test } from 'vitest'
import type { Trigger } from '../levers'
import { interrupts, isSameWord, partsOfWord } from './wordsMeet'

type Word = Extract<Trigger, { kind: 'word' }>
const word = (text: string, part: Partial<Pick<Word, 'endings' | 'letters'>> = {}) => ({
  word: text,
  endings: ['space'] as Word['endings'],
  letters: 'any' as const,
  ...part,
})
const atOnce = (text: string, part: Partial<Pick<Word, 'letters'>> = {}) => word(text, { endings: [], ...part })

describe('two typed words', () => {
  test('are completed by one typing where letters and endings meet', () => {
    expect(isSameWord(word('dec'), word('DEC'))).toBe(true)
    expect(isSameWord(word('dec', { letters: 'exact' }), word('DEC', { letters: 'exact' }))).toBe(false)
    expect(isSameWord(word('dec', { letters: 'exact' }), word('dec', { letters: 'exact' }))).toBe(true)
    // One that takes any letters takes those of the other too.
    expect(isSameWord(word('dec', { letters: 'exact' }), word('DEC'))).toBe(true)
    expect(isSameWord(word('dec'), word('decl'))).toBe(false)
  })

  test('are not where none of their endings is the same, or only one goes without', () => {
    expect(isSameWord(word('dec', { endings: ['space', 'enter'] }), word('dec', { endings: ['enter'] }))).toBe(true)
    expect(isSameWord(word('dec', { endings: ['space'] }), word('dec', { endings: ['enter'] }))).toBe(false)
    expect(isSameWord(atOnce('dec'), atOnce('dec'))).toBe(true)
    expect([isSameWord(atOnce('dec'), word('dec')), isSameWord(word('dec'), atOnce('dec'))]).toEqual([false, false])
  })
})

describe('a word that is taken while another is typed', () => {
  test('begins as the other does, and needs no ending', () => {
    expect(interrupts(atOnce('dec'), word('declination'))).toBe(true)
    expect(interrupts(word('dec'), word('declination'))).toBe(false)
    expect(interrupts(atOnce('lin'), word('declination'))).toBe(false)
    expect(interrupts(atOnce('declinations'), word('declination'))).toBe(false)
  })

  test('both at once is no interruption, unless the other waits for its ending', () => {
    expect(interrupts(atOnce('dec'), atOnce('dec'))).toBe(false)
    expect(interrupts(atOnce('dec'), word('dec'))).toBe(true)
  })

  test('goes by letters where it is exact', () => {
    expect(interrupts(atOnce('DEC'), word('declination'))).toBe(true)
    expect(interrupts(atOnce('DEC', { letters: 'exact' }), word('declination'))).toBe(false)
    expect(interrupts(atOnce('dec', { letters: 'exact' }), word('declination'))).toBe(true)
  })

  test('with an ending, where that stands in the other', () => {
    expect(interrupts(word('dec'), word('dec 12'))).toBe(true)
    expect(interrupts(word('dec', { endings: ['enter'] }), word('dec 12'))).toBe(false)
    expect(interrupts(word('ec'), word('dec 12'))).toBe(false)
  })

  test('begins anew after a sign', () => {
    expect(interrupts(atOnce('dec'), word('ra-decl'))).toBe(true)
    expect(interrupts(atOnce('ra-'), word('ra-decl'))).toBe(true)
  })
})

test('the parts of a word that could be words begin where one can', () => {
  expect([...partsOfWord('abc')]).toEqual(['a', 'ab', 'abc'])
  expect(partsOfWord('a-bc')).toEqual(new Set(['a', 'a-', 'a-b', 'a-bc', '-', '-b', '-bc', 'b', 'bc']))
  expect(partsOfWord('').size).toBe(0)
})
