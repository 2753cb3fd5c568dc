import { describe, expect, test } from 'vitest'
import { applyChanges, frontWindow } from '../bench'
import type { BenchState } from '../bench'
import { exampleBench } from '../bench/exampleBench'
import { valueOf } from '../result'
import { describeStep, findTextIssues, lintStep, mapTexts, performStep, stepSchema, textsOf } from '.'
import type { Step, StepContext } from '.'

let count = 0
const step = (part: Record<string, unknown>): Step => stepSchema.parse({ id: 's', ...part })
const perform = (part: Record<string, unknown>, bench = exampleBench(), context: Partial<StepContext> = {}) => {
  const effect = performStep(step(part), bench, { nowMs: 0, nextId: () => `n-${++count}`, ...context })
  const after: BenchState = 'changes' in effect ? valueOf(applyChanges(bench, effect.changes ?? [])) : bench
  return { effect, after, front: frontWindow(after)?.programId, windows: Object.values(after.windows) }
}

describe('a program that runs already', () => {
  const chart = { kind: 'program.open', programId: 'chart', args: ['--profile=dome'] }

  test('does as it does itself, comes to the front as it is, is refused, or is closed and opened anew', () => {
    expect(perform(chart).after.windows['w-chart']!.content.profile).toBe('dome')
    const raised = perform({ ...chart, whenRunning: 'raise' })
    expect([raised.front, raised.after.windows['w-chart']!.content.profile]).toEqual(['chart', 'red'])
    expect(perform({ ...chart, whenRunning: 'refuse' }).effect).toMatchObject({
      kind: 'failed',
      issue: { code: 'already-running', message: expect.stringContaining('CHART: red') as string },
    })
    const again = perform({ ...chart, whenRunning: 'reopen' })
    expect([
      again.after.windows['w-chart'],
      again.windows.filter((window) => window.programId === 'chart').map((window) => window.content.profile),
    ]).toEqual([undefined, ['dome']])
  })

  test('what is closed first follows the policy for unsaved work', () => {
    const book = { kind: 'program.open', programId: 'book', args: ['/l/a.log'], whenRunning: 'reopen' }
    expect(perform(book).effect).toMatchObject({ kind: 'asks' })
    const saved = perform({ ...book, unsaved: 'save' })
    expect(
      saved.windows
        .filter((window) => window.programId === 'book')
        .map((window) => window.content.documents.map((document) => document.path)),
    ).toEqual([['/l/a.log']])
    expect(perform({ ...book, unsaved: 'leave' }).effect).toMatchObject({ kind: 'failed', changes: [] })
    const hidden = perform({ ...book, unsaved: 'hide' })
    expect([
      hidden.after.windows['w-book']!.mode,
      hidden.windows.filter((window) => window.programId === 'book' && window.mode === 'normal'),
    ]).toMatchObject(['hidden', [{ content: { documents: [{ path: '/l/a.log' }] } }]])
  })

  test('of several instances the one with the wanted profile is meant', () => {
    const bench = exampleBench()
    const multi = {
      ...bench,
      programs: { ...bench.programs, chart: { ...bench.programs.chart!, instances: 'multi' as const } },
    }
    expect(perform({ ...chart, args: ['--profile=red'], whenRunning: 'raise' }, multi).windows).toHaveLength(3)
    expect(perform({ ...chart, whenRunning: 'raise' }, multi).windows).toHaveLength(4)
  })
})

