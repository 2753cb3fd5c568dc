import { describe, expect, test } from 'vitest'
import { applyChanges } from '../bench'
import { exampleDesk } from '../bench/exampleBench'
import { valueOf } from '../result'
import { lintStep, performStep, stepSchema, usualControlStep } from '.'
import type { Step, StepContext } from '.'

/** What is said of a step before it is pulled, and that a pull then does or does not go that way. */

const desk = exampleDesk()
const step = (part: Record<string, unknown>): Step => stepSchema.parse({ id: 's', onFailure: 'stop', ...part })
const lint = (part: Record<string, unknown>, bench = desk) =>
  lintStep(step(part), bench).map(({ severity, at, code }) => `${severity} ${at} ${code}`)
const outcome = (part: Record<string, unknown>, bench = desk, context: Partial<StepContext> = {}) => {
  const effect = performStep(step(part), bench, { nowMs: 0, nextId: () => 'n', ...context })
  return effect.kind === 'failed' ? effect.issue.code : effect.kind
}
const window = (part: Record<string, unknown> = {}) => ({ programId: 'chart', args: [], ...part })

describe('an arrangement', () => {
  const arrange = (part: Record<string, unknown>) => ({
    kind: 'bench.arrange',
    windows: [],
    devices: [],
    frames: [],
    rest: 'leave',
    unsaved: 'ask',
    ...part,
  })

  test('wants something: a window, a setting, a frame, a desktop, or that the rest goes', () => {
    expect(lint(arrange({}))).toEqual(['fault windows nothing-chosen'])
    expect(lint(arrange({ rest: 'close' }))).toEqual([])
    expect(lint(arrange({ desktop: 2 }))).toEqual([])
    expect(lint(arrange({ frames: [{ frameId: 'f', on: true }] }))).toEqual([])
  })

  test('has one window in front, and no place that is not there', () => {
    const found = lint(
      arrange({
        desktop: 9,
        windows: [
          window({ inFront: true }),
          window({ programId: 'book', inFront: true, displayId: 'gone' }),
          window({ programId: 'dome', desktop: 4 }),
          window({ programId: 'web', desktop: 3, displayId: 'left', inFront: true }),
        ],
      }),
    )
    expect(found).toEqual([
      'fault windows.1.inFront front-twice',
      'fault windows.3.inFront front-twice',
      expect.stringMatching(/^fault windows\.1\.displayId /) as string,
      'fault windows.2.desktop desktop-missing',
      'fault desktop desktop-missing',
    ])
    const out = valueOf(applyChanges(desk, [{ kind: 'device.plug', deviceId: 'left', plugged: false }]))
    expect(lint(arrange({ windows: [window({ displayId: 'left' })] }), out)).toEqual([
      'fault windows.0.displayId display-absent',
    ])
  })
})

describe('windows that are put somewhere', () => {
  const place = (part: Record<string, unknown>) => ({ kind: 'windows.place', which: { kind: 'front' }, ...part })

  test('a program, display or desktop that is not there is told, and the pull fails by it', () => {
    const wrong = [
      place({ which: { kind: 'program', programId: 'nobody' } }),
      place({ display: { kind: 'named', deviceId: 'gone' } }),
      place({ desktop: 9 }),
    ]
    expect(wrong.flatMap((part) => lint(part))).toEqual([
      'fault which.programId no-window',
      expect.stringMatching(/^fault display /) as string,
      'fault desktop desktop-missing',
    ])
    expect(wrong.map((part) => outcome(part)).filter((code) => code === 'done')).toEqual([])
    expect(lint(place({ display: { kind: 'named', deviceId: 'right' }, desktop: 3 }))).toEqual([])
  })

  test('the other display is none where there is only one', () => {
    expect(outcome(place({ display: { kind: 'next' } }))).toBe('done')
    const one = valueOf(applyChanges(desk, [{ kind: 'device.plug', deviceId: 'left', plugged: false }]))
    expect(outcome(place({ display: { kind: 'next' } }), one)).toBe('no-other-display')
  })

  test('one that fills its display leaves that only where it is put into a part of it', () => {
    const filling = valueOf(applyChanges(desk, [{ kind: 'window.mode', windowId: 'w-book', mode: 'maximized' }]))
    const kinds = (part: Record<string, unknown>) => {
      const effect = performStep(step(place(part)), filling, { nowMs: 0, nextId: () => 'n' })
      return effect.kind === 'done' ? effect.changes.map(({ kind }) => kind) : effect.kind
    }
    expect(kinds({ place: { kind: 'named', name: 'left' } })).toEqual(['window.mode', 'window.stand'])
    expect(kinds({ display: { kind: 'named', deviceId: 'right' } })).toEqual(['window.stand'])
    expect(kinds({ desktop: 2 })).toEqual(['window.stand'])
    expect(kinds({ desktop: 2, follow: true })).toEqual(['window.stand', 'desktop.show'])
    // There is nowhere to go along to.
    expect(kinds({ follow: true })).toEqual(['window.stand'])
  })
})

