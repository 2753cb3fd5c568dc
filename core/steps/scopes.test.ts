import { describe, expect, test } from 'vitest'
import { exampleDesk } from '../bench/exampleBench'
import { areAboutDevices, performStep, placeIssues, placesIn, stepSchema } from '.'
import type { AnyStep, BlockPlace, Step, StepContext } from '.'
import { benchView } from './benchView'
import { chooseBlock } from './kinds/chooseBlock'
import { group } from './kinds/group'

/** Steps at their places: the names that can be used there, what stands in a loop, and what blocks and calls come to. */

const desk = exampleDesk()
const step = (part: Record<string, unknown>): Step => stepSchema.parse({ id: 's', ...part })
const context = (part: Partial<StepContext> = {}): StepContext => ({ nowMs: 0, nextId: () => 'n', ...part })
const set = (as: string, text: string, part: object = {}) =>
  step({ kind: 'text.work', as, text, work: { kind: 'trim' }, ...part })
const places = (...steps: Step[]) => [...placesIn(steps)]
const names = (...steps: Step[]) =>
  Object.fromEntries(places(...steps).map(({ path, known }) => [path, [...known.keys()].join(' ')]))

describe('the names at a place', () => {
  test('are those that what stands before it keeps, and of those around it', () => {
    const loop = step({ kind: 'each', source: { kind: 'windows' }, as: 'window', steps: [set('b', ''), set('c', '')] })
    expect(names(set('a', ''), loop, set('d', ''))).toEqual({
      0: '',
      1: 'a',
      '1.steps.0': 'a window round',
      '1.steps.1': 'a window round b',
      2: 'a',
    })
  })

  test('nothing that is switched off gives any, and it stands at no place', () => {
    expect(names(set('a', '', { off: true }), set('b', ''), set('c', ''))).toEqual({ 1: '', 2: 'b' })
    expect(names(step({ kind: 'note', text: 'Look up' }), set('b', ''))).toEqual({ 1: '' })
  })

  test('a second way stands where its step does, and what it keeps is kept', () => {
    const two = set('a', '', { alternative: { ...set('b', ''), id: 's2' } })
    expect(names(two, set('c', ''))).toEqual({ 0: '', '0.alternative': '', 1: 'a b' })
  })
})

describe('what stands in the way of a step at its place', () => {
  const issues = (...steps: Step[]) =>
    places(...steps).flatMap((place) => placeIssues(place, desk).map(({ code, at }) => [place.path, code, at]))

  test('leaving a loop needs one around it, however far; a second way of a loop is none', () => {
    const leave = step({ kind: 'loop.leave', to: 'end' })
    const loop = (...steps: Step[]) => step({ kind: 'repeat', times: '2', steps })
    expect(issues(leave)).toEqual([['0', 'outside-loop', undefined]])
    expect(issues(step({ kind: 'group', name: 'g', steps: [leave] }))).toEqual([
      ['0.steps.0', 'outside-loop', undefined],
    ])
    expect(issues(loop(leave))).toEqual([])
    expect(issues(loop(step({ kind: 'group', name: 'g', steps: [leave] })))).toEqual([])
    expect(issues(loop(leave), leave)).toEqual([['1', 'outside-loop', undefined]])
    const second = step({ ...loop(set('a', '')), alternative: { ...leave, id: 'x' } })
    expect(issues(second)).toEqual([['0.alternative', 'outside-loop', undefined]])
  })

  test('a name that nothing has, at the text it stands in; after it was given it is known', () => {
    expect(issues(set('a', '${b}'), set('b', ''), set('c', '${b}'))).toEqual([['0', 'variable-unknown', 'text']])
    expect(issues(set('a', 'no name, $5 a night'))).toEqual([])
    expect(issues(set('a', '${logs}'))).toEqual([])
    const loop = step({ kind: 'each', source: { kind: 'windows' }, as: 'w', steps: [set('a', '${w.title} ${w.none}')] })
    expect(issues(loop)).toEqual([['0.steps.0', 'variable-unknown', 'text']])
  })
})

