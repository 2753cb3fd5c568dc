import { describe, expect, test } from 'vitest'
import { applyChanges } from '../bench'
import type { BenchState, Change } from '../bench'
import { exampleDesk } from '../bench/exampleBench'
import { valueOf } from '../result'
import type { Value } from '../values'
import { entriesOf, entryLabel, entryNow, entryParts, sourceSchema } from './sources'
import type { Source } from './sources'
import { describeStep, isAnswer, performStep, readAnswer, stepSchema } from '.'
import type { Asked, StepContext, StepEffect } from '.'

const NOW = 500_000
const bench = exampleDesk()
const having = (...changes: Change[]) => valueOf(applyChanges(bench, changes))
const file = (path: string, part: object = {}): Change => ({
  kind: 'file.put',
  path,
  file: { kind: 'file', sizeBytes: 1, ...part },
})
const perform = (part: Record<string, unknown>, on = bench, context: Partial<StepContext> = {}): StepEffect =>
  performStep(stepSchema.parse({ id: 's', ...part }), on, { nowMs: NOW, nextId: () => 'n', ...context })
const comesTo = (part: Record<string, unknown>, on = bench, context: Partial<StepContext> = {}): unknown => {
  const effect = perform(part, on, context)
  if (effect.kind === 'failed') return effect.issue.code
  return 'value' in effect ? effect.value : effect.kind
}
const says = (part: Record<string, unknown>) =>
  describeStep(stepSchema.parse({ id: 's', ...part }), { programs: bench.programs, devices: bench.devices })

