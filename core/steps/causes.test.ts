import { describe, expect, test } from 'vitest'
import { exampleDesk } from '../bench/exampleBench'
import { causesOf, stepSchema, workByHand } from '.'

/** What kinds of step say of themselves: what they may bring about, and what somebody would do by hand instead. */

const desk = exampleDesk()
const ARRANGE = { kind: 'bench.arrange', windows: [], devices: [], frames: [], rest: 'leave', unsaved: 'ask' }
const step = (part: Record<string, unknown>) => stepSchema.parse({ id: 's', ...part })

describe('what a step may bring about', () => {
  const causes = (part: Record<string, unknown>) =>
    causesOf(step(part), desk).map((cause) =>
      cause.kind === 'file-appears'
        ? `${cause.kind} ${cause.folder} ${cause.name}`
        : `${cause.kind} ${cause.kind === 'frame-on' ? cause.frameId : cause.programId}`,
    )
  const opened = (...ids: string[]) => [
    ...ids.map((id) => `program-starts ${id}`),
    ...ids.map((id) => `front-changes ${id}`),
  ]
  const ends = (...ids: string[]) => ids.map((id) => `program-ends ${id}`)

  test('of programs and their windows', () => {
    expect(causes({ kind: 'program.open', programId: 'chart', args: [] })).toEqual(opened('chart'))
    expect(causes({ kind: 'program.open', programId: 'chart', args: [], whenRunning: 'reopen' })).toEqual([
      ...opened('chart'),
      ...ends('chart'),
    ])
    expect(causes({ kind: 'program.raise', programId: 'chart' })).toEqual(['front-changes chart'])
    expect(causes({ kind: 'program.switch', programId: 'chart', args: [], otherId: 'dome', otherArgs: [] })).toEqual(
      opened('chart', 'dome'),
    )
    expect(causes({ kind: 'program.close', programId: 'chart' })).toEqual(ends('chart'))
    expect(causes({ kind: 'program.uninstall', programId: 'chart' })).toEqual(ends('chart'))
    const these = { kind: 'these', programIds: ['chart', 'web'] }
    expect(causes({ kind: 'programs.put-away', which: these, how: 'close' })).toEqual(ends('chart', 'web'))
    expect(causes({ kind: 'programs.put-away', which: these, how: 'hide' })).toEqual([])
    expect(causes({ kind: 'programs.show', which: these })).toEqual(['front-changes chart', 'front-changes web'])
  })

  test('of windows that are chosen: of one program only where they are named by it', () => {
    const ofBook = { kind: 'program', programId: 'book' }
    const meant = { kind: 'meant', programId: 'book', title: 'b.log' }
    expect([ofBook, meant].map((which) => causes({ kind: 'windows.close', which }))).toEqual([
      ends('book'),
      ends('book'),
    ])
    expect(causes({ kind: 'windows.close', which: { kind: 'front' } })).toEqual([])
    expect([ofBook, meant].map((which) => causes({ kind: 'windows.set', which, to: 'front' }))).toEqual([
      ['front-changes book'],
      ['front-changes book'],
    ])
    expect(causes({ kind: 'windows.set', which: ofBook, to: 'hidden' })).toEqual([])
    expect(causes({ kind: 'windows.set', which: { kind: 'title', text: 'a' }, to: 'front' })).toEqual([])
  })

  test('of files: where each comes, and under which name', () => {
    expect(causes({ kind: 'files.move', act: 'copy', paths: ['/in/a.log', '/l/*.log'], to: '${later}' })).toEqual([
      'file-appears ${later} a.log',
      'file-appears ${later} *.log',
    ])
    expect(causes({ kind: 'files.rename', paths: ['/in/a.log'], pattern: '${n}.log' })).toEqual([
      'file-appears /in ${n}.log',
    ])
    expect(causes({ kind: 'files.gather', names: ['veil', 'moon'], from: ['/in'], to: '/later' })).toEqual([
      'file-appears /later veil',
      'file-appears /later moon',
    ])
    expect(causes({ kind: 'files.bin', paths: ['/in/a.log'] })).toEqual([])
  })

  test('of places: what opens them, which is chosen or the usual', () => {
    const open = (places: string[], programIds?: string[]) =>
      causes({ kind: 'place.open', places, ...(programIds ? { programIds } : {}) })
    expect(open(['https://sky.example'])).toEqual(opened('web'))
    expect(open(['/in'])).toEqual(opened('drawers'))
    expect(open(['/in', 'https://sky.example'], ['dome'])).toEqual(opened('dome'))
  })

  test('of frames, where they come on', () => {
    const frames = (to: string) => causes({ kind: 'frame.switch', frameIds: ['night', 'desk'], to })
    expect([frames('on'), frames('toggle'), frames('off')]).toEqual([
      ['frame-on night', 'frame-on desk'],
      ['frame-on night', 'frame-on desk'],
      [],
    ])
    expect(causes({ kind: 'frame.lift', frameIds: ['night'], to: 'top' })).toEqual([])
  })

  test('of an arrangement: what it opens, what it may open anew, and all others where they are closed', () => {
    const arrange = (part: object) => causes({ ...ARRANGE, ...part })
    const chart = { programId: 'chart', mode: 'normal' }
    expect(arrange({ windows: [chart] })).toEqual(opened('chart'))
    expect(arrange({ windows: [chart, { ...chart, programId: 'book', shows: { documents: ['/l/a.log'] } }] })).toEqual([
      ...opened('chart', 'book'),
      ...ends('book'),
    ])
    expect(arrange({ rest: 'close' })).toEqual(ends(...Object.keys(desk.programs)))
    expect(
      arrange({
        frames: [
          { frameId: 'night', on: true },
          { frameId: 'desk', on: false },
        ],
      }),
    ).toEqual(['frame-on night'])
  })
})

