import { describe, expect, test } from 'vitest'
import { exampleDesk } from '../bench/exampleBench'
import { plainSentence } from '../sentence'
import { describeStep, describeSteps, durationInWords, headOf, parseDuration, sentenceOf, stepSchema } from '.'
import type { Step } from '.'

const desk = exampleDesk()
const names = { ...desk, frames: { night: 'Night', guests: 'Guests' }, levers: { l7: '7 Find a star' } }
const step = (part: Record<string, unknown>): Step => stepSchema.parse({ id: 's', onFailure: 'stop', ...part })
const said = (part: Record<string, unknown>) => describeStep(step(part), names)
const inside = [{ id: 'i', kind: 'wait', ms: 1, onFailure: 'stop' }]
const head = (part: Record<string, unknown>, list = 'steps') => plainSentence(headOf(step(part), list, names) ?? 'none')

describe('a step in words', () => {
  test.each<[string, Record<string, unknown>]>([
    ['Opens CHART.', { kind: 'program.open', programId: 'chart' }],
    [
      'Opens CHART with --profile=red, a, b and 1 more, maximized; if it runs, brings it to the front.',
      {
        kind: 'program.open',
        programId: 'chart',
        args: ['--profile=red', 'a', 'b', 'c'],
        windowMode: 'maximized',
        whenRunning: 'raise',
      },
    ],
    ['Opens the missing program “nobody”.', { kind: 'program.open', programId: 'nobody', windowMode: 'normal' }],
    ['Brings BOOK to the front.', { kind: 'program.raise', programId: 'book' }],
    ['Goes from CHART to DOME and back.', { kind: 'program.switch', programId: 'chart', otherId: 'dome' }],
    ['Tells BOOK “Select all”.', { kind: 'program.tell', programId: 'book', verb: 'all' }],
    ['Tells BOOK “sing”.', { kind: 'program.tell', programId: 'book', verb: 'sing' }],
    ['Tells the program in front “Save”.', { kind: 'program.tell', programId: '', verb: 'Save' }],
    ['Uninstalls BOOK and saves unsaved work.', { kind: 'program.uninstall', programId: 'book', unsaved: 'save' }],
    [
      'Opens /in, /l; failing that, waits 1 ms.',
      {
        kind: 'place.open',
        places: ['/in', '/l'],
        alternative: inside[0],
        profile: undefined,
      },
    ],
    [
      'Opens /in in CHART and BOOK, profile red.',
      { kind: 'place.open', places: ['/in'], programIds: ['chart', 'book'], profile: 'red' },
    ],
    [
      'Puts the window in front into the left half.',
      { kind: 'windows.place', which: { kind: 'front' }, place: { kind: 'named', name: 'left' } },
    ],
    [
      'Puts the windows of BOOK where it stands by itself on the other display on desktop 2 Charts and goes there.',
      {
        kind: 'windows.place',
        which: { kind: 'program', programId: 'book' },
        place: { kind: 'own' },
        display: { kind: 'next' },
        desktop: 2,
        follow: true,
      },
    ],
    [
      'Puts windows with “north” in their title on the missing display “gone”.',
      {
        kind: 'windows.place',
        which: { kind: 'title', text: 'north' },
        display: { kind: 'named', deviceId: 'gone' },
      },
    ],
    ['Puts the window in front where it stands.', { kind: 'windows.place', which: { kind: 'front' } }],
    ['Goes to the next window of the program in front.', { kind: 'window.cycle', way: 'next', within: 'program' }],
    ['Goes to the previous window.', { kind: 'window.cycle', way: 'previous' }],
    ['Goes to desktop 3 Visitors.', { kind: 'desktop.go', to: { kind: 'number', desktop: 3 } }],
    [
      'Moves /in/*.exposure to /later, which is made if it is missing; where a name is taken, leaves it where it is.',
      {
        kind: 'files.move',
        act: 'move',
        paths: ['/in/*.exposure'],
        to: '/later',
        taken: 'skip',
        makeFolder: true,
      },
    ],
    [
      'Throws /in/a, /in/b, /in/c and 2 more into the bin.',
      { kind: 'files.bin', paths: ['/in/a', '/in/b', '/in/c', '/in/d', '/in/e'] },
    ],
    ['Takes * out of the bin.', { kind: 'files.restore', names: ['*'] }],
    ['Types “Clear sky” into BOOK.', { kind: 'text.type', text: 'Clear sky.', programId: 'book' }],
    ['Sends Ctrl+S, A to the program in front.', { kind: 'keys.send', chords: ['Ctrl+S', 'A'], programId: '' }],
    ['Copies what is selected in BOOK.', { kind: 'clipboard.use', act: 'copy', programId: 'book' }],
    ['Pastes into the program in front.', { kind: 'clipboard.use', act: 'paste', programId: '' }],
    [
      'Pastes the second last that was copied into BOOK.',
      { kind: 'clipboard.use', act: 'paste', programId: 'book', nth: 2 },
    ],
    [
      'Pastes the 11th last that was copied into BOOK.',
      { kind: 'clipboard.use', act: 'paste', programId: 'book', nth: 11 },
    ],
    [
      'Pastes the 22nd last that was copied into BOOK.',
      { kind: 'clipboard.use', act: 'paste', programId: 'book', nth: 22 },
    ],
    ['Puts “12h” on the clipboard.', { kind: 'clipboard.use', act: 'put', programId: '', text: '12h' }],
    ['Plays or pauses the player.', { kind: 'player.control', deviceId: '', act: 'toggle' }],
    [
      'Plays Calm night on Player.',
      { kind: 'player.control', deviceId: 'player', act: 'playlist', playlistId: 'calm' },
    ],
    [
      'Plays a playlist on the player “gone”.',
      { kind: 'player.control', deviceId: 'gone', act: 'playlist', playlistId: 'calm' },
    ],
    [
      'Turns Gain of Microphone down by 15 %.',
      {
        kind: 'device.control',
        target: { kind: 'devices', deviceIds: ['mic'] },
        controlId: 'gain',
        to: { kind: 'step', by: -15 },
      },
    ],
    [
      'Goes on from Wide to Narrow with Pattern of Microphone.',
      {
        kind: 'device.control',
        target: { kind: 'devices', deviceIds: ['mic'] },
        controlId: 'pattern',
        to: { kind: 'cycle', values: ['wide', 'narrow'] },
      },
    ],
    [
      'Sets none of Microphone to ….',
      {
        kind: 'device.control',
        target: { kind: 'devices', deviceIds: ['mic'] },
        controlId: 'none',
        to: { kind: 'said', text: '…' },
      },
    ],
    ['Switches Night and Guests on.', { kind: 'frame.switch', frameIds: ['night', 'guests'], to: 'on' }],
    ['Announces “Doors open” with a sound.', { kind: 'message.show', text: 'Doors open.', as: 'board', sound: true }],
    ['Warns “Dew” and waits until it is read.', { kind: 'message.show', text: 'Dew', as: 'alert' }],
    ['Sets v to “a”.', { kind: 'value.set', as: 'v', from: { kind: 'text', text: 'a' } }],
    ['Sets v to the sum ….', { kind: 'value.set', as: 'v', from: { kind: 'sum', text: '' } }],
    ['Sets v to the time as HH:mm.', { kind: 'value.set', as: 'v', from: { kind: 'moment', format: 'HH:mm' } }],
    [
      'Sets v to the time as HH:mm, 1 day later.',
      { kind: 'value.set', as: 'v', from: { kind: 'moment', format: 'HH:mm', days: 1 } },
    ],
    [
      'Sets v to the time as HH:mm, 2 days earlier.',
      { kind: 'value.set', as: 'v', from: { kind: 'moment', format: 'HH:mm', days: -2 } },
    ],
    ['Sets v to what was copied last.', { kind: 'value.set', as: 'v', from: { kind: 'clipboard' } }],
    [
      'Sets v to Gain of Microphone.',
      { kind: 'value.set', as: 'v', from: { kind: 'control', deviceId: 'mic', controlId: 'gain' } },
    ],
    [
      'Sets v to gain of the missing device “gone”.',
      { kind: 'value.set', as: 'v', from: { kind: 'control', deviceId: 'gone', controlId: 'gain' } },
    ],
    [
      'Sets v to whether CHART runs.',
      {
        kind: 'value.set',
        as: 'v',
        from: { kind: 'condition', condition: { kind: 'program-runs', programId: 'chart' } },
      },
    ],
    [
      'Waits until CHART runs, at most 1 min, then goes on all the same.',
      {
        kind: 'wait.until',
        condition: { kind: 'program-runs', programId: 'chart' },
        limitMs: 60_000,
        then: 'go-on',
      },
    ],
    [
      'Pulls 7 Find a star with target “${v}” and calls the answer star.',
      {
        kind: 'lever.pull',
        leverId: 'l7',
        inputs: [{ name: 'target', text: '${v}' }],
        as: 'star',
      },
    ],
    ['Pulls the lever “l9”.', { kind: 'lever.pull', leverId: 'l9', inputs: [] }],
    ['Gives back “${v}”.', { kind: 'lever.give', text: '${v}' }],
    ['Runs a script of 1 line.', { kind: 'script.run', script: 'return 1' }],
    [
      'Runs a script of 2 lines and calls what it gives back x.',
      { kind: 'script.run', script: 'say("a")\nreturn 1', as: 'x' },
    ],
    ['Does 1 step 1 time.', { kind: 'repeat', times: '1', steps: inside }],
    ['Does 1 step ${v} times.', { kind: 'repeat', times: '${v}', steps: inside }],
    ['Does all of “g”.', { kind: 'group', name: 'g', steps: inside }],
    [
      'Does something if CHART runs.',
      { kind: 'if', branches: [{ condition: { kind: 'program-runs', programId: 'chart' }, steps: inside }] },
    ],
    [
      'Arranges nothing yet, leaves the rest.',
      { kind: 'bench.arrange', windows: [], devices: [], frames: [], rest: 'leave', unsaved: 'ask' },
    ],
  ])('%s', (sentence, part) => {
    expect(said(part)).toBe(sentence)
  })

  test('a case more, several more, and something other', () => {
    const branch = { condition: { kind: 'program-runs', programId: 'chart' }, steps: inside }
    const branches = (count: number, more: object = {}) =>
      said({ kind: 'if', branches: Array(count).fill(branch), ...more })
    expect([branches(2), branches(3), branches(1, { otherwise: inside }), branches(1, { otherwise: [] })]).toEqual([
      'Does something if CHART runs, or in another case.',
      'Does something if CHART runs, or one of 2 more cases.',
      'Does something if CHART runs, else something other.',
      'Does something if CHART runs.',
    ])
  })

  test('the parts of a sentence lead to the fields they stand for', () => {
    const parts = sentenceOf(
      step({ kind: 'files.move', act: 'copy', paths: ['/a', '/b'], to: '/c', taken: 'both' }),
      names,
    )
    expect(parts.flatMap((part) => (typeof part === 'string' ? [] : [[part.at, part.text, part.input.as]]))).toEqual([
      ['act', 'Copies', 'choice'],
      ['paths.0', '/a', 'path'],
      ['paths.1', '/b', 'path'],
      ['to', '/c', 'path'],
      ['taken', expect.any(String), 'choice'],
    ])
  })
})