describe('the entries of a source', () => {
  const source = (part: Record<string, unknown>): Source => sourceSchema.parse(part)
  const entries = (part: Record<string, unknown>, on = bench, context: Partial<StepContext> = {}): unknown => {
    const found = entriesOf(source(part), on, { nowMs: NOW, nextId: () => 'n', ...context })
    return found.ok ? found.value : found.issues[0]!.code
  }
  const files = (part: object = {}, on = bench) => entries({ kind: 'files', folder: '${in}', ...part }, on)
  const ONE = '/in/veil-1.exposure'
  const TWO = '/in/veil-2.exposure'
  const LOG = '/in/night $1 "notes".log'

  test('are files in the order that is said; equal ones by their names', () => {
    expect(files()).toEqual([LOG, ONE, TWO])
    expect(files({ order: 'newest' })).toEqual([TWO, ONE, LOG])
    expect(files({ order: 'oldest' })).toEqual([LOG, ONE, TWO])
    expect(files({ order: 'largest' })).toEqual([TWO, ONE, LOG])
    expect(files({ order: 'smallest' })).toEqual([LOG, ONE, TWO])
    const alike = having(file('/in/b10', { sizeBytes: 20 }), file('/in/b9', { sizeBytes: 20 }))
    expect(files({ order: 'largest' }, alike)).toEqual(['/in/b9', '/in/b10', TWO, ONE, LOG])
  })

  test('are held to pattern, age and size, each up to its bound and not beyond', () => {
    expect(files({ pattern: '*.exposure' })).toEqual([ONE, TWO])
    expect(files({ pattern: 'veil-?.exposure' })).toEqual([ONE, TWO])
    // Changed 440 s and 380 s ago; what is not known to have changed counts as of the beginning of time.
    expect(files({ newerThanMs: 380_000 })).toEqual([TWO])
    expect(files({ newerThanMs: 379_999 })).toEqual([])
    expect(files({ olderThanMs: 440_000 })).toEqual([LOG])
    expect(files({ olderThanMs: 439_999 })).toEqual([LOG, ONE])
    expect(files({ largerThan: 10 })).toEqual([TWO])
    expect(files({ largerThan: 9 })).toEqual([ONE, TWO])
    expect(files({ smallerThan: 10 })).toEqual([LOG])
    expect(files({ smallerThan: 21, largerThan: 4 })).toEqual([ONE, TWO])
  })

  test('are files, folders or both, of this folder or of those below as well', () => {
    const deep = having({ kind: 'file.put', path: '/in/old', file: { kind: 'folder' } }, file('/in/old/x.exposure'))
    expect(files({}, deep)).toEqual([LOG, ONE, TWO])
    expect(files({ what: 'folders' }, deep)).toEqual(['/in/old'])
    expect(files({ what: 'both' }, deep)).toEqual([LOG, '/in/old', ONE, TWO])
    expect(files({ isDeep: true, pattern: '*.exposure' }, deep)).toEqual(['/in/old/x.exposure', ONE, TWO])
    expect(entries({ kind: 'files', folder: '/', isDeep: true, pattern: 'veil-*' }, deep)).toEqual([ONE, TWO])
    expect(entries({ kind: 'files', folder: '/gone' })).toBe('folder-missing')
    expect(entries({ kind: 'files', folder: ONE })).toBe('not-a-folder')
  })

  test('of a text are its lines, of a list its items with values in, of a value that value', () => {
    expect(entries({ kind: 'lines', text: 'a\r\nb\n' })).toEqual(['a', 'b'])
    expect(entries({ kind: 'list', items: ['${logs}', 'x', ''] })).toEqual(['/l', 'x', ''])
    expect(entries({ kind: 'list', items: ['${nothing}'] })).toBe('variable-unknown')
    const scope = { list: ['p', 'q'], one: { name: 'n', inner: ['r'] } }
    expect(entries({ kind: 'value', name: 'list' }, bench, { scope })).toEqual(['p', 'q'])
    expect(entries({ kind: 'value', name: 'one.inner' }, bench, { scope })).toEqual(['r'])
    expect(entries({ kind: 'value', name: 'logs' }, bench, { scope })).toEqual(['/l'])
    expect(entries({ kind: 'value', name: 'other' }, bench, { scope })).toBe('value-missing')
  })

  test('of a table and of a CSV file (RFC 4180) have a part for each column, and read as the first', () => {
    const columns = ['name', 'page']
    const table = { kind: 'table', columns, rows: [['Veil', '${logs}/v'], ['Comet'], []] }
    expect(entries(table)).toEqual([
      { text: 'Veil', name: 'Veil', page: '/l/v' },
      { text: 'Comet', name: 'Comet', page: '' },
      { text: '', name: '', page: '' },
    ])
    const csv = (text: string | undefined) =>
      entries({ kind: 'csv', path: '/l/t.csv' }, having(file('/l/t.csv', text === undefined ? {} : { text })))
    expect(csv('\uFEFFname, page \r\n"a ""b"", c","line\nbreak"\r\n\r\nlast\r\n')).toEqual([
      { text: 'a "b", c', name: 'a "b", c', page: 'line\nbreak' },
      { text: 'last', name: 'last', page: '' },
    ])
    expect(csv('')).toEqual([])
    expect(csv('name\n"open')).toBe('table-unreadable')
    expect(csv(undefined)).toBe('table-unreadable')
    expect(entries({ kind: 'csv', path: '/l' })).toBe('table-unreadable')
    expect(entries({ kind: 'csv', path: '/l/none.csv' })).toBe('place-missing')
    // What stands in a window that is not saved yet is what it says.
    const edit = { kind: 'document.edit', windowId: 'w-book', path: '/l/b.log' } as const
    const written = having({ ...edit, at: 0, deletes: 'Clear sky.'.length, inserts: 'name\nlive' } as Change)
    expect(entries({ kind: 'csv', path: '/l/b.log' }, written)).toEqual([{ text: 'live', name: 'live' }])
  })

  test('of the bench are its windows from the front, programs that run, tabs, devices that are there, addresses', () => {
    const ids = (found: unknown) => (found as { id: string }[]).map(({ id }) => id)
    expect(ids(entries({ kind: 'windows' }))).toEqual(['w-book', 'w-small', 'w-chart'])
    expect(ids(entries({ kind: 'windows', programId: 'book' }))).toEqual(['w-book', 'w-small'])
    expect(entries({ kind: 'programs' })).toEqual([
      { text: 'BOOK', id: 'book', name: 'BOOK', windows: 2 },
      { text: 'CHART', id: 'chart', name: 'CHART', windows: 1 },
    ])
    expect(entries({ kind: 'tabs', programId: 'chart' })).toEqual([
      { text: '/l/a.log', window: 'w-chart', program: 'CHART', address: '/l/a.log', title: 'a.log' },
    ])
    expect(entries({ kind: 'tabs' })).toHaveLength(2)
    expect(ids(entries({ kind: 'devices' }))).toEqual(['mic', 'left', 'right', 'player'])
    expect(ids(entries({ kind: 'devices', deviceKind: 'display' }))).toEqual(['left', 'right'])
    const { right, ...others } = bench.devices
    const unplugged = { ...bench, devices: { ...others, right: { ...right!, plugged: false } } }
    expect(ids(entries({ kind: 'devices', deviceKind: 'display' }, unplugged))).toEqual(['left'])
    const known = { ...bench, addresses: [{ name: 'Sky', address: 'http://sky.fell.example/' }] }
    expect(entries({ kind: 'addresses' }, known)).toEqual([
      { text: 'http://sky.fell.example/', name: 'Sky', address: 'http://sky.fell.example/' },
    ])
    const lever = { id: 'l1', name: 'Close dome', plate: 4, aliases: ['cd'] }
    const leversOf = (frameId?: string) => (frameId === 'other' ? [] : [{ ...lever, enabled: true }])
    expect(entries({ kind: 'levers' }, bench, { leversOf })).toEqual([{ text: 'Close dome', ...lever }])
    expect(entries({ kind: 'levers', frameId: 'other' }, bench, { leversOf })).toEqual([])
    expect(entries({ kind: 'levers' })).toEqual([])
  })

  test('that are gone since are none any more', () => {
    const gone = having({ kind: 'file.remove', path: ONE }, { kind: 'window.close', windowId: 'w-chart' } as Change)
    expect(entryNow(source({ kind: 'files', folder: '/in' }), ONE, gone)).toBeUndefined()
    expect(entryNow(source({ kind: 'files', folder: '/in' }), TWO, gone)).toEqual({
      text: TWO,
      path: TWO,
      name: 'veil-2.exposure',
      stem: 'veil-2',
      extension: 'exposure',
      folder: '/in',
      size: 20,
      changed: '1970-01-01T00:02:00.000Z',
    })
    const [, , window] = entries({ kind: 'windows' }) as Value[]
    const [, program] = entries({ kind: 'programs' }) as Value[]
    const [tab] = entries({ kind: 'tabs', programId: 'chart' }) as Value[]
    for (const [kind, kept] of [
      ['windows', window],
      ['programs', program],
      ['tabs', tab],
    ] as const) {
      expect([kind, entryNow(source({ kind }), kept!, bench)]).toEqual([kind, kept])
      expect([kind, entryNow(source({ kind }), kept!, gone)]).toEqual([kind, undefined])
    }
  })

  test('a file without an ending, or with nothing in front of its dot, is its own stem', () => {
    const on = having(file('/in/README'), file('/in/.hidden'), file('/in/a.tar.gz'))
    const parts = (path: string) => entryNow(source({ kind: 'files', folder: '/in' }), path, on)
    expect(parts('/in/README')).toMatchObject({ stem: 'README', extension: '', changed: '' })
    expect(parts('/in/.hidden')).toMatchObject({ stem: '.hidden', extension: '' })
    expect(parts('/in/a.tar.gz')).toMatchObject({ stem: 'a.tar', extension: 'gz' })
  })

  test('are named by their name, else as they read, with what tells them apart', () => {
    expect(entryLabel({ text: 't', name: 'n', address: 'a' })).toEqual({ label: 'n', detail: 'a' })
    expect(entryLabel({ text: 't', name: 'n', program: 'p', address: 'a' })).toEqual({ label: 'n', detail: 'p' })
    expect(entryLabel({ text: 't', address: 't' })).toEqual({ label: 't' })
    expect(entryLabel('plain')).toEqual({ label: 'plain' })
    expect(entryLabel(['a', 'b']).label).toBe(entryLabel(['a', 'b']).label)
  })

  test('have the parts that are told of them before', () => {
    const on = { ...bench, addresses: [{ name: 'Sky', address: 'http://sky.fell.example/' }] }
    const leversOf = () => [{ id: 'l1', name: 'Close dome', plate: 4, aliases: [], enabled: true }]
    const sources = [
      { kind: 'files', folder: '/in' },
      { kind: 'table', columns: ['name'], rows: [['x']] },
      ...['windows', 'programs', 'tabs', 'devices', 'levers', 'addresses'].map((kind) => ({ kind })),
    ]
    for (const part of sources) {
      const [kept] = entries(part, on, { leversOf }) as Value[]
      const entry = entryNow(source(part), kept!, on) as Record<string, Value>
      expect([part.kind, Object.keys(entry).sort()]).toEqual([part.kind, [...entryParts(source(part))].sort()])
    }
    expect([entryParts(source({ kind: 'csv', path: '/x' })), entryParts(source({ kind: 'lines', text: '' }))]).toEqual([
      'any',
      [],
    ])
  })
})