describe('a launch', () => {
  test('that fails is not an error window', () => {
    const bench = exampleBench()
    const gone = valueOf(applyChanges(bench, [{ kind: 'file.remove', path: '/opt/book' }]))
    expect(perform({ kind: 'program.open', programId: 'book' }, gone).effect).toMatchObject({
      kind: 'failed',
      changes: [],
      issue: { code: 'executable-missing' },
    })
    expect(perform({ kind: 'program.open', programId: 'book', workingDirectory: '/lg' }).effect).toMatchObject({
      kind: 'failed',
      issue: { code: 'directory-missing' },
    })
    expect(perform({ kind: 'program.open', programId: 'book', args: ['/l/none.log'] }).effect).toMatchObject({
      kind: 'failed',
      changes: [{ kind: 'window.open' }],
      issue: { code: 'error-window' },
    })
  })

  test('takes relative paths from its working directory, and the environment where no option says otherwise', () => {
    const bench = exampleBench()
    const rules = {
      ...bench.programs.book!.arguments,
      environment: [
        { name: 'BOOK', choices: ['red'], effect: { kind: 'part' as const, part: 'profile' as const }, help: '' },
      ],
    }
    const reading = { ...bench, programs: { ...bench.programs, book: { ...bench.programs.book!, arguments: rules } } }
    const open = {
      kind: 'program.open',
      programId: 'book',
      args: ['../l/a.log'],
      workingDirectory: '${logs}',
      environment: [{ name: 'BOOK', value: '${tint}' }],
      windowMode: 'maximized',
    }
    const opened = perform(open, reading, { values: { values: { tint: 'red' }, broken: {} } }).windows.at(-1)!
    expect(opened).toMatchObject({
      mode: 'maximized',
      content: {
        profile: 'red',
        workingDirectory: '/l',
        environment: { BOOK: 'red' },
        documents: [{ path: '/l/a.log' }],
      },
    })
    expect(
      perform({ ...open, args: ['--profile=dome'], environment: [{ name: 'BOOK', value: 'red' }] }, reading).windows.at(
        -1,
      )!.content.profile,
    ).toBe('dome')
  })
})

test('one lever goes both ways, and starts what does not run', () => {
  const both = { kind: 'program.switch', programId: 'chart', otherId: 'dome', otherArgs: ['--profile=night'] }
  const first = perform(both)
  expect(first.front).toBe('chart')
  const second = perform(both, first.after)
  expect([second.front, second.windows.find((window) => window.programId === 'dome')?.content.profile]).toEqual([
    'dome',
    'night',
  ])
  expect(perform(both, second.after).front).toBe('chart')
  expect(perform(both, perform(both, second.after).after).windows).toHaveLength(4)
})

describe('places', () => {
  test('each opens with the program for it; an address that is open comes to the front as it is', () => {
    const first = perform({ kind: 'place.open', places: ['https://sky.example/a', '${logs}', 'https://sky.example/b'] })
    expect(first.effect.kind).toBe('done')
    expect(
      first.windows.filter((window) => window.programId === 'web').map((window) => window.content.documents.length),
    ).toEqual([2])
    const again = perform({ kind: 'place.open', places: ['https://sky.example/a'] }, first.after)
    expect(again.after.windows).toMatchObject(
      Object.fromEntries([
        [
          frontWindow(again.after)!.id,
          { programId: 'web', content: { active: 'https://sky.example/a', documents: [{}, {}] } },
        ],
      ]),
    )
  })

  test('in several programs and in a profile; what is missing does not keep the rest from opening', () => {
    const both = perform({
      kind: 'place.open',
      places: ['https://sky.example/a', '/none'],
      programIds: ['web', 'book'],
      profile: 'red',
    })
    expect(both.effect).toMatchObject({ kind: 'failed', issue: { code: 'place-missing' } })
    expect(both.windows.slice(3).map((window) => [window.programId, window.content.profile])).toEqual([
      ['web', 'red'],
      ['book', 'red'],
    ])
    expect(perform({ kind: 'place.open', places: ['/l/a.log'] }).effect).toMatchObject({
      kind: 'failed',
      issue: { code: 'no-opener' },
    })
  })
})

