import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { valueOf } from '../result'
import { exampleBench } from './exampleBench'
import {
  applyChange,
  applyChanges,
  changeSchema,
  describeChange,
  footprintOf,
  frontWindow,
  invertChange,
  mendBench,
  stackedWindows,
  standingOf,
  windowTitle,
} from '.'
import type { BenchState, Change, Device } from '.'

const ids = fc.constantFrom('w-chart', 'w-small', 'w-book', 'w-new', 'w-gone')
const modes = fc.constantFrom('normal' as const, 'maximized' as const, 'minimized' as const, 'hidden' as const)
const content = fc.record({
  profile: fc.constantFrom('dome', 'red'),
  documents: fc.array(
    fc.record({ path: fc.constantFrom('/l/a.log', '/l/b.log'), role: fc.constant('log'), unsaved: fc.boolean() }),
    { maxLength: 2 },
  ),
})
const paths = fc.constantFrom('/l', '/l/a.log', '/l/b.log', '/l/deep', '/l/deep/c.log', '/none/d.log', '/opt', '/')
const desks = fc.constantFrom(1, 2, 3)
/** Of few letters, so that places in it are met; `undefined` is left out, as in stored JSON. */
const plain = <T extends object>(thing: T): T => JSON.parse(JSON.stringify(thing)) as T
const clips = fc
  .record({
    id: fc.constantFrom('c1', 'c2', 'c3'),
    text: fc.string({ maxLength: 4 }),
    atMs: fc.nat(9),
    kind: fc.constantFrom(undefined, 'address' as const, 'files' as const, 'picture' as const),
    passing: fc.constantFrom(undefined, true as const),
  })
  .map(plain)
