import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { applyChange, applyChanges } from '../bench'
import type { BenchState, Change } from '../bench'
import { exampleBench } from '../bench/exampleBench'
import { valueOf } from '../result'
import { describeStep, lintStep, performStep, stepLeadsTo, stepSchema } from '.'
import type { StepContext, StepEffect } from '.'

const mic = { kind: 'devices', deviceIds: ['mic'] }
const step = (controlId: string, to: Record<string, unknown>, target: Record<string, unknown> = mic) =>
  stepSchema.parse({ id: 's', kind: 'device.control', target, controlId, to })
const with_ = (...changes: Change[]): BenchState => valueOf(applyChanges(exampleBench(), changes))
const set = (controlId: string, value: boolean | number | string | null): Change => ({
  kind: 'device.set',
  deviceId: 'mic',
  controlId,
  value,
})
const perform = (
  controlId: string,
  to: Record<string, unknown>,
  bench = exampleBench(),
  context: Partial<StepContext> = {},
  target: Record<string, unknown> = mic,
) => performStep(step(controlId, to, target), bench, { nowMs: 0, nextId: () => 'n', ...context })
const codeOf = (effect: StepEffect) => (effect.kind === 'failed' ? effect.issue.code : effect.kind)
const values = (effect: StepEffect) =>
  'changes' in effect
    ? (effect.changes ?? []).map((change) => (change.kind === 'device.set' ? change.value : undefined))
    : []

/** A second microphone like the first, with another gain. */
function pair(): BenchState {
  const bench = exampleBench()
  const { mic: first } = bench.devices
  return {
    ...bench,
    devices: {
      mic: first!,
      spare: {
        ...first!,
        id: 'spare',
        name: 'Spare',
        controls: { ...first!.controls, gain: { ...first!.controls.gain!, value: 10 } as never },
      },
    },
  }
}

describe('one control', () => {
  test('is set, goes the other way, goes round in a chosen order, up and down within its limits', () => {
    expect(values(perform('gain', { kind: 'set', value: 80 }))).toEqual([80])
    expect(values(perform('mute', { kind: 'toggle', whenUnknown: false }, with_(set('mute', true))))).toEqual([false])
    expect(values(perform('pattern', { kind: 'cycle', values: ['narrow', 'wide'] }))).toEqual(['narrow'])
    expect(
      values(perform('pattern', { kind: 'cycle', values: ['narrow', 'wide'] }, with_(set('pattern', 'narrow')))),
    ).toEqual(['wide'])
    expect([5, -5, 70, -70].map((by) => values(perform('gain', { kind: 'step', by }))[0])).toEqual([55, 45, 100, 0])
  })

  test('that is unknown becomes what was chosen, or the user is asked', () => {
    expect(values(perform('mute', { kind: 'toggle', whenUnknown: true }))).toEqual([true])
    const asks = perform('mute', { kind: 'toggle', whenUnknown: 'ask' })
    expect(asks).toMatchObject({
      kind: 'asks',
      question: {
        text: 'Mute of Microphone is unknown. What shall it become?',
        choices: [
          { id: 'on', label: 'muted' },
          { id: 'off', label: 'open' },
        ],
      },
    })
    expect([
      values(perform('mute', { kind: 'toggle', whenUnknown: 'ask' }, exampleBench(), { answer: 'off' })),
      values(perform('mute', { kind: 'toggle', whenUnknown: 'ask' }, with_(set('mute', false)))),
    ]).toEqual([[false], [true]])
  })

  test('that only shows what is so is refused, in the editor too', () => {
    const bench = exampleBench()
    const fixed: BenchState = {
      ...bench,
      devices: {
        mic: { ...bench.devices.mic!, controls: { gain: { ...bench.devices.mic!.controls.gain!, readOnly: true } } },
      },
    }
    expect(codeOf(perform('gain', { kind: 'set', value: 1 }, fixed))).toBe('control-fixed')
    expect(lintStep(step('gain', { kind: 'set', value: 1 }), fixed, undefined)).toMatchObject([
      { code: 'control-fixed', severity: 'fault' },
    ])
  })

  test.each([
    ['tone', { kind: 'set', value: 1 }, mic, 'control-missing'],
    ['gain', { kind: 'set', value: 101 }, mic, 'value-refused'],
    ['gain', { kind: 'toggle', whenUnknown: true }, mic, 'value-refused'],
    ['mute', { kind: 'step', by: 1 }, mic, 'value-refused'],
    ['mute', { kind: 'set', value: true }, { kind: 'devices', deviceIds: ['mike'] }, 'device-missing'],
    ['power', { kind: 'set', value: true }, { kind: 'all', deviceKind: 'display' }, 'device-missing'],
  ])('%s by %o of %o is %s', (controlId, to, target, code) => {
    expect(codeOf(perform(controlId, to, exampleBench(), {}, target))).toBe(code)
  })
})