describe('an answer', () => {
  const choices = [
    { id: 'a', label: 'Apple' },
    { id: 'b', label: 'Birch' },
  ]
  const read = (question: Record<string, unknown>, answer: Value) => {
    const found = readAnswer({ text: '?', ...question } as Asked, answer, bench)
    expect(isAnswer({ text: '?', ...question } as Asked, answer, bench)).toBe(found.ok)
    return found.ok ? found.value : found.issues.map(({ code, message }) => `${code}: ${message}`)
  }

  test('is one of the choices, or several of them, each once', () => {
    expect(read({ kind: 'choice', choices }, 'a')).toBe('a')
    expect(read({ kind: 'choice', choices }, 'Apple')).toHaveLength(1)
    expect(read({ kind: 'choice', choices }, 1)).toHaveLength(1)
    expect(read({ kind: 'pick', choices, several: false }, 'b')).toBe('b')
    expect(read({ kind: 'pick', choices, several: true }, ['b', 'a', 'b'])).toEqual(['b', 'a'])
    expect(read({ kind: 'pick', choices, several: true }, [])).toEqual([])
    expect(read({ kind: 'pick', choices, several: true }, 'a')).toEqual([
      'answer-refused: Choose from the list; it takes several.',
    ])
    expect(read({ kind: 'pick', choices, several: true }, ['x', 'a', 'y'])).toHaveLength(2)
  })

  test('is a text that fits its pattern, of a length that can be kept', () => {
    const check = { pattern: 'veil-*', because: '' }
    expect(read({ kind: 'text' }, '')).toBe('')
    expect(read({ kind: 'text' }, 1)).toEqual(['answer-refused: Give a text.'])
    expect(read({ kind: 'text', check }, 'veil-2')).toBe('veil-2')
    expect(read({ kind: 'text', check }, 'moon')).toEqual(['answer-refused: Give a text that fits veil-*.'])
    expect(read({ kind: 'text', check: { ...check, because: 'Veils only.' } }, 'moon')).toEqual([
      'answer-refused: Veils only.',
    ])
    expect(read({ kind: 'text' }, 'x'.repeat(10_000))).toHaveLength(10_000)
    expect(read({ kind: 'text' }, 'x'.repeat(10_001))).toHaveLength(1)
  })

  test('is a number between its bounds, also as it is typed', () => {
    const number = { kind: 'number', min: 2, max: 8 }
    expect([2, 8, '2.5', ' 2,5 '].map((answer) => read(number, answer))).toEqual([2, 8, 2.5, 2.5])
    expect(read(number, 1.9)).toEqual(['answer-refused: Give 2 or more.'])
    expect(read(number, 8.1)).toEqual(['answer-refused: Give 8 or less.'])
    for (const answer of ['', ' ', 'two', '1e999', null, true, [3]])
      expect(read(number, answer as Value)).toEqual(['answer-refused: Give a number, such as 12 or 0.5.'])
  })

  test('is yes or no, a day that the calendar has, a file that is there', () => {
    expect([true, 'yes', false, 'no'].map((answer) => read({ kind: 'yes-no' }, answer))).toEqual([
      true,
      true,
      false,
      false,
    ])
    for (const answer of ['', 'maybe', 1, null]) expect(read({ kind: 'yes-no' }, answer)).toHaveLength(1)
    for (const day of ['2026-03-14', '2024-02-29', '2000-02-29', '0001-01-01'])
      expect(read({ kind: 'date' }, day)).toBe(day)
    for (const day of [
      '2026-02-29',
      '1900-02-29',
      '2026-13-01',
      '2026-00-10',
      '2026-04-31',
      '26-04-01',
      '2026-4-1',
      '',
    ])
      expect(read({ kind: 'date' }, day)).not.toBe(day)
    expect(read({ kind: 'file', folder: '/in' }, '/in/veil-1.exposure')).toBe('/in/veil-1.exposure')
    for (const path of ['/in/none', '', 5]) expect(read({ kind: 'file', folder: '/in' }, path)).toHaveLength(1)
  })
})