const newer = fc.oneof(
  fc.record({
    kind: fc.constant('window.stand' as const),
    windowId: ids,
    displayId: fc.constantFrom(null, 'left', 'mic'),
    desktop: fc.option(desks),
    area: fc.constantFrom(null, { x: 0, y: 0, width: 50, height: 100 }, { x: 12, y: 5, width: 30, height: 40 }),
  }),
  fc
    .record({ kind: fc.constant('desktop.show' as const), desktop: desks, before: fc.constantFrom(null, undefined, 1) })
    .map(plain),
  fc.record({
    kind: fc.constant('desktop.put' as const),
    desktops: fc.constantFrom(
      null,
      { names: ['Capture', 'Charts', 'Visitors'], shown: 1 },
      { names: ['One', 'Two'], shown: 2, before: 1 },
    ),
  }),
  fc
    .record({
      kind: fc.constant('document.edit' as const),
      windowId: ids,
      path: fc.constantFrom('/l/a.log', '/l/b.log'),
      at: fc.nat(4),
      deletes: fc.nat(3),
      inserts: fc.string({ maxLength: 4 }),
      cursor: fc.nat(6),
      anchor: fc.constantFrom(undefined, 0, 2),
      unsaved: fc.boolean(),
      asFile: fc.constantFrom(undefined, undefined, true as const),
    })
    .map(plain),
  fc.record({ kind: fc.constant('clipboard.put' as const), clip: clips }),
  fc.record({ kind: fc.constant('clipboard.take' as const), clipId: fc.constantFrom('c1', 'c2', 'c3') }),
  fc.record({
    kind: fc.constant('clipboard.pin' as const),
    clipId: fc.constantFrom('c1', 'c2', 'c3'),
    pinned: fc.boolean(),
  }),
  fc
    .record({
      kind: fc.constant('file.move' as const),
      from: paths,
      to: paths,
      binnedFrom: fc.constantFrom(undefined, '/l/a.log'),
    })
    .map(plain),
  fc.record({
    kind: fc.constant('file.put' as const),
    path: paths,
    file: fc.constantFrom(
      { kind: 'file' as const, sizeBytes: 3, changedAtMs: 5, text: 'sky' },
      { kind: 'folder' as const, binnedFrom: '/l' },
    ),
  }),
  fc.record({
    kind: fc.constant('frame.lift' as const),
    frameId: fc.constantFrom('f', 'g'),
    index: fc.constantFrom(null, 0, 1),
  }),
  fc.record({ kind: fc.constant('clock.run' as const), aheadMs: fc.constantFrom(0, 60_000, -60_000) }),
) as fc.Arbitrary<Change>
const changes: fc.Arbitrary<Change> = fc.oneof(
  { arbitrary: newer, weight: 12 },
  fc.record({
    kind: fc.constant('window.open' as const),
    window: fc.record({ id: ids, programId: fc.constantFrom('chart', 'book', 'nobody'), mode: modes, content }),
  }),
  fc.record({ kind: fc.constantFrom('window.close' as const, 'window.raise' as const), windowId: ids }),
  fc.record({ kind: fc.constant('window.place' as const), windowId: ids, index: fc.nat(4), mode: modes }),
  fc.record({ kind: fc.constant('window.mode' as const), windowId: ids, mode: modes }),
  fc.record({ kind: fc.constant('window.show' as const), windowId: ids, content }),
  fc.record({
    kind: fc.constant('device.set' as const),
    deviceId: fc.constantFrom('mic', 'none'),
    controlId: fc.constantFrom('mute', 'gain', 'pattern', 'none'),
    value: fc.constantFrom(null, true, false, 0, 50, 101, 'wide', 'odd'),
  }),
  fc.record({
    kind: fc.constant('message.show' as const),
    message: fc.record({ id: fc.constantFrom('m-old', 'm-new'), text: fc.string(), atMs: fc.nat() }),
  }),
  fc.record({
    kind: fc.constant('lamp.watch' as const),
    deviceId: fc.constantFrom('mic', 'none'),
    controlId: fc.constantFrom('mute', 'gain'),
    watched: fc.boolean(),
    lit: fc.constantFrom('Silent', 'Hushed'),
  }),
  fc.record({
    kind: fc.constant('device.default' as const),
    deviceKind: fc.constantFrom('audio-input' as const, 'display' as const),
    deviceId: fc.constantFrom(null, 'mic', 'none'),
  }),
  fc.record({
    kind: fc.constant('device.fault' as const),
    deviceId: fc.constantFrom('mic', 'none'),
    fault: fc.constantFrom(
      null,
      { kind: 'refuses' as const, because: 'held' },
      { kind: 'ignores' as const, because: 'loose' },
    ),
  }),
  fc.record({
    kind: fc.constant('device.put' as const),
    device: fc.record({
      id: fc.constantFrom('mic', 'roof'),
      name: fc.constantFrom('Roof', 'Mic'),
      kind: fc.constantFrom('other' as const, 'audio-input' as const),
      isDefault: fc.constantFrom(true, undefined),
      controls: fc.constantFrom<Device['controls']>(
        {},
        { heat: { kind: 'switch' as const, name: 'Heat', on: 'on', off: 'off', value: null } },
      ),
    }),
  }),
  fc.record({ kind: fc.constant('device.remove' as const), deviceId: fc.constantFrom('mic', 'roof') }),
  fc.record({
    kind: fc.constant('device.plug' as const),
    deviceId: fc.constantFrom('mic', 'none'),
    plugged: fc.boolean(),
  }),
  fc.record({
    kind: fc.constant('frame.switch' as const),
    frameId: fc.constantFrom('f', 'g'),
    on: fc.constantFrom(true, false, null),
  }),
  fc.record({
    kind: fc.constant('file.put' as const),
    path: fc.constantFrom('/l', '/l/a.log', '/l/deep', '/l/deep/c.log', '/none/d.log'),
    file: fc.oneof(
      fc.constant({ kind: 'folder' as const }),
      fc.record({ kind: fc.constant('file' as const), sizeBytes: fc.nat(9) }),
    ),
  }),
  fc.record({
    kind: fc.constant('file.remove' as const),
    path: fc.constantFrom('/l', '/l/a.log', '/l/deep', '/l/deep/c.log', '/none'),
  }),
  fc.record({
    kind: fc.constant('program.put' as const),
    program: fc
      .constantFrom('dome', 'fresh')
      .map((id) => ({ ...exampleBench().programs.dome!, id, name: 'Dome of another name' })),
  }),
  fc.record({
    kind: fc.constant('program.remove' as const),
    programId: fc.constantFrom('dome', 'book', 'fresh', 'nobody'),
  }),
  fc.record({ kind: fc.constant('message.dismiss' as const), messageId: fc.constantFrom('m-old', 'm-new') }),
)

/** Applies those that can be, giving the states on the way. */
function walk(start: BenchState, made: readonly Change[]): { change: Change; before: BenchState; after: BenchState }[] {
  const path: { change: Change; before: BenchState; after: BenchState }[] = []
  let now = start
  for (const change of made) {
    const after = applyChange(now, change)
    if (!after.ok) continue
    path.push({ change, before: now, after: after.value })
    now = after.value
  }
  return path
}