describe('what is done by hand instead', () => {
  /** Keys and buttons, pointings, homings, thoughts. */
  const work = (...parts: Record<string, unknown>[]) => {
    const { k, p, h, m } = workByHand(parts.map(step), desk, { nowMs: 0, nextId: () => 'n' }).work
    return [k, p, h, m]
  }
  const each = (count: number, [k, p, h, m]: number[]) => [k! * count, p! * count, h! * count, m! * count]
  const FIND = [1, 1, 0, 1]

  test('once for each program, frame or file that is meant, and once at least', () => {
    const closing = (...programIds: string[]) =>
      work({ kind: 'programs.put-away', which: { kind: 'these', programIds }, how: 'close' })
    expect([closing('chart'), closing('chart', 'web')]).toEqual([
      [1, 1, 0, 1],
      [2, 2, 0, 1],
    ])
    // Each window on the bench, where all programs are meant.
    expect(work({ kind: 'programs.put-away', which: { kind: 'all' }, how: 'close' })).toEqual([3, 3, 0, 1])
    // BOOK has two windows; DOME has none, and is looked for all the same.
    expect(work({ kind: 'program.close', programId: 'book' })).toEqual([2, 2, 0, 1])
    expect(work({ kind: 'program.close', programId: 'dome' })).toEqual([1, 1, 0, 1])
    const frames = (kind: string, to: string) => work({ kind, frameIds: ['a', 'b', 'c'], to })
    expect([frames('frame.switch', 'on'), frames('frame.lift', 'top')]).toEqual([each(3, FIND), each(3, FIND)])
    expect(work({ kind: 'programs.show', which: { kind: 'these', programIds: ['chart', 'web'] } })).toEqual(
      each(2, FIND),
    )
    expect(work({ kind: 'programs.show', which: { kind: 'all' } })).toEqual(FIND)
    // Two exposures in /in, and of what is not there one.
    expect(work({ kind: 'files.rename', paths: ['/in/*.exposure'], pattern: 'ab' })).toEqual([6, 2, 4, 2])
    expect(work({ kind: 'files.rename', paths: ['/in/*.none'], pattern: 'ab' })).toEqual([3, 1, 2, 1])
  })

  test('what is typed costs its letters and the way to the keyboard and back', () => {
    expect(work({ kind: 'text.type', programId: '', text: 'dew' })).toEqual([3, 0, 2, 0])
    expect(work({ kind: 'files.folder', path: '/l/new' })).toEqual([6, 2, 2, 1])
    expect(work({ kind: 'program.open', programId: 'chart', args: [] })).toEqual([2, 2, 0, 1])
    expect(work({ kind: 'program.open', programId: 'chart', args: ['ab'] })).toEqual([7, 4, 2, 2])
    expect(work({ kind: 'keys.send', programId: '', chords: ['Ctrl+Shift+S', 'Enter'] })).toEqual([4, 0, 0, 1])
  })

  test('files are gone to name by name, from each folder once', () => {
    const move = (...paths: string[]) => work({ kind: 'files.move', act: 'move', paths, to: '/later' })
    // There: a thought and a double-click, two clicks, two keys; and to the other folder the same way, two keys.
    expect(move('/in/a')).toEqual([10, 4, 0, 2])
    expect(move('/in/a', '/in/b')).toEqual([10, 4, 0, 2])
    expect(move('/in/a', '/l/b')).toEqual([20, 8, 0, 4])
    expect(move('/in/deep/a')).toEqual([12, 5, 0, 2])
  })

  test('a switch is clicked, and what has a place or an amount is dragged there', () => {
    const control = (to: object) =>
      work({ kind: 'device.control', target: { kind: 'devices', deviceIds: ['mic'] }, controlId: 'mute', to })
    expect(control({ kind: 'toggle', whenUnknown: true })).toEqual([2, 2, 0, 1])
    expect(control({ kind: 'set', value: true })).toEqual([3, 3, 0, 2])
    const arrange = (part: object) => work({ ...ARRANGE, ...part })
    expect(arrange({})).toEqual([0, 0, 0, 0])
    const chart = { programId: 'chart', mode: 'normal' }
    expect(arrange({ windows: [chart] })).toEqual([4, 4, 0, 2])
    expect(arrange({ windows: [chart, chart], frames: [{ frameId: 'night', on: true }] })).toEqual([10, 10, 0, 5])
  })
})