describe('reading back', () => {
  const fault = (kind: 'refuses' | 'ignores'): Change => ({
    kind: 'device.fault',
    deviceId: 'mic',
    fault: { kind, because: 'held by the recorder' },
  })

  test('tells that a device refused, did not follow, or is not plugged in', () => {
    expect(perform('gain', { kind: 'set', value: 80 }, with_(fault('refuses')))).toMatchObject({
      kind: 'failed',
      changes: [],
      issue: { code: 'device-held', message: 'Microphone refuses: held by the recorder.' },
    })
    expect(perform('gain', { kind: 'set', value: 80 }, with_(fault('ignores')))).toMatchObject({
      kind: 'failed',
      changes: [],
      issue: { code: 'not-followed', message: 'Microphone did not follow: Gain is still 50 % (held by the recorder).' },
    })
    expect(perform('gain', { kind: 'set', value: 50 }, with_(fault('ignores')))).toMatchObject({ kind: 'done' })
    expect(
      codeOf(
        perform('gain', { kind: 'set', value: 80 }, with_({ kind: 'device.plug', deviceId: 'mic', plugged: false })),
      ),
    ).toBe('device-absent')
  })

  test('of several keeps what followed and names what did not', () => {
    const bench = valueOf(applyChange(pair(), fault('ignores')))
    expect(
      perform('gain', { kind: 'set', value: 80 }, bench, {}, { kind: 'all', deviceKind: 'audio-input' }),
    ).toMatchObject({
      kind: 'failed',
      changes: [{ deviceId: 'spare', value: 80 }],
      issue: { message: expect.stringMatching(/^Microphone did not follow/) as string },
    })
  })
})

describe('a ramp', () => {
  const to = { kind: 'ramp', value: 90, overMs: 2000 }

  /** Every value it sets, with its time, until it ends. */
  function follow(
    bench: BenchState,
    target: Record<string, unknown> = mic,
    ramp: Record<string, unknown> = to,
  ): { set: [number, unknown][]; bench: BenchState } {
    const made: [number, unknown][] = []
    let now = bench
    let context: StepContext = { nowMs: 1000, nextId: () => 'n' }
    for (;;) {
      const effect = perform('gain', ramp, now, context, target)
      if (effect.kind !== 'goes-on' && effect.kind !== 'done') throw new Error(codeOf(effect))
      now = valueOf(applyChanges(now, effect.changes))
      for (const value of values(effect)) made.push([context.nowMs - 1000, value])
      if (effect.kind === 'done') return { set: made, bench: now }
      context = { ...context, nowMs: effect.untilMs, progress: effect.progress }
    }
  }

  test('goes in steps of the control and reaches its end in its time', () => {
    const { set: made, bench } = follow(exampleBench())
    expect(made.slice(0, 4)).toEqual([
      [0, 50],
      [100, 50],
      [200, 55],
      [300, 55],
    ])
    expect([made.at(-1), bench.devices.mic!.controls.gain!.value]).toEqual([[2000, 90], 90])
  })

  test('takes several devices each from where it is', () => {
    const { bench, set: made } = follow(pair(), { kind: 'all', deviceKind: 'audio-input' })
    expect([
      made.slice(2, 4).map(([, value]) => value),
      bench.devices.mic!.controls.gain!.value,
      bench.devices.spare!.controls.gain!.value,
    ]).toEqual([[50, 15], 90, 90])
  })

  test('never leaves the way between, whatever its ends', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 100 }),
        fc.integer({ min: 0, max: 100 }),
        fc.integer({ min: 100, max: 9000 }),
        (from, value, overMs) => {
          const { set: made } = follow(with_(set('gain', from)), mic, { kind: 'ramp', value, overMs })
          const numbers = made.map(([, entry]) => Number(entry))
          expect(Math.min(...numbers)).toBeGreaterThanOrEqual(Math.min(from, value))
          expect(Math.max(...numbers)).toBeLessThanOrEqual(Math.max(from, value))
          expect([numbers.at(-1), made.at(-1)![0]]).toEqual([value, overMs])
        },
      ),
    )
  })

  test('begins at the lowest where nobody knows how it stands, and tells where each was set', () => {
    const { set: made, bench } = follow(with_(set('gain', null)))
    const numbers = made.map(([, value]) => value).filter((value) => value !== null)
    expect([numbers[0], numbers.at(-1), bench.devices.mic!.controls.gain!.value]).toEqual([5, 90, 90])
    const next = perform('gain', to, exampleBench(), {
      nowMs: 1000,
      progress: { kind: 'ramp', startedAtMs: 0, from: { mic: 50 }, last: { mic: 50 } },
    })
    // Half of the way from 50 to 90, and a twentieth of its time until the next part.
    expect(next).toMatchObject({
      kind: 'goes-on',
      untilMs: 1100,
      progress: { kind: 'ramp', startedAtMs: 0, from: { mic: 50 }, last: { mic: 70 } },
    })
  })

  test('a long one has twenty parts, a short one none finer than a tenth of a second; hurried it is there at once', () => {
    const first = (overMs: number, part: Partial<StepContext> = {}) =>
      perform('gain', { kind: 'ramp', value: 90, overMs }, exampleBench(), { nowMs: 0, ...part })
    expect([first(20_000), first(500)].map((effect) => effect.kind === 'goes-on' && effect.untilMs)).toEqual([
      1000, 100,
    ])
    const late = {
      nowMs: 1980,
      progress: { kind: 'ramp' as const, startedAtMs: 0, from: { mic: 50 }, last: { mic: 50 } },
    }
    expect(first(2000, late)).toMatchObject({ untilMs: 2000 })
    expect(first(2000, { hurried: true })).toMatchObject({ kind: 'done' })
    expect(codeOf(perform('mute', to))).toBe('value-refused')
  })

  test('gives way to somebody who sets the value meanwhile', () => {
    const effect = perform('gain', to, with_(set('gain', 20)), {
      nowMs: 500,
      progress: { kind: 'ramp', startedAtMs: 0, from: { mic: 50 }, last: { mic: 60 } },
    })
    expect(effect).toMatchObject({
      kind: 'failed',
      changes: [],
      issue: {
        code: 'taken-over',
        message: 'Microphone: Gain was set to 20 % by somebody else meanwhile, and stays so.',
      },
    })
  })
})