describe('a program that is written in or told something', () => {
  test('one that never writes, is not there, or knows no such verb', () => {
    expect(lint({ kind: 'text.type', text: 'a', programId: 'chart' })).toEqual(['fault programId writes-nothing'])
    expect(lint({ kind: 'text.type', text: 'a', programId: 'nobody' })).toEqual(['fault programId program-missing'])
    expect(lint({ kind: 'text.type', text: 'a', programId: '' })).toEqual([])
    expect(lint({ kind: 'program.tell', programId: 'book', verb: 'sing' })).toEqual(['fault verb verb-missing'])
    expect(lint({ kind: 'program.tell', programId: 'book', verb: 'Select all' })).toEqual([])
    expect(lint({ kind: 'program.tell', programId: 'nobody', verb: 'save' })).toEqual([
      'fault programId program-missing',
    ])
    expect(lint({ kind: 'clipboard.use', act: 'put', programId: 'nobody', text: 'a' })).toEqual([])
    expect(lint({ kind: 'clipboard.use', act: 'copy', programId: 'nobody' })).toEqual([
      'fault programId program-missing',
    ])
  })

  test('fails so when it is pulled', () => {
    expect([
      outcome({ kind: 'text.type', text: 'a', programId: 'chart' }),
      outcome({ kind: 'text.type', text: 'a', programId: 'dome' }),
      outcome({ kind: 'program.tell', programId: 'nobody', verb: 'save' }),
      outcome({ kind: 'program.tell', programId: 'dome', verb: 'save' }),
      outcome({ kind: 'program.tell', programId: 'book', verb: 'sing' }),
      outcome({ kind: 'clipboard.use', act: 'paste', programId: '' }),
      outcome({ kind: 'clipboard.use', act: 'cut', programId: 'dome' }),
      outcome({ kind: 'program.raise', programId: 'dome' }),
      outcome({ kind: 'program.raise', programId: 'nobody' }),
    ]).toEqual([
      'writes-nothing',
      'no-window',
      'program-missing',
      'no-window',
      'verb-missing',
      'nothing-to-paste',
      'no-window',
      'program-not-running',
      'program-missing',
    ])
  })
})

describe('a player', () => {
  const play = (part: Record<string, unknown>) => ({ kind: 'player.control', deviceId: 'player', act: 'play', ...part })

  test('must be one and be there, and have the playlist', () => {
    expect(lint(play({ deviceId: 'mic' }))).toEqual(['fault deviceId device-missing'])
    expect(lint(play({ act: 'playlist', playlistId: 'none' }))).toEqual(['fault playlistId playlist-missing'])
    expect(lint(play({ act: 'playlist' }))).toEqual(['fault playlistId playlist-missing'])
    expect(lint(play({ act: 'playlist', playlistId: 'calm' }))).toEqual([])
    const out = valueOf(applyChanges(desk, [{ kind: 'device.plug', deviceId: 'player', plugged: false }]))
    expect([lint(play({}), out), lint(play({ deviceId: '' }), out)]).toEqual([
      ['fault deviceId device-missing'],
      ['fault deviceId device-missing'],
    ])
    expect([outcome(play({}), out), outcome(play({ act: 'playlist', playlistId: 'none' }))]).toEqual([
      'device-missing',
      'playlist-missing',
    ])
  })

  test('goes round its tracks both ways', () => {
    const track = (bench = desk) => bench.devices.player!.controls.track!.value
    const act = (way: string, bench = desk) => {
      const effect = performStep(step(play({ act: way })), bench, { nowMs: 0, nextId: () => 'n' })
      return effect.kind === 'done' ? valueOf(applyChanges(bench, effect.changes)) : bench
    }
    expect([
      track(act('next')),
      track(act('next', act('next'))),
      track(act('previous')),
      track(act('previous', act('next'))),
    ]).toEqual([2, 1, 2, 1])
    // A list of one track, or of none that is known, stays at its first.
    const open = valueOf(
      applyChanges(desk, [{ kind: 'device.set', deviceId: 'player', controlId: 'playlist', value: 'open' }]),
    )
    expect([track(act('next', open)), track(act('previous', open))]).toEqual([1, 1])
  })

  test('plays what it is at, by its title', () => {
    const note = (part: Record<string, unknown>) => {
      const effect = performStep(step(play(part)), desk, { nowMs: 0, nextId: () => 'n' })
      return effect.kind === 'done' && effect.note
    }
    expect([
      note({}),
      note({ act: 'pause' }),
      note({ act: 'toggle' }),
      note({ act: 'playlist', playlistId: 'open' }),
    ]).toEqual(['Player plays Slow dome.', 'Player is paused.', 'Player plays Slow dome.', 'Player plays Welcome.'])
  })
})

