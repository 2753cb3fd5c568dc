import { describe, expect, test } from 'vitest'
import { applyChange } from '../bench'
import type { BenchState } from '../bench'
import { exampleDesk } from '../bench/exampleBench'
import { valueOf } from '../result'
import type { Value } from '../values'
import { advanceRun, beginPart, changesOf, nameByHand, partsOfRun, putBack, rehearse, scopeOfRun, traceOf } from '.'
import { begin, nextId, play, said, say, set, sheetOf } from './exampleRuns'
import type { ExampleLever, Part } from './exampleRuns'

const desk = exampleDesk()
const told = (parts: Part[], options: Parameters<typeof begin>[1] = {}, answers: Value[] = []) => {
  const end = play(begin(parts, options), desk, answers)
  return { said: said(end.bench), outcome: end.run.outcome, note: end.run.note, end }
}
const each = (source: Part, steps: Part[], more: Part = {}): Part => ({
  kind: 'each',
  source,
  as: 'it',
  steps,
  ...more,
})
const list = (...items: string[]): Part => ({ kind: 'list', items })
const isText = (text: string, than: string): Part => ({ kind: 'value-is', text, test: { kind: 'is', text: than } })
const only = (condition: Part, ...steps: Part[]): Part => ({ kind: 'if', branches: [{ condition, steps }] })

describe('loops', () => {
  test('go over files in the order that was asked for, each with its parts', () => {
    const files = (more: Part) =>
      each({ kind: 'files', folder: '/in', ...more }, [say('${it.name} ${it.stem} ${it.extension} ${round}')])
    expect(told([files({ pattern: '*.exposure', order: 'newest' })]).said).toEqual([
      'veil-2.exposure veil-2 exposure 1',
      'veil-1.exposure veil-1 exposure 2',
    ])
    expect(told([files({ order: 'smallest', largerThan: 5 })]).said).toEqual([
      'veil-1.exposure veil-1 exposure 1',
      'veil-2.exposure veil-2 exposure 2',
    ])
    expect(told([files({ pattern: '*"notes"*' })]).said).toEqual(['night $1 "notes".log night $1 "notes" log 1'])
    expect(told([each({ kind: 'files', folder: '/in', newerThanMs: 1 }, [say('x')])]).said).toEqual(['x', 'x', 'x'])
  })

  test('go over lines, lists, tables, CSV files, windows, programs, tabs and devices', () => {
    const text = (source: Part, words = '${it}') => told([each(source, [say(words)])]).said
    expect(text({ kind: 'lines', text: 'one\r\ntwo\n' })).toEqual(['one', 'two'])
    expect(text(list('a b', '${logs}'))).toEqual(['a b', '/l'])
    const table = { kind: 'table', columns: ['name', 'page'], rows: [['North', 'n'], ['East']] }
    expect(text(table, '${it}: ${it.page}.')).toEqual(['North: n.', 'East: .'])
    expect(text({ kind: 'programs' }, '${it.name} ${it.windows}')).toEqual(['BOOK 2', 'CHART 1'])
    expect(text({ kind: 'devices', deviceKind: 'audio-input' }, '${it.id}')).toEqual(['mic'])
    expect(text({ kind: 'tabs', programId: 'book' })).toEqual(['/l/b.log'])
  })

  test('a CSV file is read with quotes and line breaks in its cells', () => {
    const csv = 'name,page\r\n"Fell Walkers, ""evening""",/w\r\n"two\nlines",/t\r\n'
    const bench = valueOf(
      applyChange(desk, {
        kind: 'file.put',
        path: '/l/groups.csv',
        file: { kind: 'file', sizeBytes: csv.length, text: csv },
      }),
    )
    const run = begin([each({ kind: 'csv', path: '${logs}/groups.csv' }, [say('${it.name} at ${it.page}')])])
    expect(said(play(run, bench).bench)).toEqual(['Fell Walkers, "evening" at /w', 'two\nlines at /t'])
    expect(told([each({ kind: 'csv', path: '/none.csv' }, [say('no')])]).note).toContain(
      'There is no folder or file /none.csv',
    )
  })

  test('repeat, while, the next round, and out of the loop', () => {
    expect(told([{ kind: 'repeat', times: '2', steps: [say('r${round}')] }]).said).toEqual(['r1', 'r2'])
    expect(
      told([set('n', '3'), { kind: 'repeat', times: '${n}', steps: [set('n', '1'), say('${n}')] }]).said,
    ).toHaveLength(3)
    expect(told([{ kind: 'repeat', times: 'often', steps: [] }]).note).toBe('“often” is no number.')
    const counting = [
      set('n', '0'),
      {
        kind: 'while',
        condition: { kind: 'value-is', text: '${n}', test: { kind: 'less', text: '10' } },
        atMost: 50,
        steps: [{ kind: 'value.set', as: 'n', from: { kind: 'sum', text: '${n} + 4' } }, say('${n}')],
      },
    ]
    expect(told(counting).said).toEqual(['4', '8', '12'])
    expect(told(counting).note).toBe('Went round 3 times: “12” is not less than “10”.')
    const leaving = (to: string) =>
      each(list('a', 'b', 'c'), [only(isText('${it}', 'b'), { kind: 'loop.leave', to }), say('${it}')])
    expect(told([leaving('next'), say('end')]).said).toEqual(['a', 'c', 'end'])
    expect(told([leaving('end'), say('end')]).said).toEqual(['a', 'end'])
  })

  test('what is gone by the time of its round is passed over, and told', () => {
    const moving = each({ kind: 'files', folder: '/in', pattern: '*.exposure' }, [
      say('${it.name}'),
      { kind: 'files.move', act: 'move', paths: ['/in/*.exposure'], to: '/later', taken: 'both' },
    ])
    expect(told([moving])).toMatchObject({ said: ['veil-1.exposure'], outcome: 'done' })
    expect(told([moving]).note).toBe('Went round 1 time; 1 entry was gone by then.')
    const closing = each({ kind: 'windows' }, [
      { kind: 'windows.close', which: { kind: 'named', text: '${it.id}' }, unsaved: 'discard' },
    ])
    const end = told([closing]).end
    expect([end.run.outcome, Object.keys(end.bench.windows)]).toEqual(['done', []])
    expect(putBack(end.run, end.bench).bench).toEqual(desk)
  })

  test('a loop goes over what there was when it began, no more often than it may', () => {
    const copying = each({ kind: 'files', folder: '/in', pattern: '*.exposure' }, [
      { kind: 'files.move', act: 'copy', paths: ['${it}'], to: '/in', taken: 'both' },
    ])
    expect(told([copying]).note).toBe('Went round 2 times.')
    expect(told([each(list('a', 'b', 'c'), [say('${it}')], { atMost: 2 })]).said).toEqual(['a', 'b'])
  })

  test('endless loops in loops are ended by the budget, and quickly', () => {
    const endless = (steps: Part[]): Part => ({
      kind: 'while',
      condition: { kind: 'program-runs', programId: 'book' },
      atMost: 100_000,
      steps,
    })
    const startedAt = performance.now()
    const { run } = rehearse(
      { id: 'l', name: 'L', plate: 1, steps: sheetOf(endless([endless([endless([])])])) },
      desk,
      {
        nowMs: 0,
        nextId,
      },
    )
    expect([run.outcome, run.note]).toEqual([
      'failed',
      'It has done 100,000 steps, the most that one pull may do, and was ended here.',
    ])
    expect(performance.now() - startedAt).toBeLessThan(60_000)
  })
})

