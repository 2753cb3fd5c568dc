import { describe, expect, test } from 'vitest'
import { applyChanges } from '../bench'
import type { BenchState, Change } from '../bench'
import { exampleDesk, exampleProgram } from '../bench/exampleBench'
import { valueOf } from '../result'
import {
  causesOf,
  describeStep,
  entriesOf,
  headOf,
  isBlock,
  lintStep,
  nextInBlock,
  performStep,
  stepSchema,
  times,
  typed,
} from '.'
import type { BlockPlace, Step, StepContext, StepEffect } from '.'

const step = (part: Record<string, unknown>): Step => stepSchema.parse({ id: 's', ...part })
const context = (part: Partial<StepContext> = {}): StepContext => ({ nowMs: 0, nextId: () => 'n', ...part })
const next = (
  part: Record<string, unknown>,
  place: BlockPlace,
  more: Partial<StepContext> = {},
  bench = exampleDesk(),
) => nextInBlock(step(part), place, bench, context(more))
const beginning = { at: 'beginning' } as const
const noteOf = (effect: StepEffect) =>
  effect.kind === 'failed' ? effect.issue.message : 'note' in effect ? effect.note : effect.kind

describe('a turntable in a sheet', () => {
  const inner = [{ id: 'a', kind: 'message.show', text: 'Up' }]
  const table = {
    kind: 'turntable',
    roads: [
      { direction: 'n', label: 'Dome', steps: inner },
      { direction: 'e', label: '', steps: [] },
    ],
  }

  test('asks which road, by its number, and enters the one that is answered', () => {
    const asked = next(table, beginning)
    expect(asked).toMatchObject({ kind: 'asks', question: { kind: 'choice', text: 'Which road?' } })
    const { choices } = (asked as unknown as { question: { choices: { id: string; label: string }[] } }).question
    expect(choices.map(({ id }) => id)).toEqual(['n', 'e'])
    expect(choices.map(({ label }) => label)).toEqual(['1 up, “Dome”', '2 right'])
    expect(next(table, beginning, { answer: 'n' })).toEqual({
      kind: 'enter',
      list: 'roads.0.steps',
      because: 'the road up, “Dome”',
    })
    expect(next(table, beginning, { answer: 'e' })).toMatchObject({ kind: 'enter', list: 'roads.1.steps' })
    expect(next(table, beginning, { answer: 's' })).toMatchObject({ kind: 'asks' })
    expect(next(table, { at: 'end', list: 'roads.0.steps' })).toEqual({ kind: 'leave', because: '' })
  })

  test('says its roads, and stands at the head of each of them', () => {
    expect(describeStep(step(table), exampleDesk())).toBe('Opens a turntable of 2 roads: Dome.')
    const unnamed = { ...table, roads: table.roads.map((road) => ({ ...road, label: '' })) }
    expect(describeStep(step(unnamed), exampleDesk())).toBe('Opens a turntable of 2 roads.')
    const heads = [0, 1, 2].map((i) => headOf(step(table), `roads.${i}.steps`, exampleDesk()))
    expect(JSON.stringify(heads[0])).toContain('Turntable of 2 roads, the one up')
    expect(JSON.stringify(heads[0])).toContain('Dome')
    expect(JSON.stringify(heads[1])).toContain('The road ')
    expect(JSON.stringify(heads[1])).toContain('…')
    expect(heads[2]).toBeUndefined()
  })
})

describe('a loop over entries', () => {
  const each = (source: object, part: object = {}) => ({ kind: 'each', source, as: 'it', steps: [], ...part })
  const list = { kind: 'list', items: ['a', 'b', 'c'] }

  test('goes round once for each, knows the round, and says how many were left or gone', () => {
    const first = next(each(list, { atMost: 2 }), beginning)
    expect(first).toMatchObject({ kind: 'enter', list: 'steps', because: '2 entries; 1 more is left', state: [1, 1] })
    expect(first).toMatchObject({ values: { round: 1 } })
    const { keeps, state } = first as unknown as { keeps: never; state: never }
    const second = next(each(list, { atMost: 2 }), { at: 'end', list: 'steps', state, kept: keeps })
    expect(second).toMatchObject({ kind: 'enter', state: [2, 2], values: { round: 2 } })
    const end = next(each(list, { atMost: 2 }), { at: 'end', list: 'steps', state: [2, 2], kept: keeps })
    expect(end).toEqual({ kind: 'leave', because: 'Went round 2 times' })
    expect(next(each({ kind: 'list', items: ['a'] }), beginning)).toMatchObject({ because: '1 entry' })
    expect(next(each({ kind: 'list', items: [] }), beginning)).toEqual({
      kind: 'leave',
      because: 'There was nothing to go over',
    })
    expect(next(each({ kind: 'files', folder: '/nowhere' }), beginning)).toMatchObject({ kind: 'fail' })
  })

  test('passes over what has gone since it began', () => {
    const files = each({ kind: 'files', folder: '/in', pattern: '*.exposure' })
    const first = next(files, beginning) as unknown as { keeps: never[]; state: never }
    expect(first.keeps).toHaveLength(2)
    const gone = valueOf(applyChanges(exampleDesk(), [{ kind: 'file.remove', path: '/in/veil-2.exposure' }]))
    const end = next(files, { at: 'end', list: 'steps', state: first.state, kept: first.keeps }, {}, gone)
    expect(end).toEqual({ kind: 'leave', because: 'Went round 1 time; 1 entry was gone by then' })
  })
})