describe('files', () => {
  test('taken out of the bin: only what was thrown there, by name before by pattern, and not where there is no bin', () => {
    const bin = (name: string) => ({ kind: 'files.bin', paths: [name] })
    const thrown = (() => {
      const effect = performStep(step(bin('/in/veil-1.exposure')), desk, { nowMs: 0, nextId: () => 'n' })
      return valueOf(applyChanges(desk, effect.kind === 'done' ? effect.changes : []))
    })()
    const strange = valueOf(
      applyChanges(thrown, [{ kind: 'file.put', path: '/bin/odd', file: { kind: 'file', sizeBytes: 1 } }]),
    )
    const moved = (text: string, bench = strange) => {
      const effect = performStep(step({ kind: 'files.restore', names: [text] }), bench, { nowMs: 0, nextId: () => 'n' })
      return effect.kind === 'done'
        ? effect.changes.map((change) => (change.kind === 'file.move' ? change.to : change.kind))
        : [effect.kind === 'failed' ? effect.issue.code : effect.kind]
    }
    expect([moved('*'), moved('veil-1.exposure'), moved('veil-?.*'), moved('none*'), moved('odd')]).toEqual([
      ['/in/veil-1.exposure'],
      ['/in/veil-1.exposure'],
      ['/in/veil-1.exposure'],
      [],
      ['not-in-bin'],
    ])
    const { bin: _bin, ...folders } = strange.folders
    expect(moved('*', { ...strange, folders })).toEqual(['no-bin'])
    expect(moved('${nowhere}')).toEqual(['variable-unknown'])
  })

  test('gathered: what is missing is told before, and what cannot be read is told as that alone', () => {
    const gather = (part: Record<string, unknown>) => ({
      kind: 'files.gather',
      names: ['veil-1'],
      from: ['/in'],
      to: '/later',
      taken: 'skip',
      ...part,
    })
    expect(lint(gather({}))).toEqual([])
    expect(lint(gather({ names: ['veil-1', 'VEIL-2', 'veil-9'] }))).toEqual(['note names files-missing'])
    expect(lint(gather({ from: ['/none'] })).filter((one) => one.includes('names'))).toEqual([])
    expect(lint(gather({ from: ['/none'] }))[0]).toMatch(/^fault from\.0 /)
    expect(lint(gather({ to: '/new' }))[0]).toMatch(/^fault to /)
    expect(lint(gather({ to: '/new', makeFolder: true }))).toEqual([])
    expect([outcome(gather({ to: '/l/a.log' })), outcome(gather({ from: ['/none'] })), outcome(gather({}))]).toEqual([
      'not-a-folder',
      'folder-missing',
      'done',
    ])
  })
})

test('a control is altered in the way that is usual for it', () => {
  const of = (controlId: string) => {
    const made = usualControlStep('s', 'mic', controlId, desk.devices.mic!.controls[controlId]!)
    expect(stepSchema.parse(made)).toEqual(made)
    return made.to
  }
  expect([of('mute'), of('gain'), of('pattern')]).toEqual([
    { kind: 'toggle', whenUnknown: true },
    { kind: 'step', by: 5 },
    { kind: 'cycle', values: ['wide', 'narrow'] },
  ])
})

test('waiting: until it holds, no longer than the limit, and not at all for what holds', () => {
  const wait = (programId: string, then = 'fail') => ({
    kind: 'wait.until',
    condition: { kind: 'program-runs', programId },
    limitMs: 2000,
    then,
  })
  const under = { progress: { kind: 'watching' as const, untilMs: 2000 } }
  expect([
    outcome(wait('chart')),
    outcome(wait('dome')),
    outcome(wait('dome'), desk, { isRehearsal: true }),
    outcome(wait('dome'), desk, under),
    outcome(wait('dome', 'go-on'), desk, under),
    outcome(wait('dome'), desk, { ...under, hurried: true }),
    outcome(wait('dome'), desk, { ...under, isRehearsal: true }),
    outcome(wait('chart'), desk, under),
  ]).toEqual(['done', 'watches', 'waits', 'waited-in-vain', 'done', 'done', 'waited-in-vain', 'done'])
})