describe('values', () => {
  test('live in their block: one that is set before a loop counts on in it, one that is set inside is gone after it', () => {
    const steps = [
      set('n', '0'),
      { kind: 'repeat', times: '2', steps: [set('n', '${n}.'), set('inner', 'x')] },
      say('${n}'),
    ]
    expect(told(steps).said).toEqual(['0..'])
    const gone = told([...steps, say('${inner}')])
    expect([gone.outcome, gone.said]).toEqual(['failed', []])
    expect(gone.note).toBe('There is no value named “inner”. Nothing was done.')
  })

  test('a part that an entry does not have is told before anything is done, where its parts are known', () => {
    const files = { kind: 'files', folder: '/in' }
    expect(told([each(files, [say('${it.nmae}')])]).note).toContain('Nothing was done.')
    expect(told([each({ kind: 'csv', path: '/l/a.log' }, [say('${it.any}')])]).note).not.toContain('Nothing was done.')
  })

  test('a name of the run stands before one of the frame; what is switched off gives none', () => {
    expect(told([set('logs', 'mine'), say('${logs}')]).said).toEqual(['mine'])
    expect(told([{ ...set('n', '1'), off: true }, say('${n}')]).note).toContain('There is no value named “n”')
    expect(told([{ kind: 'note', text: '${anything}' }, say('a', { off: true }), say('b')]).said).toEqual(['b'])
  })

  test('are cut, joined, sorted, counted and found', () => {
    const text = (work: Part, from = 'Veil - 300 s - north') => {
      const { end } = told([{ kind: 'text.work', as: 't', text: from, work }])
      return traceOf(end.run)[0]!.value
    }
    expect(text({ kind: 'before', mark: ' - ' })).toBe('Veil')
    expect(text({ kind: 'after', mark: ' - ' })).toBe('300 s - north')
    expect(text({ kind: 'between', mark: ' - ', end: ' - ' })).toBe('300 s')
    expect(text({ kind: 'letters', from: -5, to: -1 })).toBe('north')
    expect(text({ kind: 'letters', from: 1, to: 2 }, '🔭🌙🌌')).toBe('🔭🌙')
    expect(text({ kind: 'split', by: ' - ' })).toEqual(['Veil', '300 s', 'north'])
    expect(text({ kind: 'replace', find: '3* s', by: '$1', isPattern: true })).toBe('Veil - $1 - north')
    expect(text({ kind: 'replace', find: '3* s', by: 'x' })).toBe('Veil - 300 s - north')
    expect(text({ kind: 'case', to: 'title' }, 'clear sky-line')).toBe('Clear Sky-Line')
    expect(text({ kind: 'number' })).toBe(300)
    const of = (work: Part, items = ['b 10', 'a', 'b 9', 'a']) => {
      const { end } = told([
        { kind: 'value.set', as: 'l', from: { kind: 'entries', source: list(...items) } },
        { kind: 'list.work', as: 'r', list: 'l', work },
      ])
      return traceOf(end.run)[1]!.value ?? traceOf(end.run)[1]!.note
    }
    expect(of({ kind: 'first' })).toBe('b 10')
    expect(of({ kind: 'last', count: 2 })).toEqual(['b 9', 'a'])
    expect(of({ kind: 'sorted' })).toEqual(['a', 'a', 'b 9', 'b 10'])
    expect(of({ kind: 'sorted', isDown: true })).toEqual(['b 10', 'b 9', 'a', 'a'])
    expect(of({ kind: 'distinct' })).toEqual(['b 10', 'a', 'b 9'])
    expect(of({ kind: 'matching', pattern: 'b*' })).toEqual(['b 10', 'b 9'])
    expect(of({ kind: 'joined', mark: '; ' })).toBe('b 10; a; b 9; a')
    expect(of({ kind: 'first' }, [])).toBe('There is nothing in the list.')
  })

  test('a record is looked up exactly, by its beginning, or the nearest; none and several have their ways', () => {
    const table = {
      kind: 'table',
      columns: ['name', 'page'],
      rows: [
        ['Veil', 'v'],
        ['Veil east', 'e'],
        ['Comet', 'c'],
      ],
    }
    const find = (text: string, more: Part = {}, answers: Value[] = []) =>
      told(
        [{ kind: 'value.find', as: 'f', source: table, text, ...more }, say('${f.page}', { onFailure: 'go-on' })],
        {},
        answers,
      )
    expect(find('veil').said).toEqual(['v'])
    expect(find('com', { how: 'begins' }).said).toEqual(['c'])
    expect(find('Comit', { how: 'nearest' }).said).toEqual(['c'])
    expect(find('Comit').note).toBe('There is no “Comit” among the rows. Did you mean “Comet”?')
    expect(find('e', { by: 'page' }).said).toEqual(['e'])
    expect(find('vei', { how: 'begins', several: 'fail' }).note).toBe(
      '“vei” means several of the rows: Veil, Veil east.',
    )
    expect(find('vei', { how: 'begins', several: 'first' }).said).toEqual(['v'])
    expect(find('vei', { how: 'begins', several: 'ask' }, ['1']).said).toEqual(['e'])
    expect(find('x', { none: 'ask' }, ['2']).said).toEqual(['c'])
    const without = find('x', { none: 'go-on' })
    expect([without.outcome, without.said]).toEqual(['failed', []])
  })

  test('a choice goes by what a value is, capitals aside', () => {
    const choose = (text: string): Part => ({
      kind: 'choose',
      text,
      cases: [
        { values: ['Moon', 'Comet'], steps: [say('bright')] },
        { values: ['veil'], steps: [say('faint')] },
      ],
      otherwise: [say('unknown')],
    })
    expect(told([choose('comet'), choose('VEIL'), choose('')]).said).toEqual(['bright', 'faint', 'unknown'])
  })
})

