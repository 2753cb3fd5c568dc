import { describe, expect, test } from 'vitest'
import { applyChanges, windowTitle } from '../bench'
import type { BenchState, Change } from '../bench'
import { exampleDesk } from '../bench/exampleBench'
import { valueOf } from '../result'
import { describeStep, devicesMeant, lintStep, performStep, stepSchema } from '.'
import type { Step, StepContext } from '.'
import { windowChoiceIssues } from './windowChoice'

/** How a step says which programs, devices and windows it means, and what it says where there is none. */

const desk = exampleDesk()
const table = { values: { who: 'BOOK', device: 'Microphone', other: 'Micropohne' }, broken: {} }
const step = (part: Record<string, unknown>): Step => stepSchema.parse({ id: 's', ...part })
const perform = (part: Record<string, unknown>, bench = desk, context: Partial<StepContext> = {}) =>
  performStep(step(part), bench, { nowMs: 0, nextId: () => 'n', values: table, ...context })
const after = (bench: BenchState, ...changes: Change[]) => valueOf(applyChanges(bench, changes))
const failure = (part: Record<string, unknown>, bench = desk) => {
  const effect = perform(part, bench)
  return effect.kind === 'failed' ? [effect.issue.code, effect.issue.message] : [effect.kind]
}
const lint = (part: Record<string, unknown>, bench = desk) =>
  lintStep(step(part), bench, table).map(({ at, code, severity }) => `${severity} ${at} ${code}`)

describe('programs', () => {
  const away = (which: object, more: object = {}) => ({ kind: 'programs.put-away', which, how: 'hide', ...more })
  const hidden = (which: object, bench = desk) => {
    const effect = perform(away(which), bench)
    return effect.kind !== 'done'
      ? effect.kind
      : effect.changes.flatMap((change) => (change.kind === 'window.mode' ? [change.windowId] : [])).sort()
  }

  test('these, all but these, all, those of a category, the one in front', () => {
    expect([
      hidden({ kind: 'these', programIds: ['chart'] }),
      hidden({ kind: 'all-but', programIds: ['chart'] }),
      hidden({ kind: 'all' }),
      hidden({ kind: 'category', category: 'Writing' }),
      hidden({ kind: 'front' }),
    ]).toEqual([
      ['w-chart'],
      ['w-book', 'w-small'],
      ['w-book', 'w-chart', 'w-small'],
      ['w-book', 'w-small'],
      ['w-book', 'w-small'],
    ])
    expect(hidden({ kind: 'category', category: 'writing' })).toEqual([])
  })

  test('one by a text: its id, its name whatever the capitals, or a value; none is told', () => {
    const named = (text: string) => hidden({ kind: 'named', text })
    expect([named('chart'), named('Chart'), named('${who}'), named('CHAR')]).toEqual([
      ['w-chart'],
      ['w-chart'],
      ['w-book', 'w-small'],
      'failed',
    ])
    expect(failure(away({ kind: 'named', text: 'nobody' }))[0]).toBe('program-missing')
    expect(failure(away({ kind: 'named', text: '${nowhere}' }))[0]).toBe('variable-unknown')
    expect(lint(away({ kind: 'named', text: 'nobody' }))).toEqual(['fault which.text program-missing'])
    expect(lint(away({ kind: 'named', text: '${who}' }))).toEqual([])
    expect(lint({ kind: 'programs.show', which: { kind: 'named', text: '${who}' } })).toEqual([])
    expect(lint({ kind: 'programs.show', which: { kind: 'named', text: 'nobody' } })).toEqual([
      'fault which.text program-missing',
    ])
  })

  test('those that are named and not there are told, each; what is not chosen yet is not', () => {
    expect(failure(away({ kind: 'these', programIds: ['chart', 'nobody'] }))[0]).toBe('program-missing')
    expect(failure(away({ kind: 'all-but', programIds: ['nobody'] }))[0]).toBe('program-missing')
    expect(lint(away({ kind: 'these', programIds: ['nobody', 'chart', 'none'] }))).toHaveLength(2)
  })

  test('are said in words, by twelve at most', () => {
    const said = (which: object) => describeStep(step(away(which)), desk)
    expect([
      said({ kind: 'all' }),
      said({ kind: 'front' }),
      said({ kind: 'category', category: 'Writing' }),
      said({ kind: 'named', text: '${who}' }),
      said({ kind: 'these', programIds: ['chart', 'book'] }),
      said({ kind: 'all-but', programIds: ['chart', 'gone'] }),
    ]).toEqual([
      'Hides all programs.',
      'Hides the program in front.',
      'Hides all programs of Writing.',
      'Hides “${who}”.',
      'Hides CHART and BOOK.',
      'Hides everything but CHART and the missing program “gone”.',
    ])
    const many = Array.from({ length: 14 }, (_, i) => ({ ...desk.programs.chart!, id: `p${i}`, name: `P${i}` }))
    const windows = many.map(({ id }): Change => ({
      kind: 'window.open',
      window: { id: `w-${id}`, programId: id, mode: 'normal', content: { documents: [] } },
    }))
    const crowd = after(desk, ...many.map((program): Change => ({ kind: 'program.put', program })), ...windows)
    const effect = perform(away({ kind: 'these', programIds: many.map(({ id }) => id) }), crowd)
    expect(effect.kind === 'done' && effect.note).toMatch(/P13, P12, .*P2 and 2 more/)
  })
})

