import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { fileTable, windowTitle } from '../bench'
import type { BenchState } from '../bench'
import { exampleDesk } from '../bench/exampleBench'
import { rehearse } from '../run'
import { describeStep, stepSchema } from '../steps'
import type { Step } from '../steps'
import { reverseOf } from '.'

let count = 0
const nextId = () => `id-${++count}`
type Part = Record<string, unknown>
const sheet = (...parts: Part[]): Step[] => parts.map((part) => stepSchema.parse({ id: nextId(), ...part }))
const run = (steps: Step[], bench: BenchState) =>
  rehearse({ id: 'l', name: 'L', plate: 1, steps }, bench, { nowMs: 0, nextId })
/** What counts of a bench: windows by what they show, not by the id they were given. */
const seenOf = (bench: BenchState) => ({
  files: fileTable(bench.files),
  devices: bench.devices,
  // One that was never switched stands as one that was switched back.
  frames: Object.entries(bench.frameSwitches ?? {}).flatMap(([id, on]) => (on ? [id] : [])),
  desktop: bench.desktops?.shown,
  windows: Object.values(bench.windows)
    .map((window) => `${windowTitle(bench, window)} ${window.mode}`)
    .sort(),
})

const mic = { kind: 'devices', deviceIds: ['mic'] }
const reversible: Part[] = [
  { kind: 'files.move', act: 'move', paths: ['/in/*.exposure'], to: '/later', taken: 'both' },
  { kind: 'files.bin', paths: ['/in/veil-1.exposure'] },
  { kind: 'files.rename', paths: ['/in/veil-2.exposure'], pattern: 'second${ending}' },
  { kind: 'device.control', target: mic, controlId: 'gain', to: { kind: 'set', value: 80 } },
  { kind: 'device.control', target: mic, controlId: 'pattern', to: { kind: 'set', value: 'narrow' } },
  { kind: 'frame.switch', frameIds: ['f'], to: 'on' },
  { kind: 'desktop.go', to: { kind: 'number', desktop: 3 } },
  { kind: 'program.open', programId: 'chart', args: ['--profile=dome'], whenRunning: 'another' },
  { kind: 'program.close', programId: 'chart', unsaved: 'discard' },
  { kind: 'windows.set', which: { kind: 'program', programId: 'chart' }, to: 'maximized' },
]