describe('questions', () => {
  const ask = (what: Part, more: Part = {}): Part => ({ kind: 'ask', as: 'a', text: 'What?', what, ...more })

  test('take an answer of their kind, and no other', () => {
    const answered = (what: Part, answer: Value) => {
      const { end, said: words } = told([ask(what), say('got ${a}')], {}, [answer])
      return end.run.phase === 'asking' ? 'refused' : words[0]
    }
    expect(answered({ kind: 'text' }, 'x $1 "y"\nz')).toBe('got x $1 "y"\nz')
    expect(answered({ kind: 'text', pattern: 'veil-*' }, 'comet')).toBe('refused')
    expect(answered({ kind: 'number', min: 1, max: 5 }, '2,5')).toBe('got 2.5')
    expect(answered({ kind: 'number', min: 1, max: 5 }, 9)).toBe('refused')
    expect(answered({ kind: 'yes-no' }, true)).toBe('got yes')
    expect(answered({ kind: 'yes-no' }, 'perhaps')).toBe('refused')
    expect(answered({ kind: 'date' }, '2026-02-29')).toBe('refused')
    expect(answered({ kind: 'date' }, '2028-02-29')).toBe('got 2028-02-29')
    expect(answered({ kind: 'file', folder: '/in' }, '/in/veil-1.exposure')).toBe('got /in/veil-1.exposure')
    expect(answered({ kind: 'file', folder: '/in' }, '/in/none')).toBe('refused')
    expect(answered({ kind: 'pick', source: list('x', 'y') }, '1')).toBe('got y')
    expect(answered({ kind: 'pick', source: list('x', 'y') }, 'y')).toBe('refused')
    expect(answered({ kind: 'pick', source: list('x', 'y'), several: true }, ['1', '0'])).toBe('got y\nx')
  })

  test('after its time the standard answer is taken; without one the run goes on asking no longer', () => {
    const timed = ask({ kind: 'pick', source: list('x', 'y') }, { standard: 'y', limitMs: 5000 })
    expect(told([timed, say('${a}')])).toMatchObject({ said: ['y'], end: { nowMs: 5000 } })
    expect(told([ask({ kind: 'number' }, { standard: 'many' })]).note).toContain('would be no answer')
  })

  test('a choice stands for what it was when it was asked, also where it is gone when it is answered', () => {
    const asking = told([ask({ kind: 'pick', source: { kind: 'files', folder: '/in' } }), say('${a.name}')]).end
    const bench: BenchState = valueOf(
      applyChange(asking.bench, { kind: 'file.remove', path: '/in/night $1 "notes".log' }),
    )
    expect(said(play(asking.run, bench, ['1']).bench)).toEqual(['veil-1.exposure'])
  })
})