describe('the head of a list', () => {
  const runs = { kind: 'program-runs', programId: 'chart' }

  test('says when it is done, and how often', () => {
    expect(head({ kind: 'repeat', times: '1', steps: inside })).toBe('1 time')
    expect(head({ kind: 'repeat', times: '3', steps: inside })).toBe('3 times')
    expect(head({ kind: 'while', condition: runs, atMost: 1, steps: inside })).toBe('While CHART runs, at most 1 time')
    expect(head({ kind: 'while', condition: runs, atMost: 1000, steps: inside })).toBe(
      'While CHART runs, at most 1,000 times',
    )
    expect(head({ kind: 'group', name: 'Doors', steps: inside })).toBe('Doors')
    expect(head({ kind: 'wait', ms: 1 })).toBe('none')
  })

  test('of the cases of an if, one after the other, and of what is done else', () => {
    const branches = [
      { condition: runs, steps: inside },
      { condition: { kind: 'desktop-shown', desktop: 2 }, steps: inside },
    ]
    const of = (list: string) => head({ kind: 'if', branches, otherwise: inside }, list)
    expect([of('branches.0.steps'), of('branches.1.steps'), of('otherwise')]).toEqual([
      'If CHART runs',
      expect.stringMatching(/^Else, if .*2/) as string,
      'Else',
    ])
  })

  test('of the cases of a value, with all they take', () => {
    const cases = [
      { values: ['a'], steps: inside },
      { values: ['b', 'c', 'd'], steps: inside },
    ]
    const of = (list: string, text = '${v}') => head({ kind: 'choose', text, cases, otherwise: inside }, list)
    expect([of('cases.0.steps'), of('cases.0.steps', ''), of('cases.1.steps'), of('otherwise')]).toEqual([
      'If ${v} is “a”',
      'If … is “a”',
      'If it is “b”, “c” or “d”',
      'Else',
    ])
  })
})