describe('blocks say what comes next', () => {
  const at: BlockPlace[] = [{ at: 'beginning' }, { at: 'end', list: 'steps' } as BlockPlace]

  test('a group does its steps, once', () => {
    const one = step({ kind: 'group', name: 'g', steps: [] }) as never
    expect(at.map((place) => group.next(one, place, desk, context()))).toEqual([
      { kind: 'enter', list: 'steps', because: '' },
      { kind: 'leave', because: '' },
    ])
  })

  test('a group has a name of 1 to 120 letters, without spaces around it', () => {
    const named = (name: string) => {
      const read = stepSchema.safeParse({ id: 's', kind: 'group', name, steps: [] })
      return read.success ? (read.data as { name?: string }).name : undefined
    }
    expect([named(''), named('  '), named(' a '), named('a'.repeat(120)), named('a'.repeat(121))]).toEqual([
      undefined,
      undefined,
      'a',
      'a'.repeat(120),
      undefined,
    ])
  })

  test('by a value: the first case that has it, whatever its capitals and the spaces around it; else the rest', () => {
    const choose = (
      text: string,
      otherwise?: AnyStep[],
      values: string[][] = [['Red', ' dark '], ['red'], ['${logs}']],
    ) =>
      chooseBlock.next(
        step({
          kind: 'choose',
          text,
          cases: values.map((one) => ({ values: one, steps: [] })),
          ...(otherwise ? { otherwise } : {}),
        }) as never,
        at[0]!,
        desk,
        context(),
      )
    const entered = (move: ReturnType<typeof choose>) => (move.kind === 'enter' ? move.list : move.kind)
    expect(['red', ' DARK', '/L', 'blue'].map((text) => entered(choose(text)))).toEqual([
      'cases.0.steps',
      'cases.0.steps',
      'cases.2.steps',
      'leave',
    ])
    expect(entered(choose('blue', []))).toBe('otherwise')
    expect([entered(choose('${gone}')), entered(choose('x', [], [['${gone}']]))]).toEqual(['fail', 'fail'])
    expect(
      chooseBlock.next(
        step({ kind: 'choose', text: 'a', cases: [{ values: ['a'], steps: [] }] }) as never,
        at[1]!,
        desk,
        context(),
      ),
    ).toEqual({ kind: 'leave', because: '' })
  })
})

describe('pulling another lever', () => {
  const pull = (part: object, scope = {}) =>
    performStep(step({ kind: 'lever.pull', leverId: 'l1', inputs: [], ...part }), desk, context({ scope }))

  test('takes the texts that are given to it, filled in; one name alone is its whole value', () => {
    const scope = { list: ['a', 'b'], row: { name: 'Veil' } }
    const inputs = [
      { name: 'where', text: '${logs}/x' },
      { name: 'all', text: '${list}' },
      { name: 'part', text: '${row.name}' },
    ]
    expect(pull({ inputs }, scope)).toMatchObject({
      kind: 'calls',
      leverId: 'l1',
      inputs: { where: '/l/x', all: ['a', 'b'], part: 'Veil' },
    })
  })

  test('fails where none is chosen, or a text cannot be filled in', () => {
    expect(pull({ leverId: '' })).toMatchObject({ kind: 'failed', issue: { code: 'lever-missing', at: 'leverId' } })
    expect(pull({ inputs: [{ name: 'x', text: '${gone}' }] })).toMatchObject({
      kind: 'failed',
      issue: { code: 'variable-unknown' },
    })
    expect(pull({})).toMatchObject({ kind: 'calls', inputs: {} })
  })
})

test('steps are about devices where any of them is, in blocks and second ways too', () => {
  const mute = {
    id: 'm',
    kind: 'device.control',
    target: { kind: 'devices', deviceIds: ['mic'] },
    controlId: 'mute',
    to: { kind: 'set', value: true },
  }
  expect(areAboutDevices([])).toBe(false)
  expect(areAboutDevices([set('a', '')])).toBe(false)
  expect(areAboutDevices([step(mute)])).toBe(true)
  expect(areAboutDevices([set('a', ''), step({ kind: 'group', name: 'g', steps: [mute] })])).toBe(true)
  expect(areAboutDevices([set('a', '', { alternative: mute })])).toBe(true)
})

describe('the bench as a script sees it', () => {
  const view = (bench = desk) => benchView(bench, context())

  test('tells which programs run, which window has the keys, and what in it is not saved', () => {
    const { programs, windows, front, desktops, desktop, folders } = view()
    expect(programs).toEqual(
      Object.values(desk.programs).map(({ id, name }) => ({ id, name, runs: id === 'chart' || id === 'book' })),
    )
    expect(front).toBe('w-book')
    expect((windows as { id: string; unsaved: boolean }[]).map(({ id, unsaved }) => [id, unsaved]).sort()).toEqual([
      ['w-book', true],
      ['w-chart', false],
      ['w-small', false],
    ])
    expect([desktops, desktop, folders]).toEqual([3, 1, desk.folders])
    expect(view({ ...desk, windows: {}, stack: [] }).front).toBeNull()
  })

  test('tells of devices whether they are plugged in, and how their controls stand', () => {
    const mic = { ...desk.devices.mic!, plugged: false }
    const { devices } = view({ ...desk, devices: { mic } })
    expect(devices).toEqual([
      {
        id: 'mic',
        name: 'Microphone',
        kind: 'audio-input',
        plugged: false,
        controls: { mute: null, gain: 50, pattern: 'wide' },
      },
    ])
    expect(view().devices).toContainEqual(expect.objectContaining({ id: 'mic', plugged: true }))
  })
})