describe('a step that asks', () => {
  const ask = (what: object, more: object = {}) => ({ kind: 'ask', as: 'a', text: 'Which of ${logs}?', what, ...more })

  test('puts a question with its values in, its bounds, and the time until its standard answer is taken', () => {
    expect(perform(ask({ kind: 'number', min: 0, max: 9 }, { standard: '4', limitMs: 2000 }))).toEqual({
      kind: 'asks',
      question: { kind: 'number', text: 'Which of /l?', min: 0, max: 9, standard: 4 },
      untilMs: NOW + 2000,
    })
    expect(perform(ask({ kind: 'text', pattern: 'a*', because: 'Begins with a.' }))).toEqual({
      kind: 'asks',
      question: { kind: 'text', text: 'Which of /l?', check: { pattern: 'a*', because: 'Begins with a.' } },
    })
    expect(perform(ask({ kind: 'file', folder: '${in}' }))).toMatchObject({ question: { folder: '/in' } })
    expect(comesTo(ask({ kind: 'file', folder: '/gone' }))).toBe('folder-missing')
  })

  test('refuses a standard answer that is none', () => {
    expect(comesTo(ask({ kind: 'number', max: 9 }, { standard: '10' }))).toBe('standard-refused')
    expect(comesTo(ask({ kind: 'yes-no' }, { standard: 'perhaps' }))).toBe('standard-refused')
    expect(comesTo(ask({ kind: 'date' }, { standard: '2026-02-30' }))).toBe('standard-refused')
    const pick = { kind: 'pick', source: { kind: 'list', items: ['a', 'b'] } }
    expect(comesTo(ask(pick, { standard: 'c' }))).toBe('standard-refused')
    expect(comesTo(ask({ ...pick, several: true }, { standard: 'a\nc' }))).toBe('standard-refused')
    expect(perform(ask({ ...pick, several: true }, { standard: 'b\na' }))).toMatchObject({
      question: { standard: ['1', '0'] },
    })
    expect(perform(ask(pick, { standard: 'b' }))).toMatchObject({ question: { standard: '1' } })
  })

  test('takes of a list what stood there when it was asked', () => {
    const pick = ask({ kind: 'pick', source: { kind: 'files', folder: '/in', pattern: '*.exposure' } })
    const asked = perform(pick)
    if (asked.kind !== 'asks') throw new Error('it asks')
    expect((asked.question as Extract<Asked, { kind: 'pick' }>).choices).toEqual([
      { id: '0', label: 'veil-1.exposure', detail: '/in' },
      { id: '1', label: 'veil-2.exposure', detail: '/in' },
    ])
    const since = having(file('/in/veil-0.exposure'))
    const answered = { answer: '0', progress: asked.progress } as Partial<StepContext>
    expect(comesTo(pick, since, answered)).toMatchObject({ name: 'veil-1.exposure' })
    const several = ask({ kind: 'pick', several: true, source: { kind: 'list', items: ['a', 'b', 'c'] } })
    expect(comesTo(several, bench, { answer: ['2', '0'] })).toEqual(['c', 'a'])
    expect(comesTo(ask({ kind: 'pick', source: { kind: 'files', folder: '/later' } }))).toBe('nothing-there')
  })
})

