import { describe, expect, test } from 'vitest'
import { applyChange } from '../bench'
import type { BenchState } from '../bench'
import { exampleBench } from '../bench/exampleBench'
import { valueOf } from '../result'
import {
  DEFAULT_KEYS,
  describeInterlock,
  devicesNamed,
  feedbackOf,
  gateOf,
  goesTo,
  isFrameOn,
  lampOf,
  leverDraftSchema,
  USUAL_FEEDBACK,
} from '.'
import type { Interlock, Lever, LeverDraft } from '.'

const draftOf = (part: Record<string, unknown>): LeverDraft =>
  leverDraftSchema.parse({ frameId: 'desk', name: 'Park', steps: [{ id: 's', kind: 'wait', ms: 1 }], ...part })
const leverOf = (part: Record<string, unknown>): Lever => ({ ...draftOf(part), id: 'l', plate: 7, version: 1 })
const control = (
  controlId: string,
  to: Record<string, unknown>,
  target: Record<string, unknown> = { kind: 'devices', deviceIds: ['mic'] },
) => leverOf({ steps: [{ id: 's', kind: 'device.control', target, controlId, to }] })
const muted = (value: boolean | null): BenchState =>
  valueOf(applyChange(exampleBench(), { kind: 'device.set', deviceId: 'mic', controlId: 'mute', value }))

describe('an interlock', () => {
  const gate = (otherwise: Interlock['otherwise'], bench = exampleBench(), minute?: number) =>
    gateOf(
      leverOf({
        interlock: {
          condition: {
            kind: 'all',
            conditions: [
              { kind: 'program-runs', programId: 'dome' },
              { kind: 'time-of-day', fromMinute: 60, toMinute: 120 },
            ],
          },
          otherwise,
        },
      }),
      bench,
      { minuteOfDay: minute },
    )

  test('lets a lever be pulled while it holds, and a lever without one always', () => {
    const running = valueOf(
      applyChange(exampleBench(), {
        kind: 'window.open',
        window: { id: 'w-dome', programId: 'dome', mode: 'normal', content: { documents: [] } },
      }),
    )
    expect([gate({ kind: 'refuse' }, running, 90), gateOf(leverOf({}), exampleBench())]).toEqual([
      { kind: 'open' },
      { kind: 'open' },
    ])
    expect(gate({ kind: 'refuse' }, running, 121)).toEqual({
      kind: 'refuse',
      because: '7 Park is pulled only while DOME runs and it is between 01:00 and 02:00. Now it is 02:01.',
    })
  })

  test('otherwise refuses with the reason, asks, or names another lever', () => {
    expect(gate({ kind: 'ask' }, exampleBench(), 90)).toEqual({
      kind: 'ask',
      question:
        'Park is meant for while DOME runs and it is between 01:00 and 02:00. Now DOME is not running. Pull it all the same?',
    })
    expect(gate({ kind: 'pull', leverId: 'l2' }, exampleBench(), 90)).toEqual({
      kind: 'pull',
      leverId: 'l2',
      because: 'DOME is not running',
    })
  })

  test('is a sentence with the other lever by its name', () => {
    const words = (otherwise: Interlock['otherwise']) =>
      describeInterlock({ condition: { kind: 'program-runs', programId: 'chart' }, otherwise }, exampleBench(), (id) =>
        id === 'l2' ? '8 Rest' : undefined,
      )
    expect([
      words({ kind: 'refuse' }),
      words({ kind: 'ask' }),
      words({ kind: 'pull', leverId: 'l2' }),
      words({ kind: 'pull', leverId: 'l3' }),
    ]).toEqual([
      'Only while CHART runs; otherwise it refuses.',
      'Only while CHART runs; otherwise it asks.',
      'Only while CHART runs; otherwise it pulls 8 Rest.',
      'Only while CHART runs; otherwise it pulls a lever that is gone.',
    ])
  })

  test('a frame is on by the time of day as well', () => {
    const frame = {
      id: 'night',
      name: 'Night',
      on: true,
      position: 1,
      condition: { kind: 'time-of-day' as const, fromMinute: 1200, toMinute: 300 },
    }
    expect([
      isFrameOn(frame, exampleBench(), { minuteOfDay: 1250 }),
      isFrameOn(frame, exampleBench(), { minuteOfDay: 600 }),
      isFrameOn({ ...frame, on: false }, exampleBench(), { minuteOfDay: 1250 }),
    ]).toEqual([true, false, false])
  })
})