describe('devices', () => {
  const control = (target: object, more: object = {}) => ({
    kind: 'device.control',
    target,
    controlId: 'gain',
    to: { kind: 'set', value: 20 },
    ...more,
  })
  const set = (target: object, bench = desk) => {
    const effect = perform(control(target), bench)
    return effect.kind === 'done'
      ? effect.changes.map((change) => (change.kind === 'device.set' ? change.deviceId : change.kind))
      : effect.kind === 'failed'
        ? effect.issue.code
        : effect.kind
  }

  test('by a text: its id, its name whatever the capitals, or a value', () => {
    const named = (text: string) => set({ kind: 'named', text })
    expect([named('mic'), named('microphone'), named('${device}'), named('${nowhere}')]).toEqual([
      ['mic'],
      ['mic'],
      ['mic'],
      'variable-unknown',
    ])
    const [code, message] = failure(control({ kind: 'named', text: 'mik' }))
    expect([code, message]).toEqual(['device-missing', expect.stringContaining('mic')])
  })

  test('one that is missing is told with what is like it; several that are missing each', () => {
    const effect = perform(control({ kind: 'devices', deviceIds: ['mik', 'mic', 'none'] }))
    expect(effect).toMatchObject({ kind: 'failed', issue: { code: 'device-missing' } })
    expect(effect.kind === 'failed' && effect.issue.message).toMatch(/mik.*none/s)
  })

  test('all of a kind are those that are there, and there may be none', () => {
    const all = (bench: BenchState) => set({ kind: 'all', deviceKind: 'audio-input' }, bench)
    expect(all(desk)).toEqual(['mic'])
    const out = after(desk, { kind: 'device.plug', deviceId: 'mic', plugged: false })
    expect(all(out)).toBe('device-missing')
    expect(failure(control({ kind: 'all', deviceKind: 'audio-input' }), out)[1]).toMatch(/^There are no /)
    expect(failure(control({ kind: 'default', deviceKind: 'audio-output' }))[1]).toMatch(/^There is no /)
    expect(failure(control({ kind: 'devices', deviceIds: ['mic'] }), out)[0]).toBe('device-absent')
  })

  test('are known beforehand where they can be', () => {
    const meant = (target: object) => devicesMeant(step(control(target)), desk)
    expect([
      meant({ kind: 'devices', deviceIds: ['mic'] }),
      meant({ kind: 'all', deviceKind: 'display' }),
      meant({ kind: 'devices', deviceIds: ['gone'] }),
      meant({ kind: 'named', text: 'Player' }),
      meant({ kind: 'named', text: '${round}' }),
    ]).toEqual([['mic'], ['left', 'right'], [], ['player'], []])
  })

  test('are said in words', () => {
    const said = (target: object) => describeStep(step(control(target)), desk)
    expect([
      said({ kind: 'devices', deviceIds: ['mic', 'gone'] }),
      said({ kind: 'all', deviceKind: 'audio-input' }),
      said({ kind: 'default', deviceKind: 'audio-input' }),
      said({ kind: 'named', text: '${device}' }),
    ]).toEqual([
      'Sets Gain of Microphone and the missing device “gone” to 20 %.',
      'Sets Gain of all microphones to 20 %.',
      'Sets Gain of the microphone in use to 20 %.',
      'Sets Gain of “${device}” to 20 %.',
    ])
  })
})

describe('windows', () => {
  const close = (which: object) => ({ kind: 'windows.close', which, unsaved: 'discard' })
  const closed = (which: object, bench = desk) => {
    const effect = perform(close(which), bench)
    return effect.kind === 'done'
      ? effect.changes.flatMap((change) => (change.kind === 'window.close' ? [change.windowId] : []))
      : effect.kind === 'failed'
        ? effect.issue.code
        : effect.kind
  }

  test('the one in front, those of a program, by a title, by its id', () => {
    expect([
      closed({ kind: 'front' }),
      closed({ kind: 'program', programId: 'book' }),
      closed({ kind: 'title', text: 'B.LOG' }),
      closed({ kind: 'window', windowId: 'w-chart' }),
    ]).toEqual([['w-book'], ['w-book', 'w-small'], ['w-book'], ['w-chart']])
  })

  test('that are not there are told, by what was meant', () => {
    expect([
      closed({ kind: 'program', programId: 'dome' }),
      closed({ kind: 'title', text: 'none such' }),
      closed({ kind: 'window', windowId: 'w-gone' }),
      closed({ kind: 'title', text: '${nowhere}' }),
      closed({ kind: 'named', text: '${nowhere}' }),
      closed({ kind: 'named', text: 'w-gone' }),
      closed({ kind: 'front' }, { ...desk, windows: {}, stack: [] }),
    ]).toEqual([
      'no-window',
      'no-window',
      'no-window',
      'variable-unknown',
      'variable-unknown',
      'no-window',
      'no-window',
    ])
    expect(failure(close({ kind: 'program', programId: 'dome' }))[1]).toBe('DOME has no window open.')
    expect(windowChoiceIssues({ kind: 'program', programId: 'gone' }, desk)[0]?.message).toBe(
      'There is no program “gone” on the bench.',
    )
    expect(windowChoiceIssues({ kind: 'program', programId: 'dome' }, desk)).toEqual([])
  })

  test('by a program and a title as they stood: that one, or the topmost of the program in its place', () => {
    const title = windowTitle(desk, desk.windows['w-book']!)
    expect(closed({ kind: 'meant', programId: 'book', title })).toEqual(['w-book'])
    expect(closed({ kind: 'meant', programId: 'chart', title: 'CHART: something else' })).toEqual(['w-chart'])
    const effect = perform(close({ kind: 'meant', programId: 'chart', title: 'CHART: something else' }))
    expect(effect.kind === 'done' && effect.note).toMatch(/CHART/)
    expect(closed({ kind: 'meant', programId: 'dome', title: '' })).toBe('no-window')
  })
})
