import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { exampleDesk } from '../bench/exampleBench'
import { drawnActs, drawnBlocks } from '../run/exampleActs'
import type { DrawnStep } from '../run/exampleActs'
import { sheetOf } from '../run/exampleRuns'
import type { Step } from '../steps'
import { LONGEST_WORDS, stepsFromWords, wordsFromSteps } from '.'

const desk = exampleDesk()
const names = {
  bench: {
    ...desk,
    folders: { ...desk.folders, downloads: '/in', later: '/later' },
    addresses: [{ name: 'Mast wind', address: 'https://mast.example/wind' }],
  },
  frames: [
    { id: 'f', name: 'Outreach' },
    { id: 'g', name: 'Night' },
  ],
  levers: [
    { id: 'l7', name: 'Comet chart', plate: 7 },
    { id: 'l8', name: 'Who is visiting?', plate: 8 },
  ],
}
const read = (text: string, before?: Step[]) =>
  stepsFromWords(text, names, { nextId: () => 'x', ...(before ? { before } : {}) })
/** Steps without what tells two of them apart. */
const plain = (steps: readonly unknown[]): unknown =>
  JSON.parse(JSON.stringify(steps), (key, value) => (key === 'id' ? undefined : (value as unknown)))
const saying = (text: string) => plain(read(text).steps)
const meant = (...parts: Parameters<typeof sheetOf>) => plain(sheetOf(...parts))
/** What a word was used for. */
const use = (text: string, word: string) => read(text).uses.find(({ from, to }) => text.slice(from, to).includes(word))

const { tree } = fc.letrec<{ tree: DrawnStep; list: DrawnStep[] }>((tie) => ({
  tree: fc.oneof(
    { maxDepth: 2 },
    ...Object.values(drawnActs),
    ...Object.values(drawnBlocks(tie('list') as fc.Arbitrary<DrawnStep[]>)),
  ),
  list: fc.array(tie('tree') as fc.Arbitrary<DrawnStep>, { maxLength: 3 }),
}))

describe('laws', () => {
  test('a sheet that is read out as a text is the same sheet when the text is read again', () => {
    fc.assert(
      fc.property(fc.array(tree, { maxLength: 5 }), (parts) => {
        const sheet = sheetOf(...parts)
        const text = wordsFromSteps(sheet, names)
        const again = read(text, sheet)
        expect(plain(again.steps), text).toEqual(plain(sheet))
        expect(again.isSure, text).toBe(true)
      }),
      { numRuns: 150 },
    )
  })

  test('every letter of a text is used once and told for what, whatever the text', () => {
    const word = fc.constantFrom(
      ...[
        'close',
        'open',
        'BOOK',
        'chart',
        'the',
        'and',
        'then',
        'if',
        'otherwise',
        ',',
        '.',
        'it',
        'each',
        'file',
        'in',
      ],
      ...[
        'downloads',
        'mute',
        'microphone',
        'on',
        'off',
        '20',
        '%',
        '“a b”',
        '"',
        '${file}',
        'until',
        'six',
        ':',
        '\n',
        '\n  ',
      ],
      ...[
        'constructor',
        '__proto__',
        'wait',
        '5',
        'minutes',
        'all',
        'but',
        'say',
        'Ægir',
        '½',
        '👍',
        'for',
        'step 1 as it is',
      ],
    )
    fc.assert(
      fc.property(fc.array(word, { maxLength: 14 }), (words) => {
        const text = words.join(' ')
        const { uses, steps } = read(text)
        let at = 0
        for (const { from, to } of uses) {
          expect(text.slice(at, from), text).toMatch(/^[\s.!?;]*$/)
          expect(to).toBeGreaterThan(from)
          at = to
        }
        expect(text.slice(at), text).toMatch(/^[\s.!?;]*$/)
        for (const step of steps) expect(step.kind).toBeTypeOf('string')
      }),
      { numRuns: 300 },
    )
  })

  test('any text is read to an end, and what is too long is read as far as it may be', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 120 }), (text) => void read(text)),
      { numRuns: 200 },
    )
    const long = 'close BOOK and open chart then '.repeat(2000)
    expect(long.length).toBeGreaterThan(LONGEST_WORDS)
    expect(read(long).steps.length).toBeGreaterThan(500)
  })
})

