import fc from 'fast-check'
import { exampleDesk } from '../bench/exampleBench'
import type { BenchState, BenchWindow, Device } from '../bench'
import { arrangementSchema } from '../steps'
import type { Arrangement } from '../steps'

/** Benches and arrangements as tests draw them: windows all over three desktops and displays that are plugged in or not. */

const FILES = ['/l/a.log', '/l/b.log', '/in/veil-1.exposure', '/none.log']
const PROGRAMS = ['chart', 'dome', 'book', 'web', 'drawers', 'vault']
const AREAS = [
  { x: 0, y: 0, width: 50, height: 100 },
  { x: 10, y: 20, width: 30, height: 40 },
]
const modes = fc.constantFrom<BenchWindow['mode']>('normal', 'normal', 'maximized', 'minimized', 'hidden')
const maybe = <T>(of: fc.Arbitrary<T>) => fc.option(of, { nil: undefined })
/** Without what is undefined, as what is read has it. */
const said = <T extends object>(part: T) =>
  Object.fromEntries(Object.entries(part).filter(([, value]) => value !== undefined)) as T

const drawnWindow = fc.record({
  programId: fc.constantFrom(...PROGRAMS),
  mode: modes,
  displayId: maybe(fc.constantFrom('left', 'right')),
  desktop: maybe(fc.integer({ min: 1, max: 3 })),
  area: maybe(fc.constantFrom(...AREAS)),
  profile: maybe(fc.constantFrom('red', 'dome')),
  documents: fc.uniqueArray(fc.constantFrom(...FILES), { maxLength: 2 }),
  unsaved: fc.boolean(),
  isError: fc.nat(9).map((n) => n === 0),
  isSecondInFront: fc.boolean(),
})

/** A device that follows, does not, or is not there. */
const drawnMicrophone = fc.record({
  muted: fc.constantFrom(true, false, null),
  gain: fc.constantFrom(0, 50, 100),
  plugged: fc.nat(5).map((n) => n > 0),
  fault: fc.constantFrom<Device['fault']>(
    undefined,
    undefined,
    undefined,
    { kind: 'refuses', because: 'the cable is loose' },
    { kind: 'ignores', because: 'it is asleep' },
  ),
})

export const drawnDesk: fc.Arbitrary<BenchState> = fc
  .record({
    windows: fc.array(drawnWindow, { maxLength: 7 }),
    shown: fc.integer({ min: 1, max: 3 }),
    hasRight: fc.boolean(),
    microphone: drawnMicrophone,
    switches: fc.dictionary(fc.constantFrom('f1', 'f2'), fc.boolean()),
  })
  .map(({ windows, shown, hasRight, microphone, switches }) => {
    const desk = exampleDesk()
    const single = new Set<string>()
    const placed = windows.flatMap(
      ({ programId, profile, documents, unsaved, isError, isSecondInFront, ...rest }, i) => {
        const isSingle = desk.programs[programId]!.instances === 'single' && !isError
        if (isSingle && single.has(programId)) return []
        if (isSingle) single.add(programId)
        const content = isError
          ? { documents: [], error: 'It cannot open.' }
          : {
              ...(profile === undefined ? {} : { profile }),
              documents: documents.map((path, at) => ({ path, role: 'log', unsaved: unsaved && at === 0 })),
              ...(isSecondInFront && documents.length > 1 ? { active: documents[0]! } : {}),
            }
        return [said({ id: `w${i}`, programId, ...rest, content }) as BenchWindow]
      },
    )
    const mic = desk.devices.mic!
    const { muted, gain, plugged, fault } = microphone
    return {
      ...desk,
      windows: Object.fromEntries(placed.map((window) => [window.id, window])),
      stack: placed.map(({ id }) => id),
      desktops: { names: desk.desktops!.names, shown },
      ...(Object.keys(switches).length > 0 ? { frameSwitches: switches } : {}),
      devices: {
        ...desk.devices,
        right: { ...desk.devices.right!, plugged: hasRight },
        mic: {
          ...mic,
          plugged,
          ...(fault ? { fault } : {}),
          controls: {
            ...mic.controls,
            mute: { ...mic.controls.mute!, value: muted } as never,
            gain: { ...mic.controls.gain!, value: gain } as never,
          },
        },
      },
    }
  })

const drawnWish = fc
  .record({
    programId: fc.constantFrom(...PROGRAMS, 'nobody'),
    shows: maybe(
      fc
        .record({
          profile: maybe(fc.constantFrom('red', 'dome')),
          documents: fc.uniqueArray(fc.constantFrom(...FILES), { maxLength: 2 }),
          isFirstInFront: fc.boolean(),
        })
        .map(({ profile, documents, isFirstInFront }) =>
          said({
            profile,
            documents,
            front: documents.length > 1 ? documents[isFirstInFront ? 0 : 1] : undefined,
          }),
        ),
    ),
    mode: maybe(modes),
    displayId: maybe(fc.constantFrom('left', 'right')),
    desktop: maybe(fc.integer({ min: 1, max: 3 })),
    area: maybe(fc.constantFrom(...AREAS)),
  })
  .map(said)

/** What is wanted, some of it out of reach. */
export const drawnArrangement: fc.Arbitrary<Arrangement> = fc
  .record({
    windows: fc.array(drawnWish, { maxLength: 5 }),
    front: maybe(fc.nat(4)),
    desktop: maybe(fc.integer({ min: 1, max: 3 })),
    devices: fc.uniqueArray(
      fc.constantFrom(
        { deviceId: 'mic', controlId: 'mute', value: true },
        { deviceId: 'mic', controlId: 'gain', value: 100 },
        { deviceId: 'mic', controlId: 'pattern', value: 'narrow' },
        { deviceId: 'mic', controlId: 'odd', value: 1 },
      ),
      { maxLength: 2 },
    ),
    frames: fc.uniqueArray(fc.record({ frameId: fc.constantFrom('f1', 'f2'), on: fc.boolean() }), {
      selector: ({ frameId }) => frameId,
      maxLength: 2,
    }),
    rest: fc.constantFrom('leave', 'minimize', 'hide', 'close'),
    unsaved: fc.constantFrom('save', 'discard', 'leave', 'hide'),
    partly: fc.constantFrom(undefined, true),
  })
  .map(({ front, windows, ...rest }) =>
    arrangementSchema.parse(
      said({ ...rest, windows: windows.map((window, i) => (i === front ? { ...window, inFront: true } : window)) }),
    ),
  )
