import { z } from 'zod'
import { fail, own, succeed } from '../../result'
import type { Failure, Result } from '../../result'
import { canonicalJson, sameValue } from '../canonicalJson'
import { admits, deviceKindWords, valueInWords } from '../controls'
import { benchIssue } from '../issues'
import {
  controlIdSchema,
  controlValueSchema,
  deviceFaultSchema,
  deviceKindSchema,
  deviceSchema,
  idSchema,
} from '../schema'
import type { BenchState, Control, Device } from '../schema'
import { defineChange, wasThere } from './defineChange'

/** What a device that refuses says is an issue; one that ignores orders takes the change, and stays as it is. */
const set = defineChange({
  kind: 'device.set',
  fields: { deviceId: idSchema, controlId: controlIdSchema, value: controlValueSchema },
  apply(state, { deviceId, controlId, value }) {
    const device = own(state.devices, deviceId)
    if (!device) return deviceMissing(deviceId)
    const control = own(device.controls, controlId)
    if (!control) return fail(benchIssue({ code: 'control-missing', device: device.name, controlId }, 'controlId'))
    if (device.plugged === false)
      return fail(benchIssue({ code: 'device-absent', device: device.name, control: control.name }, 'deviceId'))
    const because = admits(control, value)
    if (because) return fail(benchIssue({ code: 'value-refused', device: device.name, because }, 'value'))
    if (control.value === value) return succeed(state)
    if (device.fault?.kind === 'refuses')
      return fail(benchIssue({ code: 'device-held', device: device.name, because: device.fault.because }, 'deviceId'))
    if (device.fault?.kind === 'ignores') return succeed(state)
    const controls = { ...device.controls, [controlId]: { ...control, value } as Control }
    return succeed(withDevices(state, { ...device, controls }))
  },
  invert(before, { deviceId, controlId }) {
    const controls = deviceBefore(before, deviceId).controls
    const { value } = wasThere(own(controls, controlId), `control ${deviceId}/${controlId}`)
    return { kind: 'device.set', deviceId, controlId, value }
  },
  describe({ deviceId, controlId, value }, before) {
    const device = before && own(before.devices, deviceId)
    const control = device && own(device.controls, controlId)
    if (!control) return `${deviceId}: ${controlId} becomes ${JSON.stringify(value)}.`
    return `${device.name}: ${control.name} becomes ${valueInWords(control, value)} (was ${valueInWords(control)}).`
  },
  footprint(state, { deviceId, controlId }) {
    const device = own(state.devices, deviceId)
    const control = device && own(device.controls, controlId)
    return control && { same: JSON.stringify(control.value), words: valueInWords(control) }
  },
})

/** Plugs a device in or out. */
const plug = defineChange({
  kind: 'device.plug',
  fields: { deviceId: idSchema, plugged: z.boolean() },
  // One that is plugged in says nothing of it, so that taking a change back gives the state before to the last field.
  apply: (state, { deviceId, plugged }) =>
    withDevice(state, deviceId, ({ plugged: _before, ...device }) => (plugged ? device : { ...device, plugged })),
  invert: (before, { deviceId }) => ({
    kind: 'device.plug',
    deviceId,
    plugged: deviceBefore(before, deviceId).plugged !== false,
  }),
  describe: ({ deviceId, plugged }, before) =>
    `${nameOf(deviceId, before)} is ${plugged ? 'plugged in' : 'unplugged'}.`,
  footprint(state, { deviceId }) {
    const device = own(state.devices, deviceId)
    const words = device?.plugged === false ? 'unplugged' : 'plugged in'
    return device && { same: words, words }
  },
})

/** Makes a device the one of its kind that is used where none is named; `null` is none. */
const makeDefault = defineChange({
  kind: 'device.default',
  fields: { deviceKind: deviceKindSchema, deviceId: idSchema.nullable() },
  apply(state, { deviceKind, deviceId }) {
    if (deviceId !== null && own(state.devices, deviceId)?.kind !== deviceKind) return deviceMissing(deviceId)
    const altered = Object.values(state.devices).flatMap(({ isDefault = false, ...device }): Device[] => {
      if (device.kind !== deviceKind || isDefault === (device.id === deviceId)) return []
      return [device.id === deviceId ? { ...device, isDefault: true } : device]
    })
    return succeed(altered.length > 0 ? withDevices(state, ...altered) : state)
  },
  invert: (before, { deviceKind }) => ({
    kind: 'device.default',
    deviceKind,
    deviceId: chosen(before, deviceKind)?.id ?? null,
  }),
  describe({ deviceKind, deviceId }, before) {
    const { one } = deviceKindWords[deviceKind]
    return deviceId === null ? `No ${one} is the one in use.` : `${nameOf(deviceId, before)} is the ${one} in use.`
  },
  footprint(state, { deviceKind }) {
    const device = chosen(state, deviceKind)
    return { same: device?.id ?? '', words: device?.name ?? 'none' }
  },
})