describe('a look-up', () => {
  const rows = [
    ['Veil', 'v'],
    ['Veil east', 'e'],
    ['veil', 'w'],
    ['Comet', 'c'],
  ]
  const find = (text: string, more: object = {}) => ({
    kind: 'value.find',
    as: 'f',
    source: { kind: 'table', columns: ['name', 'page'], rows },
    text,
    ...more,
  })
  const page = (part: Record<string, unknown>, context: Partial<StepContext> = {}) => {
    const found = comesTo(part, bench, context)
    return typeof found === 'object' && found !== null ? (found as { page: string }).page : found
  }

  test('goes by whole words with capitals aside, and takes what fits exactly before what begins so', () => {
    expect(page(find(' VEIL '))).toBe('v')
    expect(page(find('veil', { several: 'fail' }))).toBe('several-found')
    expect(page(find('veil e', { how: 'begins', several: 'fail' }))).toBe('e')
    expect(page(find('comet', { how: 'begins', several: 'fail' }))).toBe('c')
    expect(page(find('Veil eats', { how: 'nearest', several: 'fail' }))).toBe('e')
    expect(page(find('veil e', { how: 'exact' }))).toBe('nothing-found')
    expect(page(find('omet', { how: 'begins' }))).toBe('nothing-found')
    expect(page(find('Nebula', { how: 'nearest' }))).toBe('nothing-found')
    expect(page(find('W', { by: 'page' }))).toBe('w')
    expect(page(find('w', { by: 'none' }))).toBe('nothing-found')
    expect(page(find('${logs}'))).toBe('nothing-found')
  })

  test('asks among all where nothing fits and among those that fit where several do', () => {
    const several = find('veil', { how: 'begins', several: 'ask' })
    const asked = perform(several)
    if (asked.kind !== 'asks') throw new Error('it asks')
    expect((asked.question as Extract<Asked, { kind: 'pick' }>).choices.map(({ label }) => label)).toEqual([
      'Veil',
      'veil',
    ])
    expect(page(several, { answer: '1', progress: asked.progress } as Partial<StepContext>)).toBe('w')
    const none = perform(find('Nebula', { none: 'ask' }))
    expect(none).toMatchObject({ kind: 'asks', question: { choices: { length: 4 } } })
    expect(comesTo(find('Nebula', { none: 'go-on' }))).toBeNull()
    const empty = { kind: 'value.find', as: 'f', source: { kind: 'files', folder: '/later' }, text: 'x', none: 'ask' }
    expect(comesTo(empty)).toBe('nothing-found')
  })
})

