import { expect, test } from 'vitest'
import type { Device } from '~~/core/bench'
import { deviceSchema } from '~~/core/bench'
import { draftOfDevice, freshControl, readDevice } from './deviceDraft'

const heater: Device = {
  id: 'roof',
  name: 'Roof heater',
  kind: 'heater',
  isDefault: true,
  controls: {
    power: { kind: 'switch', name: 'Power', on: 'warm', off: 'cold', value: true },
    output: { kind: 'level', name: 'Output', unit: '%', min: 0, max: 100, step: 5, value: 80 },
    mode: {
      kind: 'choice',
      name: 'Mode',
      choices: [
        { id: 'slow', name: 'Slow' },
        { id: 'fast', name: 'Fast' },
      ],
      value: 'fast',
    },
  },
}

test('a description that was not altered is the device again, with what it is now', () => {
  expect(readDevice(draftOfDevice(heater), heater, heater.id)).toEqual(heater)
})

test('values stay where they still fit: within new limits, among the choices that are left', () => {
  const draft = draftOfDevice(heater)
  const altered = {
    ...draft,
    controls: draft.controls.map(({ id, control }) => ({
      id,
      control:
        control.kind === 'level'
          ? { ...control, max: 60 }
          : control.kind === 'choice'
            ? {
                ...control,
                choices: [
                  { id: 'slow', name: 'Slow' },
                  { id: 'still', name: 'Still' },
                ],
              }
            : freshControl('level', 'Power'),
    })),
  }
  const { controls } = readDevice(altered, heater, 'roof')
  expect(Object.entries(controls).map(([id, control]) => [id, control.value])).toEqual([
    ['power', null],
    ['output', 60],
    ['mode', null],
  ])
})

test('new controls get ids from their names, no two the same', () => {
  const device = readDevice(
    {
      name: 'Fan',
      kind: 'other',
      controls: [
        { id: '', control: freshControl('switch', 'Rear fan') },
        { id: '', control: freshControl('level', 'Rear fan') },
      ],
    },
    { id: 'new', name: '', kind: 'other', controls: {} },
    'fan',
  )
  expect(Object.keys(device.controls)).toEqual(['rear-fan', 'rear-fan-2'])
  expect(deviceSchema.parse(device)).toEqual(device)
})