describe('devices', () => {
  const mic = (part: Record<string, unknown>) => ({
    kind: 'device.control',
    target: { kind: 'devices', deviceIds: ['mic'] },
    ...part,
  })
  const value = (after: BenchState, controlId: string) => after.devices.mic!.controls[controlId]!.value

  test('set, the other way, the next, up and down; what is unknown becomes what was chosen', () => {
    const toggled = perform(mic({ controlId: 'mute', to: { kind: 'toggle', whenUnknown: true } })).after
    expect([
      value(toggled, 'mute'),
      value(perform(mic({ controlId: 'mute', to: { kind: 'toggle', whenUnknown: true } }), toggled).after, 'mute'),
    ]).toEqual([true, false])
    expect(value(perform(mic({ controlId: 'gain', to: { kind: 'step', by: 70 } })).after, 'gain')).toBe(100)
    expect(value(perform(mic({ controlId: 'gain', to: { kind: 'step', by: -60 } })).after, 'gain')).toBe(0)
    const next = (from: BenchState) =>
      perform(mic({ controlId: 'pattern', to: { kind: 'cycle', values: ['wide', 'narrow'] } }), from).after
    expect([value(next(exampleBench()), 'pattern'), value(next(next(exampleBench())), 'pattern')]).toEqual([
      'narrow',
      'wide',
    ])
    expect(value(perform(mic({ controlId: 'gain', to: { kind: 'set', value: 5 } })).after, 'gain')).toBe(5)
  })

  test('several go the same way; of all of a kind those that are there are meant; the default is whichever it is then', () => {
    const bench = exampleBench()
    const second = {
      ...bench.devices.mic!,
      id: 'mic2',
      name: 'Second',
      isDefault: true,
      controls: { mute: { kind: 'switch' as const, name: 'Mute', on: 'muted', off: 'open', value: true } },
    }
    const two = { ...bench, devices: { ...bench.devices, mic2: second } }
    const theOtherWay = { controlId: 'mute', to: { kind: 'toggle', whenUnknown: true } }
    const all = perform(
      { kind: 'device.control', target: { kind: 'all', deviceKind: 'audio-input' }, ...theOtherWay },
      two,
    ).after
    expect([all.devices.mic!.controls.mute!.value, all.devices.mic2!.controls.mute!.value]).toEqual([false, false])
    const byDefault = { kind: 'device.control', target: { kind: 'default', deviceKind: 'audio-input' }, ...theOtherWay }
    expect(perform(byDefault, two).effect).toMatchObject({ changes: [{ deviceId: 'mic2' }] })
    const unplugged = { ...two, devices: { ...two.devices, mic2: { ...second, plugged: false } } }
    expect(perform(byDefault, unplugged).effect).toMatchObject({ changes: [{ deviceId: 'mic' }] })
    expect(
      perform(mic(theOtherWay), { ...bench, devices: { mic: { ...bench.devices.mic!, plugged: false } } }).effect,
    ).toMatchObject({ kind: 'failed', issue: { code: 'device-absent' } })
  })

  test('what cannot be is said before and refused', () => {
    const fault = (part: Record<string, unknown>) =>
      lintStep(step(mic(part)), exampleBench()).map((finding) => finding.code)
    expect(fault({ controlId: 'tone', to: { kind: 'set', value: 1 } })).toEqual(['control-missing'])
    expect(fault({ controlId: 'gain', to: { kind: 'toggle', whenUnknown: true } })).toEqual(['value-refused'])
    expect(fault({ controlId: 'gain', to: { kind: 'set', value: 101 } })).toEqual(['value-refused'])
    expect(
      fault({
        target: { kind: 'devices', deviceIds: ['mick'] },
        controlId: 'mute',
        to: { kind: 'toggle', whenUnknown: true },
      }),
    ).toEqual(['device-missing'])
    expect(
      describeStep(
        step(mic({ controlId: 'pattern', to: { kind: 'cycle', values: ['wide', 'narrow'] } })),
        exampleBench(),
      ),
    ).toBe('Goes on from Wide to Narrow with Pattern of Microphone.')
  })
})