describe('the lamp of a lever', () => {
  test('is its own, or that of what it switches; one that sets a value is lit at that value', () => {
    expect(lampOf(control('mute', { kind: 'toggle', whenUnknown: true }), exampleBench())).toEqual({
      deviceId: 'mic',
      controlId: 'mute',
    })
    expect(
      lampOf(
        control('mute', { kind: 'set', value: false }, { kind: 'default', deviceKind: 'audio-input' }),
        exampleBench(),
      ),
    ).toEqual({ deviceId: 'mic', controlId: 'mute', litWhen: false })
    expect(lampOf(control('gain', { kind: 'step', by: 5 }), exampleBench())).toBeUndefined()
    expect(lampOf(leverOf({ lamp: { deviceId: 'mic', controlId: 'gain' } }), exampleBench())).toEqual({
      deviceId: 'mic',
      controlId: 'gain',
    })
  })

  test('has its own words, or those of the lamp on the bench', () => {
    const watched = valueOf(
      applyChange(exampleBench(), {
        kind: 'lamp.watch',
        deviceId: 'mic',
        controlId: 'mute',
        watched: true,
        lit: 'Hush',
        dark: 'On air',
      }),
    )
    const toggle = control('mute', { kind: 'toggle', whenUnknown: true })
    expect(lampOf(toggle, watched)).toMatchObject({ lit: 'Hush', dark: 'On air' })
    expect(lampOf({ ...toggle, lamp: { deviceId: 'mic', controlId: 'mute', lit: 'Quiet' } }, watched)).toMatchObject({
      lit: 'Quiet',
      dark: 'On air',
    })
    expect(lampOf(control('mute', { kind: 'set', value: false }), watched)).toEqual({
      deviceId: 'mic',
      controlId: 'mute',
      litWhen: false,
    })
  })

  test('a lever that toggles or goes round tells the state it would go to', () => {
    const toggle = control('mute', { kind: 'toggle', whenUnknown: true })
    expect([goesTo(toggle, muted(true)), goesTo(toggle, muted(false)), goesTo(toggle, muted(null))]).toEqual([
      'open',
      'muted',
      'muted',
    ])
    expect(goesTo(control('pattern', { kind: 'cycle', values: ['wide', 'narrow'] }), exampleBench())).toBe('Narrow')
    expect([
      goesTo(control('mute', { kind: 'set', value: true }), exampleBench()),
      goesTo(control('mute', { kind: 'toggle', whenUnknown: 'ask' }), muted(null)),
      goesTo(leverOf({}), exampleBench()),
    ]).toEqual([undefined, undefined, undefined])
  })
})

test('the devices of a lever are those of its steps, of their second ways, of its interlock and of its lamp', () => {
  const step = (id: string) => ({
    id,
    kind: 'device.control',
    target: { kind: 'devices', deviceIds: [id] },
    controlId: 'mute',
    to: { kind: 'set', value: true },
  })
  const lever = leverOf({
    steps: [
      { ...step('mic'), alternative: step('spare') },
      { ...step('x'), target: { kind: 'all', deviceKind: 'display' } },
    ],
    interlock: {
      condition: {
        kind: 'not',
        condition: {
          kind: 'any',
          conditions: [
            { kind: 'device-present', deviceId: 'key' },
            { kind: 'program-runs', programId: 'dome' },
          ],
        },
      },
      otherwise: { kind: 'refuse' },
    },
    lamp: { deviceId: 'mic', controlId: 'gain' },
  })
  expect([devicesNamed(lever), devicesNamed(leverOf({}))]).toEqual([['mic', 'spare', 'key'], []])
})

test('feedback is that of the lever, of its kind, or the usual one', () => {
  const device = control('mute', { kind: 'toggle', whenUnknown: true })
  expect(feedbackOf(device, DEFAULT_KEYS)).toBe(USUAL_FEEDBACK.device)
  expect(feedbackOf(device, { feedback: { device: 'sound' } })).toBe('sound')
  expect(feedbackOf({ ...device, feedback: 'none' }, { feedback: { device: 'sound' } })).toBe('none')
})