test('a whole lever is one sentence; what is switched off, and notes, are left out', () => {
  const wait = step({ kind: 'wait', ms: 2000 })
  const off = step({ kind: 'wait', ms: 2000, off: true })
  const open = step({ kind: 'program.open', programId: 'chart' })
  expect([
    describeSteps([], names),
    describeSteps([off], names),
    describeSteps([wait], names),
    describeSteps([open, off, step({ kind: 'note', text: 'x' }), wait], names),
  ]).toEqual([
    'Does nothing yet.',
    'Does nothing: all of it is switched off.',
    'Waits 2 s.',
    'Opens CHART, then waits 2 s.',
  ])
})

test('a length of time is said in the unit it fills, and read in any', () => {
  expect(
    [0, 0.4, 1, 999.4, 999.6, 1500, 59_940, 59_960, 60_000, 90_000, 3_597_000, 3_600_000, 5_400_000].map(
      durationInWords,
    ),
  ).toEqual([
    'under 1 ms',
    'under 1 ms',
    '1 ms',
    '999 ms',
    '1 s',
    '1.5 s',
    '59.9 s',
    '1 min',
    '1 min',
    '1.5 min',
    '1 h',
    '1 h',
    '1.5 h',
  ])
  expect(['30 min', '2h', '1.5 s', '1,5 s', ' 7 ', '200ms', '3 M', '1 hour'].map(parseDuration)).toEqual([
    1_800_000, 7_200_000, 1500, 1500, 7000, 200, 180_000, 3_600_000,
  ])
  expect(['', 'soon', '5 days', '-1 s', '1.2.3 s', '1 constructor', '1 s 2'].map(parseDuration)).toEqual(
    Array(7).fill(undefined),
  )
})