test('what acts is no block and what holds steps does not act; asked the other way round they throw', () => {
  const act = step({ kind: 'message.show', text: 'a' })
  const block = step({ kind: 'group', name: 'All', steps: [] })
  expect([isBlock(act), isBlock(block)]).toEqual([false, true])
  expect(() => nextInBlock(act, beginning, exampleDesk(), context())).toThrow(/message.show holds no steps/)
  expect(() => performStep(block, exampleDesk(), context())).toThrow(/group/)
})

describe('windows as entries', () => {
  const documents = (...paths: string[]) => paths.map((path) => ({ path, role: 'address', unsaved: false }))
  const opened = (id: string, paths: string[], part: object = {}): Change => ({
    kind: 'window.open',
    window: { id, programId: 'web', mode: 'normal', content: { documents: documents(...paths) }, ...part },
  })
  const having = (...changes: Change[]) => valueOf(applyChanges(exampleDesk(), changes))
  const ofWeb = (kind: 'windows' | 'tabs', bench: BenchState) =>
    valueOf(entriesOf({ kind, programId: 'web' }, bench, context()))

  test('each has its program, its desktop and the address of what it shows, the topmost first', () => {
    const desk = having(
      opened('w-1', ['harrow.example/a'], { desktop: 2 }),
      opened('w-2', ['harrow.example/b', 'harrow.example/c']),
    )
    expect(ofWeb('windows', desk).slice(0, 2)).toMatchObject([
      { id: 'w-2', program: desk.programs.web!.name, address: 'harrow.example/c', desktop: 1 },
      { id: 'w-1', address: 'harrow.example/a', desktop: 2 },
    ])
    expect(ofWeb('windows', having(opened('w-3', [])))[0]).toMatchObject({ id: 'w-3', address: '' })
  })

  test('what is shown goes before what came last; tabs are told one by one', () => {
    const content = { documents: documents('a', 'b'), active: 'a' }
    const shown = having(opened('w-4', ['a', 'b']), { kind: 'window.show', windowId: 'w-4', content })
    expect(ofWeb('windows', shown)[0]).toMatchObject({ id: 'w-4', address: 'a' })
    expect(ofWeb('tabs', shown).slice(0, 2)).toMatchObject([
      { window: 'w-4', address: 'a', title: 'a' },
      { window: 'w-4', address: 'b', title: 'b' },
    ])
  })
})

describe('a window that is meant by program and title', () => {
  const desk = exampleDesk()
  const hide = (which: object, bench = desk) =>
    performStep(step({ kind: 'windows.set', which, to: 'hidden' }), bench, context())

  test('is taken where it is there, and nothing is said', () => {
    expect(noteOf(hide({ kind: 'meant', programId: 'book', title: '' }))).not.toContain('instead')
  })

  test('where it is not, another of its program stands in, then one of the same title, then one alike; and that is said', () => {
    expect(noteOf(hide({ kind: 'meant', programId: 'book', title: 'gone.log' }))).toMatch(
      /^“gone\.log” is not open, so “.+” was taken instead\. ./,
    )
    const alike = {
      ...desk,
      programs: { ...desk.programs, notes: exampleProgram('notes', { categories: ['Writing'] }) },
    }
    const byKind = hide({ kind: 'meant', programId: 'notes', title: 'gone.log' }, alike)
    expect(noteOf(byKind)).toContain('was taken instead')
    const unlike = { ...desk, programs: { ...desk.programs, notes: exampleProgram('notes', { categories: ['Maps'] }) } }
    expect(noteOf(hide({ kind: 'meant', programId: 'notes', title: 'gone.log' }, unlike))).toBe(
      'Nothing like the window “gone.log” is open.',
    )
  })
})