describe('a bench that does not fit together', () => {
  test('is mended, and each fault told', () => {
    const bench = exampleBench()
    const [first] = bench.stack
    const odd: BenchState = {
      ...bench,
      stack: [...bench.stack.slice(1), 'w-gone', bench.stack[1]!],
      windows: { ...bench.windows, 'w-lost': { ...bench.windows[first!]!, id: 'w-lost', programId: 'nobody' } },
      programs: { ...bench.programs, other: { ...bench.programs.dome!, id: 'dome' } },
      messages: [...bench.messages, ...bench.messages],
      lamps: [...bench.lamps, ...bench.lamps],
    }
    const { state, faults } = mendBench(odd)
    expect(faults.map(({ part, key }) => [part, key])).toEqual([
      ['programs', 'other'],
      ['windows', 'w-lost'],
      ['stack', 'w-gone'],
      ['stack', bench.stack[1]],
      ['stack', first],
      ...bench.messages.map(({ id }) => ['messages', id]),
      ...bench.lamps.map(({ deviceId, controlId }) => ['lamps', `${deviceId}/${controlId}`]),
    ])
    expect(state).toEqual(bench)
    expect(stackedWindows(odd).map(({ id }) => id)).not.toContain('w-gone')
  })
})

describe('laws of changes', () => {
  test('the inverse of each change, last first, gives the state before to the last field', () => {
    fc.assert(
      fc.property(fc.array(changes, { maxLength: 12 }), (made) => {
        const start = exampleBench()
        const path = walk(start, made)
        const back = path.toReversed().map(({ change, before }) => invertChange(before, change))
        expect(valueOf(applyChanges(path.at(-1)?.after ?? start, back))).toEqual(start)
      }),
      { numRuns: 1000 },
    )
  })

  test('a change never alters the state it is given, and one that changes nothing gives it back', () => {
    fc.assert(
      fc.property(fc.array(changes, { maxLength: 8 }), (made) => {
        const frozen = deepFreeze(exampleBench())
        for (const { change, before, after } of walk(frozen, made)) {
          if (JSON.stringify(after) === JSON.stringify(before)) expect(after).toBe(before)
          if (after === before) expect(valueOf(applyChange(after, invertChange(before, change)))).toBe(after)
        }
      }),
    )
  })

  test('changes and states survive being stored as JSON', () => {
    fc.assert(
      fc.property(changes, (change) => {
        expect(changeSchema.parse(JSON.parse(JSON.stringify(change)))).toEqual(change)
      }),
    )
  })

  test('times are dates still, and the clock runs a hundred years at most', () => {
    const refusal = (change: object) => changeSchema.safeParse(change).error?.issues[0]
    const year = 365.25 * 24 * 3_600_000
    for (const aheadMs of [100 * year, -100 * year, 0]) expect(refusal({ kind: 'clock.run', aheadMs })).toBeUndefined()
    for (const aheadMs of [100 * year + 1, -100 * year - 1, Number.MAX_SAFE_INTEGER])
      expect(refusal({ kind: 'clock.run', aheadMs })).toMatchObject({
        path: ['aheadMs'],
        message: expect.stringContaining('a hundred years at most'),
      })
    const message = (atMs: number) => ({ kind: 'message.show', message: { id: 'm', text: 'Now', atMs } })
    expect(refusal(message(8.64e15))).toBeUndefined()
    expect(refusal(message(8.64e15 + 1))).toMatchObject({ path: ['message', 'atMs'] })
  })

  test('a bench always fits together: windows and stack, programs and windows, ids, one default of a kind', () => {
    fc.assert(
      fc.property(fc.array(changes, { maxLength: 12 }), (made) => {
        const end = walk(exampleBench(), made).at(-1)?.after ?? exampleBench()
        expect(mendBench(end)).toEqual({ state: end, faults: [] })
        expect([...end.stack].sort()).toEqual(Object.keys(end.windows).sort())
        const kinds = Object.values(end.devices).flatMap(({ isDefault, kind }) => (isDefault ? [kind] : []))
        expect(new Set(kinds).size).toBe(kinds.length)
      }),
    )
  })

  test('right after a change its result stands; every change has a sentence', () => {
    fc.assert(
      fc.property(fc.array(changes, { maxLength: 6 }), (made) => {
        for (const { change, before, after } of walk(exampleBench(), made)) {
          expect(standingOf(change, footprintOf(change, after), after).kind).toBe('stands')
          expect(describeChange(change, before)).toMatch(/^[A-Z].{10,}/s)
        }
      }),
    )
  })
})