describe('levers that pull levers', () => {
  const give = (text: string): Part => ({ kind: 'lever.give', text })
  const pull = (leverId: string, inputs: Part[] = [], more: Part = {}): Part => ({
    kind: 'lever.pull',
    leverId,
    inputs,
    ...more,
  })
  const levers: Record<string, ExampleLever> = {
    who: {
      plate: 2,
      inputs: [{ name: 'from', kind: 'text', standard: 'nowhere' }],
      steps: [set('group', '${from}!'), give('${group}'), say('never')],
    },
    row: { plate: 3, steps: [each({ kind: 'table', columns: ['page'], rows: [['/w']] }, [give('${it}')])] },
    fails: { plate: 4, steps: [say('before'), { kind: 'program.raise', programId: 'dome' }] },
    stops: { plate: 5, steps: [{ kind: 'lever.stop', what: 'lever' }] },
    ends: { plate: 6, steps: [{ kind: 'lever.stop', what: 'all' }] },
    asks: { plate: 7, steps: [{ kind: 'ask', as: 'a', text: 'Which?', what: { kind: 'text' } }, give('${a}')] },
    circle: { plate: 8, steps: [pull('round')] },
    round: { plate: 9, steps: [pull('circle')] },
    off: { plate: 10, enabled: false, steps: [say('no')] },
  }

  test('give back a value, with all its parts; names of one are not known in the other', () => {
    expect(told([pull('who', [{ name: 'from', text: 'here' }], { as: 'g' }), say('${g}')], { levers }).said).toEqual([
      'here!',
    ])
    expect(told([pull('who', [], { as: 'g' }), say('${g}')], { levers }).said).toEqual(['nowhere!'])
    expect(told([pull('row', [], { as: 'r' }), say('${r.page}')], { levers }).said).toEqual(['/w'])
    expect(told([pull('who'), say('${group}')], { levers }).note).toContain('Nothing was done')
    expect(told([set('x', '1'), pull('who', [{ name: 'to', text: '${x}' }])], { levers }).note).toContain(
      'no input named “to”',
    )
  })

  test('one that fails fails the step that pulls it; one that stops is left; one that stops all ends all', () => {
    expect(told([pull('fails'), say('after')], { levers })).toMatchObject({ outcome: 'failed', said: ['before'] })
    expect(told([pull('fails', [], { onFailure: 'go-on' }), say('after')], { levers }).said).toEqual([
      'before',
      'after',
    ])
    expect(told([pull('fails', [], { alternative: say('else') })], { levers })).toMatchObject({
      outcome: 'done',
      said: ['before', 'else'],
    })
    expect(told([pull('stops'), say('after')], { levers }).said).toEqual(['after'])
    expect(told([pull('ends'), say('after')], { levers })).toMatchObject({ outcome: 'stopped', said: [] })
    expect(told([pull('off')], { levers }).note).toContain('is disabled')
  })

  test('ask like any other; the answer is theirs', () => {
    expect(told([pull('asks', [], { as: 'g' }), say('${g}')], { levers }, ['north']).said).toEqual(['north'])
  })

  test('circles, and levers that are gone, are refused before anything is done, with the way', () => {
    expect(told([say('a'), pull('circle')], { levers })).toMatchObject({
      said: [],
      note: '8 pulls 9 pulls 8: these levers pull each other in a circle. Nothing was done.',
    })
    expect(told([say('a'), pull('gone')], { levers })).toMatchObject({ said: [] })
  })

  test('an interlock is asked about, and refuses', () => {
    const condition = { kind: 'program-runs' as const, programId: 'dome' }
    const locked = (otherwise: ExampleLever['interlock']) => ({
      locked: { plate: 11, steps: [say('in')], interlock: otherwise },
    })
    const refusing = locked({ condition, otherwise: { kind: 'refuse' } })
    expect(told([pull('locked')], { levers: refusing }).note).toContain('is pulled only while')
    const asking = locked({ condition, otherwise: { kind: 'ask' } })
    expect(told([pull('locked'), say('after')], { levers: asking }, ['pull']).said).toEqual(['in', 'after'])
    expect(told([pull('locked'), say('after')], { levers: asking }, ['leave']).said).toEqual(['after'])
  })
})