/** Keeps a device from following, or no longer. */
const fault = defineChange({
  kind: 'device.fault',
  fields: { deviceId: idSchema, fault: deviceFaultSchema.nullable() },
  apply: (state, { deviceId, fault }) =>
    withDevice(state, deviceId, ({ fault: _before, ...device }) => (fault ? { ...device, fault } : device)),
  invert: (before, { deviceId }) => ({
    kind: 'device.fault',
    deviceId,
    fault: deviceBefore(before, deviceId).fault ?? null,
  }),
  describe({ deviceId, fault }, before) {
    const name = nameOf(deviceId, before)
    if (!fault) return `${name} follows again.`
    return `${name} ${fault.kind === 'refuses' ? 'refuses orders' : 'does not follow'}: ${fault.because}.`
  },
  footprint(state, { deviceId }) {
    const device = own(state.devices, deviceId)
    const words = device?.fault ? 'does not follow' : 'follows'
    return device && { same: canonicalJson(device.fault ?? null), words }
  },
})

/** Sets a device up, or describes it anew. */
const put = defineChange({
  kind: 'device.put',
  fields: { device: deviceSchema },
  // Which of its kind is the default is not said by describing another one.
  apply(state, { device: { isDefault, ...device } }) {
    const other = chosen(state, device.kind)
    const put: Device = isDefault && (!other || other.id === device.id) ? { ...device, isDefault } : device
    return succeed(sameValue(own(state.devices, device.id), put) ? state : withDevices(state, put))
  },
  invert(before, { device }) {
    const known = own(before.devices, device.id)
    return known ? { kind: 'device.put', device: known } : { kind: 'device.remove', deviceId: device.id }
  },
  describe: ({ device }, before) =>
    `${device.name} is ${before && own(before.devices, device.id) ? 'described anew' : 'set up on the bench'}.`,
  footprint(state, { device: { id } }) {
    const device = own(state.devices, id)
    return device && { same: canonicalJson(device), words: device.name }
  },
})

/** Lamps that watch it stay, and are unknown. */
const remove = defineChange({
  kind: 'device.remove',
  fields: { deviceId: idSchema },
  apply(state, { deviceId }) {
    if (!own(state.devices, deviceId)) return deviceMissing(deviceId)
    const { [deviceId]: _removed, ...devices } = state.devices
    return succeed({ ...state, devices })
  },
  invert: (before, { deviceId }) => ({ kind: 'device.put', device: deviceBefore(before, deviceId) }),
  describe: ({ deviceId }, before) => `${nameOf(deviceId, before)} is taken off the bench.`,
  footprint: (state, { deviceId }) =>
    own(state.devices, deviceId) ? undefined : { same: 'removed', words: 'removed' },
})

export const deviceChanges = [set, plug, makeDefault, fault, put, remove] as const

function nameOf(deviceId: string, before?: BenchState): string {
  return (before && own(before.devices, deviceId)?.name) ?? `The device ${deviceId}`
}

function deviceBefore(before: BenchState, deviceId: string): Device {
  return wasThere(own(before.devices, deviceId), `device ${deviceId}`)
}

function chosen(state: BenchState, kind: Device['kind']): Device | undefined {
  return Object.values(state.devices).find((device) => device.kind === kind && device.isDefault)
}

function withDevice(state: BenchState, deviceId: string, alter: (device: Device) => Device): Result<BenchState> {
  const device = own(state.devices, deviceId)
  if (!device) return deviceMissing(deviceId)
  const after = alter(device)
  return succeed(sameValue(device, after) ? state : withDevices(state, after))
}

function withDevices(state: BenchState, ...devices: Device[]): BenchState {
  return {
    ...state,
    devices: { ...state.devices, ...Object.fromEntries(devices.map((device) => [device.id, device])) },
  }
}

function deviceMissing(deviceId: string): Failure {
  return fail(benchIssue({ code: 'device-missing', deviceId }, 'deviceId'))
}