describe('work on a text', () => {
  const work = (text: string, part: object, on: BenchState = bench) =>
    comesTo({ kind: 'text.work', as: 't', text, work: part }, on)

  test('cuts at the first mark; what is not there leaves all of it before, and nothing after', () => {
    expect(work('a-b-c', { kind: 'before', mark: '-' })).toBe('a')
    expect(work('a-b-c', { kind: 'after', mark: '-' })).toBe('b-c')
    expect(work('abc', { kind: 'before', mark: '-' })).toBe('abc')
    expect(work('abc', { kind: 'after', mark: '-' })).toBe('')
    expect(work('-abc', { kind: 'before', mark: '-' })).toBe('')
    expect(work('a(b)c)', { kind: 'between', mark: '(', end: ')' })).toBe('b')
    expect(work(')a(b)c', { kind: 'between', mark: '(', end: ')' })).toBe('b')
    expect(work('a(b', { kind: 'between', mark: '(', end: ')' })).toBe('')
    expect(work('a)b', { kind: 'between', mark: '(', end: ')' })).toBe('')
    // A mark may be the first of all.
    expect(work('-abc', { kind: 'after', mark: '-' })).toBe('abc')
    expect(work('(b)c', { kind: 'between', mark: '(', end: ')' })).toBe('b')
    expect(work('()c', { kind: 'between', mark: '(', end: ')' })).toBe('')
  })

  test('counts whole characters from either end', () => {
    const letters = (from: number, to: number) => work('Veil🌌east', { kind: 'letters', from, to })
    expect(letters(1, 4)).toBe('Veil')
    expect(letters(5, 5)).toBe('🌌')
    expect(letters(-4, -1)).toBe('east')
    expect(letters(3, -6)).toBe('il')
    expect(letters(6, 99)).toBe('east')
    expect(letters(-99, 2)).toBe('Ve')
    expect(letters(4, 2)).toBe('')
    expect(letters(20, 30)).toBe('')
  })

  test('splits by a mark or by lines, whatever ends them', () => {
    expect(work('a, b,, c', { kind: 'split', by: ', ' })).toEqual(['a', 'b,', 'c'])
    expect(work('a\r\nb\rc\n\nd', { kind: 'split', by: '' })).toEqual(['a', 'b', 'c', '', 'd'])
    expect(work('', { kind: 'split', by: '-' })).toEqual([''])
  })

  test('replaces all of it, as it is written or by a pattern that stops at line breaks', () => {
    expect(work('a.b.c', { kind: 'replace', find: '.', by: '$&' })).toBe('a$&b$&c')
    expect(work('a1b22c', { kind: 'replace', find: '?2', by: '-', isPattern: true })).toBe('a1-2c')
    expect(work('(a) (b)', { kind: 'replace', find: '(*)', by: '${logs}', isPattern: true })).toBe('/l /l')
    expect(work('x[1]\ny[2]', { kind: 'replace', find: '[*', by: '', isPattern: true })).toBe('x\ny')
    expect(work('x[1]\n\ny', { kind: 'replace', find: '*', by: '-', isPattern: true })).toBe('-\n\n-')
    expect(work('() a', { kind: 'replace', find: '(*)', by: '-', isPattern: true })).toBe('- a')
    expect(work('1 22 3', { kind: 'replace', find: '2*', by: '', isPattern: true })).toBe('1 ')
    expect(work('a\nb', { kind: 'replace', find: 'a?b', by: 'c', isPattern: true })).toBe('a\nb')
  })

  test('changes capitals, trims, and takes the first number', () => {
    expect(work('dusk flat-field (south) it’s', { kind: 'case', to: 'title' })).toBe('Dusk Flat-Field (South) It’s')
    expect(work('  «clear sky. Wind.', { kind: 'case', to: 'sentence' })).toBe('  «Clear sky. Wind.')
    expect(work('Straße', { kind: 'case', to: 'upper' })).toBe('STRASSE')
    expect(work('ÉTÉ', { kind: 'case', to: 'lower' })).toBe('été')
    expect(work('\t a b \n', { kind: 'trim' })).toBe('a b')
    expect(work('seeing -2,5 of 3', { kind: 'number' })).toBe(-2.5)
    expect(work('at 12.', { kind: 'number' })).toBe(12)
    expect(work('none', { kind: 'number' })).toBe('no-number')
    expect(work('${gone}', { kind: 'trim' })).toBe('variable-unknown')
  })

  test('says what it does', () => {
    const sentence = (part: object) => says({ kind: 'text.work', as: 't', text: 'x', work: part })
    expect(sentence({ kind: 'before', mark: '-' })).toBe('Sets t to “x”, up to “-”.')
    expect(sentence({ kind: 'split', by: '' })).toBe('Sets t to “x”, split into lines.')
    expect(sentence({ kind: 'letters', from: 2, to: -1 })).toBe('Sets t to “x”, letters 2 to -1.')
    expect(sentence({ kind: 'case', to: 'upper' })).toBe('Sets t to “x”, in capitals.')
  })
})