describe('a part of a sheet', () => {
  const run = begin([set('n', '5'), each(list('x', 'y'), [say('${it} ${n}'), say('second')]), say('end')], {
    inputs: { n: '1' },
  })
  const of = (paths: string[], more: Part = {}) => {
    const begun = beginPart(run, { paths, ...more }, desk, { nowMs: 0, nextId })
    return said(play(begun, desk).bench)
  }

  test('is done alone: a row, several of one list, a block, or from there on', () => {
    expect(of(['1.steps.0'])).toEqual(['x 1'])
    expect(of(['1.steps.0'], { given: { it: 'typed' } })).toEqual(['typed 1'])
    expect(of(['1'])).toEqual(['x 1', 'second', 'y 1', 'second'])
    expect(of(['2', '0'])).toEqual(['end'])
    expect(of(['1.steps.1'], { andOn: true })).toEqual(['second', 'y 1', 'second', 'end'])
    expect(() => of(['1.steps.0', '2'])).toThrow(RangeError)
    expect(() => of(['7.steps.0'])).toThrow(RangeError)
  })

  test('pauses before each step, or where it is marked, and a value can be altered there', () => {
    const slow = { ...begin([set('n', '1'), say('${n}'), say('end')]), isSlow: true }
    const first = play(slow, desk)
    expect([first.run.phase, first.run.entryCount]).toEqual(['paused', 0])
    const context = { nowMs: 1, nextId }
    const second = advanceRun(first.run, desk, { ...context, resume: 'step' })
    const paused = play(second.run, second.bench)
    expect([paused.run.phase, scopeOfRun(paused.run)]).toEqual(['paused', { n: '1' }])
    const { head, sheet, log } = partsOfRun(paused.run)
    const named = nameByHand(head, sheet, 'n', '7', 2)
    const altered = { ...named.run, ...sheet, log: [...log, ...named.entries] }
    const on = advanceRun(altered, paused.bench, { ...context, resume: 'run' })
    const end = play(on.run, on.bench)
    expect([end.run.phase, said(end.bench)]).toEqual(['ended', ['7', 'end']])
    const marked = play({ ...begin([say('a'), say('b')]), pauses: ['1'] }, desk)
    expect([marked.run.phase, said(marked.bench)]).toEqual(['paused', ['a']])
  })
})

test('names with spaces, quotes, dollars and line breaks go through values as they are', () => {
  const odd = 'a "b" $1 ${logs} \n c'
  const end = play(begin([say('${n}'), set('m', '${n}'), say('${m}')], { inputs: { n: odd } }), desk)
  expect(said(end.bench)).toEqual([odd, odd])
  expect(changesOf(end.run)).toHaveLength(2)
})