describe('examples', () => {
  test('the front window is the topmost that is shown; raising a minimized one shows it', () => {
    const bench = exampleBench()
    expect(frontWindow(bench)?.id).toBe('w-book')
    const raised = valueOf(applyChange(bench, { kind: 'window.raise', windowId: 'w-small' }))
    expect([frontWindow(raised)?.id, raised.windows['w-small']!.mode, raised.stack.at(-1)]).toEqual([
      'w-small',
      'normal',
      'w-small',
    ])
    const hidden = valueOf(
      applyChanges(bench, [
        { kind: 'window.mode', windowId: 'w-book', mode: 'hidden' },
        { kind: 'window.mode', windowId: 'w-chart', mode: 'minimized' },
      ]),
    )
    expect(frontWindow(hidden)).toBeUndefined()
  })

  test.each<[Change, string]>([
    [{ kind: 'window.raise', windowId: 'w-gone' }, 'window-missing'],
    [
      { kind: 'window.open', window: { id: 'w-book', programId: 'book', mode: 'normal', content: { documents: [] } } },
      'window-exists',
    ],
    [
      { kind: 'window.open', window: { id: 'w-x', programId: 'nobody', mode: 'normal', content: { documents: [] } } },
      'program-missing',
    ],
    [{ kind: 'device.set', deviceId: 'horn', controlId: 'mute', value: true }, 'device-missing'],
    [{ kind: 'device.set', deviceId: 'mic', controlId: 'tone', value: true }, 'control-missing'],
    [{ kind: 'device.set', deviceId: 'mic', controlId: 'gain', value: 101 }, 'value-refused'],
    [{ kind: 'device.set', deviceId: 'mic', controlId: 'pattern', value: 'odd' }, 'value-refused'],
    [{ kind: 'lamp.watch', deviceId: 'mic', controlId: 'tone', watched: true }, 'control-missing'],
    [{ kind: 'message.dismiss', messageId: 'm-new' }, 'message-missing'],
    [{ kind: 'file.put', path: '/none/a', file: { kind: 'folder' } }, 'folder-missing'],
    [{ kind: 'file.put', path: '/l', file: { kind: 'file', sizeBytes: 1 } }, 'folder-full'],
    [{ kind: 'file.remove', path: '/l' }, 'folder-full'],
    [{ kind: 'file.remove', path: '/l/c.log' }, 'file-missing'],
    [{ kind: 'program.remove', programId: 'book' }, 'program-running'],
  ])('%j is refused', (change, code) => {
    expect(applyChange(exampleBench(), change)).toMatchObject({ ok: false, issues: [{ code }] })
  })

  test('sentences name windows and values as people know them', () => {
    const bench = exampleBench()
    expect(windowTitle(bench, bench.windows['w-chart']!)).toBe('CHART: red · a.log')
    expect(windowTitle(bench, bench.windows['w-book']!)).toBe('BOOK: b.log*')
    expect(describeChange({ kind: 'device.set', deviceId: 'mic', controlId: 'mute', value: true }, bench)).toBe(
      'Microphone: Mute becomes muted (was unknown).',
    )
    expect(describeChange({ kind: 'window.raise', windowId: 'w-chart' }, bench)).toBe(
      'The window comes to the front: CHART: red · a.log.',
    )
    expect(describeChange({ kind: 'window.raise', windowId: 'w-chart' })).toBe(
      'The window comes to the front: w-chart.',
    )
  })

  test('an altered result is told with both values; one that is gone is gone', () => {
    const change: Change = { kind: 'device.set', deviceId: 'mic', controlId: 'gain', value: 80 }
    const after = valueOf(applyChange(exampleBench(), change))
    const altered = valueOf(applyChange(after, { ...change, value: 10 }))
    expect(standingOf(change, footprintOf(change, after), altered)).toEqual({
      kind: 'altered',
      left: '80 %',
      now: '10 %',
    })
    const close: Change = { kind: 'window.raise', windowId: 'w-chart' }
    const raised = valueOf(applyChange(exampleBench(), close))
    const closed = valueOf(applyChange(raised, { kind: 'window.close', windowId: 'w-chart' }))
    expect(standingOf(close, footprintOf(close, raised), closed)).toEqual({ kind: 'gone' })
  })
})

function deepFreeze<T>(value: T): T {
  if (value !== null && typeof value === 'object') {
    for (const part of Object.values(value)) deepFreeze(part)
    Object.freeze(value)
  }
  return value
}