describe('what is said before a pull', () => {
  const codes = (part: Record<string, unknown>, bench = exampleBench()) =>
    lintStep(step(part), bench).map((finding) => [finding.at, finding.code, finding.mend?.label])

  test('names that mean nothing, at their text, before anything else', () => {
    expect(
      codes({ kind: 'program.open', programId: 'book', args: ['${log}/a.log'], workingDirectory: '${nope}' }),
    ).toEqual([
      ['args.0', 'variable-unknown', undefined],
      ['workingDirectory', 'variable-unknown', undefined],
    ])
    expect(findTextIssues(step({ kind: 'message.show', text: '${logs}' }), exampleBench())).toEqual([])
  })

  test('a program that runs, once only, and takes nothing new', () => {
    const bench = perform({ kind: 'program.open', programId: 'dome' }).after
    expect(codes({ kind: 'program.open', programId: 'dome', args: ['--profile=night'] }, bench)).toEqual([
      ['whenRunning', 'already-running', 'Close and open again'],
    ])
    expect(
      codes({ kind: 'program.open', programId: 'dome', args: ['--profile=night'], whenRunning: 'reopen' }, bench),
    ).toEqual([])
    expect(codes({ kind: 'program.open', programId: 'dome', whenRunning: 'another' })).toEqual([
      ['whenRunning', 'single-instance', 'Close and open again'],
    ])
  })

  test('folders, places, programs and profiles that are not there', () => {
    expect(codes({ kind: 'program.open', programId: 'book', workingDirectory: '/lg' })).toEqual([
      ['workingDirectory', 'directory-missing', 'Use /l'],
    ])
    expect(codes({ kind: 'place.open', places: ['/l', '/l/a.lg'], programIds: ['book'] })).toEqual([
      ['places.1', 'place-missing', 'Use a.log'],
    ])
    expect(codes({ kind: 'place.open', places: ['/l'], programIds: ['boook'] })).toEqual([
      ['programIds.0', 'program-missing', undefined],
    ])
    expect(codes({ kind: 'program.raise', programId: 'boook' })).toEqual([['programId', 'program-missing', undefined]])
    expect(codes({ kind: 'program.switch', programId: 'chart', args: ['--profil=red'], otherId: 'dome' })).toEqual([
      ['args.0', 'option-unknown', 'Write --profile'],
    ])
    expect(codes({ kind: 'program.open', programId: 'book', environment: [{ name: 'X', value: '' }] })).toEqual([
      ['environment.0.name', 'environment-unknown', undefined],
    ])
  })
})

test('every text of a step can be found and made anew, and every kind has its sentence', () => {
  const steps = [
    {
      kind: 'program.open',
      programId: 'book',
      args: ['a'],
      workingDirectory: 'b',
      environment: [{ name: 'N', value: 'c' }],
      whenRunning: 'reopen',
    },
    { kind: 'program.switch', programId: 'book', args: ['a'], otherId: 'dome', otherArgs: ['b'] },
    { kind: 'place.open', places: ['a', 'b'], programIds: ['web', 'book'], profile: 'red' },
    { kind: 'message.show', text: 'a' },
    { kind: 'wait', ms: 5 },
    { kind: 'program.close', programId: 'book' },
  ].map(step)
  for (const entry of steps)
    expect(textsOf(mapTexts(entry, (text) => `${text}!`)).map(({ text }) => text)).toEqual(
      textsOf(entry).map(({ text }) => `${text}!`),
    )
  expect(steps.map((entry) => describeStep(entry, exampleBench()))).toEqual([
    'Opens BOOK with a; if it runs, closes it first.',
    'Goes from BOOK to DOME and back.',
    'Opens a, b in WEB and BOOK, profile red.',
    'Shows the message “a”.',
    'Waits 5 ms.',
    'Closes BOOK and asks about unsaved work.',
  ])
})

test('waits as long as a value says, and says what is no length of time', () => {
  const wait = (text: string) => stepSchema.parse({ id: 's', kind: 'wait', ms: 0, text })
  const context = { nowMs: 1000, nextId: () => 'n', values: { values: { minutes: '25' }, broken: {} } }
  const run = (text: string) => performStep(wait(text), exampleBench(), context)
  expect(run('${minutes} min')).toMatchObject({ kind: 'waits', untilMs: 1000 + 25 * 60_000 })
  expect(run('soon')).toMatchObject({ kind: 'failed', issue: { code: 'no-duration' } })
  expect(run('25 h')).toMatchObject({ kind: 'failed', issue: { code: 'no-duration' } })
  expect(lintStep(wait('soon'), exampleBench(), undefined)).toMatchObject([{ code: 'no-duration' }])
  expect(lintStep(wait('${minutes} min'), exampleBench(), context.values)).toEqual([])
  expect(describeStep(wait('${minutes} min'), { programs: {} })).toBe('Waits ${minutes} min.')
})