describe('programs that are put away', () => {
  const away = (part: object) =>
    step({ kind: 'programs.put-away', which: { kind: 'these', programIds: ['book'] }, ...part })

  test('closed they end, which others may wait for; hidden they do not', () => {
    expect(causesOf(away({ how: 'close' }), exampleDesk())).toMatchObject([{ kind: 'program-ends' }])
    expect(causesOf(away({ how: 'hide' }), exampleDesk())).toEqual([])
  })

  test('unsaved work is asked about only where they are closed', () => {
    const unsaved = valueOf(
      applyChanges(exampleDesk(), [
        {
          kind: 'window.open',
          window: {
            id: 'w-new',
            programId: 'book',
            mode: 'normal',
            content: { documents: [{ path: '/l/n.log', role: 'log', unsaved: true }] },
          },
        },
      ]),
    )
    const told = (part: object) => lintStep(away(part), unsaved).map(({ at, severity }) => [at, severity])
    expect(told({ how: 'close', unsaved: 'ask' })).toEqual([['unsaved', 'note']])
    expect(told({ how: 'close', unsaved: 'leave' })).toEqual([])
    expect(told({ how: 'hide', unsaved: 'ask' })).toEqual([])
  })
})

describe('a script that has run', () => {
  const script = (part: object = {}) => step({ kind: 'script.run', script: 'return 1', ...part })
  const gave = (value: unknown, part: object = {}) =>
    performStep(
      script(part),
      exampleDesk(),
      context({ fetched: { kind: 'gave', value, steps: [], said: [] } as never }),
    )

  test('tells what it gave back, by its name where it has one; nothing is told as nothing', () => {
    expect(noteOf(gave(null))).toBe('The script ran.')
    expect(noteOf(gave('dew'))).toMatch(/^It gave back .*dew.*\.$/)
    expect(noteOf(gave('dew', { as: 'sky' }))).toMatch(/^sky is .*dew.*\.$/)
    expect(gave('dew')).toMatchObject({ kind: 'does', steps: [], value: 'dew' })
  })

  test('what it said is told behind it, up to 300 letters', () => {
    const saying = (...said: string[]) =>
      noteOf(
        performStep(
          script(),
          exampleDesk(),
          context({ fetched: { kind: 'gave', value: null, steps: [], said } as never }),
        ),
      )
    expect(saying()).toBe('The script ran.')
    expect(saying('one', 'two')).toBe('The script ran. It says: one · two')
    const letters = (count: number) => 'x'.repeat(count)
    expect(saying(letters(300))).toBe(`The script ran. It says: ${letters(300)}`)
    expect(saying(letters(301))).toBe(`The script ran. It says: ${letters(300)}…`)
  })

  test('is given the values by their names, and not the parts of them, which it takes itself', () => {
    const effect = performStep(
      script(),
      exampleDesk(),
      context({
        values: { values: { sky: 'clear', 'sky.colour': 'red' }, broken: {} } as never,
        scope: { round: '2' },
      }),
    )
    expect(effect).toMatchObject({ kind: 'fetches', request: { values: { sky: 'clear', round: '2' } } })
    expect(effect.kind === 'fetches' && Object.keys(effect.request.values)).not.toContain('sky.colour')
  })

  test('what cannot be read is a failure', () => {
    const effect = performStep(script(), exampleDesk(), context({ fetched: { kind: 'unheard of' } as never }))
    expect(noteOf(effect)).toContain('it came to nothing that can be read')
  })
})

test('work by hand that is done several times costs each of its operators so often', () => {
  expect(times(3, typed('ab'))).toEqual({ k: 6, p: 0, h: 6, m: 0, responseMs: 0 })
  expect(times(2, { k: 1, p: 2, h: 3, m: 4, responseMs: 500 })).toEqual({ k: 2, p: 4, h: 6, m: 8, responseMs: 1000 })
})

test('more than three arguments are told as the first three and how many more', () => {
  const open = (args: string[]) => describeStep(step({ kind: 'program.open', programId: 'book', args }), exampleDesk())
  expect(open(['a', 'b', 'c'])).toBe('Opens BOOK with a, b, c.')
  expect(open(['a', 'b', 'c', 'd'])).toBe('Opens BOOK with a, b, c and 1 more.')
  expect(open(['', 'b'])).toBe('Opens BOOK with “”, b.')
})
