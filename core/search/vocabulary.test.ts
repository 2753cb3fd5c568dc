import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fold } from './fold'
import { Reading } from './reading'
import { inOrderOf, Vocabulary, WordList } from './vocabulary'
import { wordsOf } from './words'

/** Words that often begin alike, with letters of many scripts, signs and halves of signs among them. */
const anyWord = fc
  .oneof(
    fc.string({ unit: fc.constantFrom('a', 'b', 'z', '0', '9', '-', ' ', 'é', '字', '{'), minLength: 1, maxLength: 9 }),
    fc.string({ unit: 'binary', minLength: 1, maxLength: 12 }),
    fc.integer({ min: 0, max: 99_999 }).map(String),
  )
  .map(fold)

describe('words in order', () => {
  it('stand as `<` compares them', () => {
    fc.assert(
      fc.property(fc.uniqueArray(anyWord, { maxLength: 60 }), (words) => {
        const inOrder = Array.from(inOrderOf(words), (id) => words[id])
        expect(inOrder).toEqual([...words].sort())
      }),
      { numRuns: 300 },
    )
  })

  it('are found each with the slots it was given with, once each', () => {
    const given = fc.array(fc.array(anyWord, { maxLength: 6 }), { maxLength: 80 })
    fc.assert(
      fc.property(given, (wordsBySlot) => {
        const list = new WordList()
        for (const [slot, words] of wordsBySlot.entries()) for (const word of words) list.add(word, slot)
        const vocabulary = new Vocabulary(list)
        for (const word of new Set(wordsBySlot.flat())) {
          const slots: number[] = []
          vocabulary.exactly(word, (slot) => slots.push(slot))
          expect(slots).toEqual([...wordsBySlot.keys()].filter((slot) => wordsBySlot[slot]!.includes(word)))
        }
      }),
      { numRuns: 200 },
    )
  })

  it('are the same whether they come one by one or as a text that was read', () => {
    const plain = fc.string({ unit: fc.constantFrom(...'abAB09 -_./'), maxLength: 40 })
    fc.assert(
      fc.property(fc.array(plain, { maxLength: 40 }), (texts) => {
        const [asTexts, oneByOne] = [new WordList(), new WordList()]
        for (const [slot, text] of texts.entries()) {
          asTexts.addWords(text.toLowerCase(), new Reading().read(text), slot)
          for (const word of wordsOf(text)) oneByOne.add(word, slot)
        }
        expect(asTexts.inOrder()).toEqual(oneByOne.inOrder())
      }),
      { numRuns: 200 },
    )
  })

  it('are kept, however many there are', () => {
    const list = new WordList()
    for (let i = 0; i < 20_000; i++) list.add(`frame-${i}`, i)
    const { words, from, slots } = list.inOrder()
    expect(words).toHaveLength(20_000)
    expect([from[20_000], slots[0]]).toEqual([20_000, 0])
    expect(words[19_999]).toBe('frame-9999')
  })
})

describe('a text that is read', () => {
  const isSimple = (text: string) => new Reading().read(text).isSimple

  it('is simple where no word is written as several', () => {
    expect(['Line Console', 'open the dome', 'veil 0003', 'A B', '', '--'].map(isSimple)).toEqual(Array(6).fill(true))
    expect(['LineConsole', 'veil0003', '3rd', 'HTTPPage', 'café', '字'].map(isSimple)).toEqual(Array(6).fill(false))
  })

  it('tells where its words stand', () => {
    const { words, from, to } = new Reading().read('/home/Watch 7')
    expect(Array.from({ length: words }, (_, i) => [from[i], to[i]])).toEqual([
      [1, 5],
      [6, 11],
      [12, 13],
    ])
  })

  it('is forgotten when another is read', () => {
    const reading = new Reading().read('Überlauf a b c')
    expect(reading.read('dome')).toMatchObject({ words: 1, length: 4, isPlain: true, isSimple: true })
  })

  it('is read up to its bound', () => {
    const { length, words } = new Reading().read('ab '.repeat(50_000))
    expect([length, words]).toEqual([1000, 334])
  })
})