describe('work on a list', () => {
  const scope = {
    stars: [
      { name: 'Vega', mag: 0 },
      { name: 'Altair', mag: 0.8 },
      { name: 'Deneb', mag: 1.3 },
      { name: 'Vega', mag: 0 },
    ],
    mixed: [10, 9, '10', null, true, ['a'], ['a']],
    empty: [],
    text: 'one\ntwo',
  }
  const work = (list: string, part: object) =>
    comesTo({ kind: 'list.work', as: 'r', list, work: part }, bench, { scope })
  const namesOf = (found: unknown) => (found as { name: string }[]).map(({ name }) => name)

  test('takes from either end one entry, or a list of so many as there are', () => {
    expect(work('text', { kind: 'first' })).toBe('one')
    expect(work('text', { kind: 'last' })).toBe('two')
    expect(work('text', { kind: 'first', count: 1 })).toEqual(['one'])
    expect(work('text', { kind: 'last', count: 9 })).toEqual(['one', 'two'])
    expect(work('empty', { kind: 'last' })).toBe('nothing-there')
    expect(work('empty', { kind: 'first', count: 2 })).toEqual([])
    expect(work('none', { kind: 'first' })).toBe('value-missing')
    expect(work('logs', { kind: 'first' })).toBe('/l')
  })

  test('sorts numbers as numbers and texts as people do, by a part or as they read, and keeps equal ones in order', () => {
    expect(namesOf(work('stars', { kind: 'sorted', by: 'mag', isDown: true }))).toEqual([
      'Deneb',
      'Altair',
      'Vega',
      'Vega',
    ])
    expect(namesOf(work('stars', { kind: 'sorted', by: 'name' }))).toEqual(['Altair', 'Deneb', 'Vega', 'Vega'])
    expect(work('text', { kind: 'reversed' })).toEqual(['two', 'one'])
    expect(scope.stars[0]!.name).toBe('Vega')
  })

  test('leaves out what was there already, by a part or by all of it; a number is no text', () => {
    expect(work('mixed', { kind: 'distinct' })).toEqual([10, 9, '10', null, true, ['a']])
    expect(namesOf(work('stars', { kind: 'distinct', by: 'name' }))).toEqual(['Vega', 'Altair', 'Deneb'])
    expect(work('stars', { kind: 'distinct' })).toHaveLength(3)
  })

  test('keeps what fits, takes a part, joins, and adds', () => {
    expect(namesOf(work('stars', { kind: 'matching', by: 'name', pattern: '*e*' }))).toEqual(['Vega', 'Deneb', 'Vega'])
    expect(work('text', { kind: 'matching', pattern: 'on' })).toEqual([])
    expect(work('stars', { kind: 'part', by: 'mag' })).toEqual([0, 0.8, 1.3, 0])
    expect(work('text', { kind: 'part', by: 'mag' })).toEqual([null, null])
    expect(work('text', { kind: 'joined', mark: ' + ' })).toBe('one + two')
    expect(work('empty', { kind: 'joined', mark: ',' })).toBe('')
    expect(work('text', { kind: 'with', text: '${logs}' })).toEqual(['one', 'two', '/l'])
  })
})