describe('the way back of a run', () => {
  test('does the opposite step by step, last first, written as a user would', () => {
    const before = exampleDesk()
    const done = run(sheet(reversible[0]!, reversible[3]!, reversible[6]!), before)
    const { steps, without } = reverseOf(done.run, done.bench)
    expect(steps.map((step) => describeStep(step, done.bench))).toEqual([
      'Goes to desktop 1 Capture.',
      'Sets Gain of Microphone to 50 %.',
      'Moves /later/veil-2.exposure, /later/veil-1.exposure to /in; ' +
        'where a name is taken, keeps both, the new one under another name.',
    ])
    expect(without).toEqual([])
    expect(seenOf(run(steps, done.bench).bench)).toEqual(seenOf(before))
  })

  test('opens what was closed with the arguments it had', () => {
    const before = exampleDesk()
    const opened = run(
      sheet({ kind: 'program.open', programId: 'chart', args: ['--profile=dome'], whenRunning: 'another' }),
      before,
    )
    const closed = run(sheet({ kind: 'program.close', programId: 'chart', unsaved: 'discard' }), opened.bench)
    const { steps } = reverseOf(closed.run, closed.bench)
    expect(steps.map((step) => (step.kind === 'program.open' ? step.args : step.kind))).toContainEqual([
      '--profile=dome',
      '/l/a.log',
    ])
    expect(seenOf(run(steps, closed.bench).bench).windows).toEqual(seenOf(opened.bench).windows)
  })

  test('tells what has no opposite, and why', () => {
    const done = run(
      sheet(
        { kind: 'message.show', text: 'Hello' },
        { kind: 'text.type', text: 'typed', programId: 'book' },
        { kind: 'device.control', target: mic, controlId: 'mute', to: { kind: 'set', value: true } },
      ),
      exampleDesk(),
    )
    const { steps, without } = reverseOf(done.run)
    expect(steps.filter(({ kind }) => kind !== 'windows.set')).toEqual([])
    expect(without.map(({ because }) => because)).toEqual([
      'Its value was not known before.',
      'A text that was typed has no opposite.',
      'A message has been read.',
    ])
  })

  test('joins what goes to one place, and windows that become the same', () => {
    const before = exampleDesk()
    const done = run(
      sheet(
        { kind: 'files.bin', paths: ['/in/veil-1.exposure', '/in/veil-2.exposure'] },
        { kind: 'frame.switch', frameIds: ['f', 'g'], to: 'on' },
        { kind: 'frame.switch', frameIds: ['h'], to: 'off' },
      ),
      before,
    )
    expect(reverseOf(done.run, done.bench).steps).toMatchObject([
      { id: 'r1', kind: 'frame.switch', frameIds: ['h'], to: 'on' },
      { id: 'r2', kind: 'frame.switch', frameIds: ['g', 'f'], to: 'off' },
      { id: 'r3', kind: 'files.restore', names: ['veil-2.exposure', 'veil-1.exposure'] },
    ])
    // Out of the bin again, and back into it.
    const back = run(reverseOf(done.run, done.bench).steps, done.bench)
    expect(reverseOf(back.run, back.bench).steps[0]).toMatchObject({
      kind: 'files.bin',
      paths: ['/in/veil-1.exposure', '/in/veil-2.exposure'],
    })
  })

  test('puts windows back where they stood, frames in their order, and folders that were made into the bin', () => {
    const before = exampleDesk()
    const done = run(
      sheet(
        {
          kind: 'windows.place',
          which: { kind: 'program', programId: 'chart' },
          display: { kind: 'named', deviceId: 'right' },
          desktop: 2,
          place: { kind: 'rectangle', area: { x: 10, y: 5, width: 40, height: 30 } },
        },
        {
          kind: 'windows.place',
          which: { kind: 'program', programId: 'chart' },
          place: { kind: 'named', name: 'left' },
        },
        { kind: 'frame.lift', frameIds: ['f'], to: 'top' },
        { kind: 'frame.lift', frameIds: ['f'], to: 'back' },
        { kind: 'files.folder', path: '/later/new' },
      ),
      before,
    )
    expect(reverseOf(done.run, done.bench).steps).toMatchObject([
      { kind: 'files.bin', paths: ['/later/new'] },
      { kind: 'frame.lift', frameIds: ['f'], to: 'top' },
      { kind: 'frame.lift', frameIds: ['f'], to: 'back' },
      {
        kind: 'windows.place',
        display: { deviceId: 'right' },
        desktop: 2,
        place: { kind: 'rectangle', area: { x: 10 } },
      },
      { kind: 'windows.place', desktop: 1, place: { kind: 'own' } },
    ])
  })

  test('opens a program with the folder and environment it had, and without the bench with what it showed', () => {
    const before = exampleDesk()
    const opened = run(
      sheet({
        kind: 'program.open',
        programId: 'book',
        args: ['/l/a.log'],
        workingDirectory: '/in',
        environment: [{ name: 'PAGE', value: '$1' }],
        windowMode: 'maximized',
        whenRunning: 'another',
      }),
      before,
    )
    const closed = run(
      sheet({ kind: 'windows.close', which: { kind: 'title', text: 'a.log' }, unsaved: 'discard' }),
      opened.bench,
    )
    const [again] = reverseOf(closed.run).steps.filter(
      (one) => one.kind === 'program.open' && one.args.includes('/l/a.log') && one.programId === 'book',
    )
    expect(again).toMatchObject({
      whenRunning: 'another',
      windowMode: 'maximized',
      workingDirectory: '/in',
      environment: [{ name: 'PAGE', value: expect.stringContaining('$1') as string }],
    })
    // Without the bench a window is known by its id only.
    const set = run(
      sheet({ kind: 'windows.set', which: { kind: 'program', programId: 'chart' }, to: 'hidden' }),
      before,
    )
    expect(reverseOf(set.run).steps).toMatchObject([
      { kind: 'windows.set', which: { kind: 'window', windowId: 'w-chart' }, to: 'normal' },
    ])
  })

  test('an error window, unsaved work, and another name in another folder have no way back', () => {
    const before = exampleDesk()
    const broken = run(
      sheet({ kind: 'program.open', programId: 'book', args: ['/l/none.log'], onFailure: 'go-on' }),
      before,
    )
    const errors = run(sheet({ kind: 'windows.close', which: { kind: 'front' }, unsaved: 'discard' }), broken.bench)
    expect(reverseOf(errors.run, errors.bench).without.map(({ because }) => because)).toContain(
      'An error window is not opened on purpose.',
    )
    const typed = run(sheet({ kind: 'text.type', text: 'x', programId: 'book' }), before)
    const lost = run(
      sheet({ kind: 'windows.close', which: { kind: 'title', text: 'b.log' }, unsaved: 'discard' }),
      typed.bench,
    )
    expect(reverseOf(lost.run, lost.bench).without.map(({ because }) => because)).toEqual([
      'What was not saved in it is gone.',
    ])
    const full = run(
      sheet(
        { kind: 'files.move', act: 'copy', paths: ['/in/veil-1.exposure'], to: '/later', taken: 'both' },
        { kind: 'files.move', act: 'move', paths: ['/in/veil-1.exposure'], to: '/later', taken: 'both' },
      ),
      before,
    )
    const back = reverseOf(full.run, full.bench)
    expect([back.steps.map(({ kind }) => kind), back.without.map(({ because }) => because)]).toEqual([
      ['files.bin'],
      [expect.stringMatching(/^It got another name there; move \/later\/.* back to \/in\/veil-1\.exposure by hand\.$/)],
    ])
  })

  test('of the way back of a reversible sheet is the same bench again', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(reversible, { minLength: 1, maxLength: 6 }), (parts) => {
        const before = exampleDesk()
        const there = run(sheet(...parts.map((part) => ({ ...part, onFailure: 'go-on' }))), before)
        const back = reverseOf(there.run, there.bench)
        // A window with unsaved work is not opened again as it was.
        fc.pre(back.without.length === 0)
        const again = run(back.steps, there.bench)
        expect(seenOf(again.bench)).toEqual(seenOf(before))
        const forth = reverseOf(again.run, again.bench)
        expect(seenOf(run(forth.steps, again.bench).bench)).toEqual(seenOf(there.bench))
      }),
      { numRuns: 150 },
    )
  })
})