describe('whole texts', () => {
  const close = { kind: 'program.close', programId: 'book' }
  const open = { kind: 'program.open', programId: 'chart' }

  test('go from sentence to sentence and from clause to clause', () => {
    expect(saying('Close book. Open chart!')).toEqual(meant(close, open))
    expect(saying('Close BOOK, then open CHART')).toEqual(meant(close, open))
    expect(saying('close book; and afterwards open chart')).toEqual(meant(close, open))
    expect(saying('Close book\nopen chart')).toEqual(meant(close, open))
    expect(saying('')).toEqual([])
  })

  test('have blocks in one sentence, over lines, and with other cases', () => {
    const runs = { kind: 'program-runs', programId: 'book' }
    const block = (more: object = {}) => meant({ kind: 'if', branches: [{ condition: runs, steps: [close] }], ...more })
    expect(saying('If book runs, close it.')).toEqual(block())
    expect(saying('If book runs:\n  close it')).toEqual(block())
    expect(saying('Close book if it is running')).toEqual(block())
    expect(saying('If book runs, close it, otherwise open chart')).toEqual(block({ otherwise: [open] }))
    expect(saying('If book runs, close it. Otherwise open chart.')).toEqual(block({ otherwise: [open] }))
    expect(saying('If book runs:\n  close it\nOtherwise:\n  open chart')).toEqual(block({ otherwise: [open] }))
    const missing = { kind: 'not', condition: { kind: 'device-present', deviceId: 'mic' } }
    expect(saying('If book runs:\n  close it\nOtherwise, if microphone is missing:\n  open chart\nstop')).toEqual(
      meant(
        {
          kind: 'if',
          branches: [
            { condition: runs, steps: [close] },
            { condition: missing, steps: [open] },
          ],
        },
        { kind: 'lever.stop', what: 'lever' },
      ),
    )
  })

  test('speak of what was named as it, by what can be done with it', () => {
    expect(saying('Open chart and maximize it')).toEqual(
      meant(open, { kind: 'windows.set', which: { kind: 'program', programId: 'chart' }, to: 'maximized' }),
    )
    const path = { kind: 'each', source: { kind: 'files', folder: '${downloads}' }, as: 'file' }
    expect(saying('for each file in downloads, throw it away')).toEqual(
      meant({ ...path, steps: [{ kind: 'files.bin', paths: ['${file}'] }] }),
    )
    expect(read('close it').isSure).toBe(false)
  })

  test('say a thing for a while, or later, or at a time', () => {
    const mute = (value: boolean) => ({
      kind: 'device.control',
      target: { kind: 'devices', deviceIds: ['mic'] },
      controlId: 'mute',
      to: { kind: 'set', value },
    })
    expect(saying('mute the microphone for an hour and a half')).toEqual(
      meant(mute(true), { kind: 'wait', ms: 5_400_000 }, mute(false)),
    )
    expect(saying('in half a minute close book')).toEqual(meant({ kind: 'wait', ms: 30_000 }, close))
    const noon = { kind: 'time-of-day', fromMinute: 720, toMinute: 721 }
    expect(saying('at noon close book')).toEqual(
      meant({ kind: 'wait.until', condition: noon, limitMs: 86_400_000, then: 'fail' }, close),
    )
    // What has no opposite cannot be said for a while.
    expect(use('close book for ten minutes', 'ten')).toMatchObject({ kind: 'unused' })
  })

  test('keep what stands in quotes as it is, and names with odd letters', () => {
    expect(saying('say “Close book, then open chart.”')).toEqual(
      meant({ kind: 'message.show', text: 'Close book, then open chart.', as: 'board' }),
    )
    expect(saying('pull “Who is visiting?” as who')).toEqual(
      meant({ kind: 'lever.pull', leverId: 'l8', inputs: [], as: 'who' }),
    )
    expect(saying('pull 7')).toEqual(meant({ kind: 'lever.pull', leverId: 'l7', inputs: [] }))
  })

  test('take the rows of a sheet as they are', () => {
    const sheet = sheetOf({ kind: 'files.gather', names: ['a'], from: ['/in'], to: '/later' }, open)
    expect(plain(read('Open chart. Step 1 as it is.', sheet).steps)).toEqual(plain([sheet[1], sheet[0]]))
    expect(read('step 9 as it is', sheet)).toMatchObject({ steps: [], isSure: false })
  })
})

describe('doubts', () => {
  test('a name that fits several is marked, with what it could be in words that are sure', () => {
    const text = 'turn off the display'
    const doubtful = use(text, 'display')!
    expect(doubtful.choices?.map(({ text: words }) => words)).toEqual(['Left display', 'Right display'])
    for (const { text: words } of doubtful.choices!)
      expect(read(text.slice(0, doubtful.from) + words + text.slice(doubtful.to)).isSure).toBe(true)
  })

  test('whatever is chosen leaves no doubt there', () => {
    const texts = [
      'make it dark',
      'close book then make it quiet',
      'turn off the display',
      'wait until six',
      'say “a”, grid',
    ]
    let count = 0
    for (const text of texts) {
      for (const { from, to, choices = [] } of read(text).uses) {
        for (const { text: words, place = { from, to } } of choices) {
          count += 1
          const chosen = text.slice(0, place.from) + words + text.slice(place.to)
          expect(read(chosen).isSure, `${text} → ${chosen}`).toBe(true)
        }
      }
    }
    expect(count).toBeGreaterThanOrEqual(8)
  })

  test('a slip is forgiven and told', () => {
    expect(saying('close chrat')).toEqual(meant({ kind: 'program.close', programId: 'chart' }))
    expect(use('close chrat', 'chrat')).toMatchObject({ doubt: 'could mean something else' })
  })

  test('a time that may be before noon or after is asked', () => {
    expect(use('wait until six', 'six')?.choices?.map(({ text }) => text)).toEqual(['18:00', '06:00'])
    expect(read('wait until 6:00').isSure).toBe(true)
    expect(read('wait until 6 am').isSure).toBe(true)
  })

  test('an amount that is not said is told, and words that say nothing are marked', () => {
    expect(use('quieter', 'quieter')?.doubt).toBe('all of them, and by 10, since neither is said')
    expect(use('close book zebra', 'zebra')).toMatchObject({ kind: 'unused' })
    expect(read('close book zebra').isSure).toBe(false)
    expect(read('please close the book').isSure).toBe(true)
  })

  test('a step that is not whole is told with what is missing', () => {
    expect(use('move everything in downloads', 'move')?.doubt).toBe('Say into which folder.')
  })
})