describe('a value', () => {
  const from = (part: object, on = bench, context: Partial<StepContext> = {}) =>
    comesTo({ kind: 'value.set', as: 'v', from: part }, on, context)

  test('comes from a text, a sum, a moment some days later, or the clipboard', () => {
    expect(from({ kind: 'text', text: 'in ${logs}' })).toBe('in /l')
    const sum = (text: string) => ({ ok: true, value: `=${text}` }) as const
    expect(from({ kind: 'sum', text: '${logs}+1' }, bench, { sum } as Partial<StepContext>)).toBe('=/l+1')
    expect(from({ kind: 'sum', text: '1+1' })).toBe('no-sums')
    const nowMs = new Date(2026, 1, 28, 23, 30).getTime()
    expect(from({ kind: 'moment', format: 'YYYY-MM-DD HH:mm' }, bench, { nowMs })).toBe('2026-02-28 23:30')
    expect(from({ kind: 'moment', format: 'YYYY-MM-DD', days: 1 }, bench, { nowMs })).toBe('2026-03-01')
    expect(from({ kind: 'moment', format: 'DD.MM.', days: -28 }, bench, { nowMs })).toBe('31.01.')
    expect(from({ kind: 'clipboard' })).toBe('nothing-there')
  })

  test('comes from what is in front, a control, a count, a list, or whether something holds', () => {
    expect(from({ kind: 'front', part: 'program' })).toBe('BOOK')
    expect(from({ kind: 'front', part: 'address' })).toBe('/l/b.log')
    expect(from({ kind: 'front', part: 'text' })).toBe('Clear sky.')
    expect(from({ kind: 'front', part: 'selection' })).toBe('')
    const bare = { ...bench, windows: {}, stack: [] }
    for (const part of ['title', 'program', 'address', 'text', 'selection'])
      expect([part, from({ kind: 'front', part }, bare)]).toEqual([part, 'nothing-there'])
    expect(from({ kind: 'control', deviceId: 'mic', controlId: 'gain' })).toBe(50)
    expect(from({ kind: 'control', deviceId: 'mic', controlId: 'none' })).toBe('nothing-there')
    expect(from({ kind: 'count', source: { kind: 'windows' } })).toBe(3)
    expect(from({ kind: 'entries', source: { kind: 'list', items: ['a'] } })).toEqual(['a'])
    expect(from({ kind: 'count', source: { kind: 'files', folder: '/gone' } })).toBe('folder-missing')
    const running = { kind: 'condition', condition: { kind: 'program-runs', programId: 'web' } }
    expect(from(running)).toBe(false)
  })
})