test('sentences name the devices, the way and the second way', () => {
  const bench = exampleBench()
  const words = (controlId: string, to: Record<string, unknown>, target?: Record<string, unknown>) =>
    describeStep(step(controlId, to, target), bench)
  expect(words('gain', { kind: 'ramp', value: 90, overMs: 90_000 })).toBe(
    'Takes Gain of Microphone to 90 % within 1.5 min.',
  )
  expect(words('mute', { kind: 'toggle', whenUnknown: 'ask' }, { kind: 'default', deviceKind: 'audio-input' })).toBe(
    'Switches Mute of the microphone in use the other way, asking where it is unknown.',
  )
  const second = stepSchema.parse({
    ...step('mute', { kind: 'set', value: true }),
    alternative: { id: 't', kind: 'message.show', text: 'Mute it by hand.', sound: true },
  })
  expect(describeStep(second, bench)).toBe(
    'Sets Mute of Microphone to muted; failing that, shows the message “Mute it by hand” with a sound.',
  )
})

test('a value is set as a text says it, and what it is not is told', () => {
  const said = (controlId: string, text: string) =>
    perform(controlId, { kind: 'said', text }, undefined, { values: { values: { level: '55' }, broken: {} } })
  expect(values(said('gain', '${level}'))).toEqual([55])
  expect(values(said('mute', 'OFF'))).toEqual([false])
  expect(values(said('pattern', 'Wide'))).toEqual(['wide'])
  expect(
    [said('gain', 'loud'), said('gain', '101'), said('gain', ''), said('pattern', 'x'), said('mute', '1')].map(codeOf),
  ).toEqual(Array(5).fill('value-unread'))
})

describe('where a step would lead to now', () => {
  const leads = (controlId: string, to: Record<string, unknown>, bench = exampleBench()) =>
    stepLeadsTo(step(controlId, to), bench)

  test('is told in words of one that goes from one to another, and of no other', () => {
    const open = with_(set('mute', false))
    const other = { kind: 'toggle', whenUnknown: true }
    expect(leads('mute', other, open)).toBe('muted')
    expect(leads('mute', other, with_(set('mute', true)))).toBe('open')
    expect(leads('pattern', { kind: 'cycle', values: ['wide', 'narrow'] })).toBe('Narrow')
    expect(leads('mute', { kind: 'set', value: true }, open)).toBeUndefined()
    expect(leads('gain', { kind: 'step', by: 5 })).toBeUndefined()
  })

  test('is not known where it would be asked, or where nothing is there to be switched', () => {
    expect(leads('mute', { kind: 'toggle', whenUnknown: 'ask' })).toBeUndefined()
    expect(leads('mute', { kind: 'toggle', whenUnknown: true })).toBe('muted')
    expect(leads('gone', { kind: 'toggle', whenUnknown: true })).toBeUndefined()
    const [gone, there] = ['lamp', 'mic'].map((id) =>
      stepLeadsTo(
        step('mute', { kind: 'toggle', whenUnknown: true }, { kind: 'devices', deviceIds: [id] }),
        exampleBench(),
      ),
    )
    expect([gone, there]).toEqual([undefined, 'muted'])
  })
})
