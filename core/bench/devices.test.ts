import { describe, expect, test } from 'vitest'
import { valueOf } from '../result'
import { exampleBench } from './exampleBench'
import {
  applyChange,
  applyChanges,
  defaultDevice,
  deviceSchema,
  lampNow,
  rangeInWords,
  sleepingDisplays,
  WAKE_WITHIN_MS,
  wakeChanges,
  wakes,
} from '.'
import type { BenchState, Change, Device, PointerPath } from '.'

const display = (id: string, power: boolean | null, part: Partial<Device> = {}): Device => ({
  id,
  name: id,
  kind: 'display',
  controls: { power: { kind: 'switch', name: 'Power', on: 'awake', off: 'asleep', value: power } },
  ...part,
})
const withDevices = (...devices: Device[]): BenchState => ({
  ...exampleBench(),
  devices: { ...exampleBench().devices, ...Object.fromEntries(devices.map((device) => [device.id, device])) },
})
const codeOf = (bench: BenchState, change: Change) => {
  const result = applyChange(bench, change)
  return result.ok ? undefined : result.issues[0]!.code
}

describe('devices', () => {
  test('one of a kind is the one in use, another takes its place; what is not plugged in is not in use', () => {
    const bench = withDevices(display('left', true, { isDefault: true }), display('right', true))
    const after = valueOf(applyChange(bench, { kind: 'device.default', deviceKind: 'display', deviceId: 'right' }))
    expect([
      after.devices.left!.isDefault,
      after.devices.right!.isDefault,
      defaultDevice(after, 'display')?.id,
    ]).toEqual([undefined, true, 'right'])
    const unplugged = valueOf(applyChange(after, { kind: 'device.plug', deviceId: 'right', plugged: false }))
    expect([defaultDevice(unplugged, 'display')?.id, defaultDevice(unplugged, 'dome')]).toEqual(['left', undefined])
    expect(codeOf(bench, { kind: 'device.default', deviceKind: 'display', deviceId: 'mic' })).toBe('device-missing')
  })

  test('one that refuses says why; one that ignores orders stays as it is', () => {
    const set: Change = { kind: 'device.set', deviceId: 'mic', controlId: 'gain', value: 80 }
    const refusing = valueOf(
      applyChange(exampleBench(), {
        kind: 'device.fault',
        deviceId: 'mic',
        fault: { kind: 'refuses', because: 'held by the recorder' },
      }),
    )
    const refused = applyChange(refusing, set)
    expect(refused.ok ? '' : refused.issues[0]!.message).toBe('Microphone refuses: held by the recorder.')
    const ignoring = valueOf(
      applyChange(exampleBench(), {
        kind: 'device.fault',
        deviceId: 'mic',
        fault: { kind: 'ignores', because: 'loose' },
      }),
    )
    expect(valueOf(applyChange(ignoring, set))).toBe(ignoring)
    const mended = valueOf(applyChanges(ignoring, [{ kind: 'device.fault', deviceId: 'mic', fault: null }, set]))
    expect([mended.devices.mic!.fault, mended.devices.mic!.controls.gain!.value]).toEqual([undefined, 80])
  })

  test('a described device is checked: its limits, its choices, its value', () => {
    const faultsOf = (control: Record<string, unknown>) =>
      deviceSchema
        .safeParse({ id: 'roof', name: 'Roof', kind: 'other', controls: { heat: control } })
        .error?.issues.map((issue) => issue.path.at(-1)) ?? []
    expect(faultsOf({ kind: 'level', name: 'Heat', unit: '%', min: 10, max: 10, step: 1, value: null })).toEqual([
      'max',
    ])
    expect(faultsOf({ kind: 'level', name: 'Heat', unit: '%', min: 0, max: 10, step: 0, value: 11 })).toEqual([
      'step',
      'value',
    ])
    expect(faultsOf({ kind: 'choice', name: 'Heat', choices: [{ id: 'low', name: 'Low' }], value: null })).toEqual([
      'choices',
    ])
    expect(
      faultsOf({
        kind: 'choice',
        name: 'Heat',
        choices: [
          { id: 'low', name: 'Low' },
          { id: 'high', name: 'High' },
        ],
        value: 'odd',
      }),
    ).toEqual(['value'])
    expect(faultsOf({ kind: 'switch', name: '', on: 'on', off: '', value: null })).toEqual(['name', 'off'])
  })

  test('how a control may change is said in words', () => {
    expect(Object.values(exampleBench().devices.mic!.controls).map(rangeInWords)).toEqual([
      'muted or open',
      '0 to 100 %, by 5',
      'Wide, Narrow',
    ])
  })
})

describe('a lamp', () => {
  const now = (lamp: Record<string, unknown>, bench = exampleBench()) => {
    const { state, words } = lampNow({ deviceId: 'mic', controlId: 'gain', ...lamp }, bench)
    return [state, words]
  }

  test('is lit by what is on, above nothing or at its value; unknown is neither lit nor dark', () => {
    expect(now({})).toEqual(['lit', '50 %'])
    expect(now({ controlId: 'mute' })).toEqual(['unknown', 'unknown'])
    expect(now({ controlId: 'pattern', litWhen: 'narrow' })).toEqual(['dark', 'Wide'])
    expect(now({ controlId: 'pattern', litWhen: 'wide', lit: 'whole room' })).toEqual(['lit', 'whole room'])
  })

  test('tells nothing of a device that is gone or not plugged in', () => {
    expect(now({ deviceId: 'horn' })).toEqual(['unknown', 'not on the bench'])
    expect(now({ controlId: 'tone' })).toEqual(['unknown', 'has no such control'])
    expect(
      now(
        { lit: 'loud' },
        valueOf(applyChange(exampleBench(), { kind: 'device.plug', deviceId: 'mic', plugged: false })),
      ),
    ).toEqual(['unknown', 'not plugged in'])
  })

  test('is reworded in its place, and goes with its watch', () => {
    const watch = (controlId: string, part: Record<string, unknown> = {}): Change => ({
      kind: 'lamp.watch',
      deviceId: 'mic',
      controlId,
      watched: true,
      ...part,
    })
    const both = valueOf(applyChanges(exampleBench(), [watch('mute'), watch('gain'), watch('mute', { lit: 'Hush' })]))
    expect(both.lamps.map((lamp) => [lamp.controlId, lamp.lit])).toEqual([
      ['mute', 'Hush'],
      ['gain', undefined],
    ])
    expect(valueOf(applyChange(both, watch('mute', { lit: 'Hush' })))).toBe(both)
    expect(
      valueOf(applyChange(both, { ...watch('mute'), watched: false } as Change)).lamps.map((lamp) => lamp.controlId),
    ).toEqual(['gain'])
  })
})

describe('displays that sleep', () => {
  const follow = (...points: [x: number, y: number, atMs: number][]) => {
    let path: PointerPath = []
    return points.map(([x, y, atMs]) => {
      const next = wakes(path, { kind: 'pointer', x, y, atMs })
      path = next.path
      return next.wakes
    })
  }

  test('wake by a key that goes down, not by one that repeats or comes up', () => {
    const key = (isDown: boolean, isRepeat = false) => wakes([], { kind: 'key', isDown, isRepeat, atMs: 0 }).wakes
    expect([key(true), key(true, true), key(false), wakes([], { kind: 'button', atMs: 0 }).wakes]).toEqual([
      true,
      false,
      false,
      true,
    ])
  })

  test('wake by a pointer that goes somewhere, not by one that trembles or creeps', () => {
    expect(follow([0, 0, 0], [10, 0, 20], [30, 0, 40])).toEqual([false, false, true])
    expect(
      follow(...Array.from({ length: 60 }, (_, i): [number, number, number] => [(i % 2) * 6, (i % 3) * 4, i * 10])),
    ).not.toContain(true)
    expect(
      follow(...Array.from({ length: 40 }, (_, i): [number, number, number] => [i * 4, 0, i * WAKE_WITHIN_MS])),
    ).not.toContain(true)
  })

  test('are those that are plugged in and asleep; all of them wake', () => {
    const bench = withDevices(
      display('left', false),
      display('right', true),
      display('far', false, { plugged: false }),
      display('odd', null),
    )
    expect(sleepingDisplays(bench)).toEqual(['left'])
    expect(valueOf(applyChanges(bench, wakeChanges(bench))).devices.left!.controls.power!.value).toBe(true)
  })
})
