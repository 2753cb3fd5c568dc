import { fail, succeed } from '../result'
import type { Failure, Result } from '../result'
import { sameValue } from './canonicalJson'
import type { Change } from './change'
import { admits } from './controls'
import type { BenchState, Device, DeviceFault, DeviceKind, Lamp } from './schema'

/** What `applyChange` does with devices and lamps. */

/** Issues: `device-missing`, `control-missing`, `device-absent`, `device-held`, `value-refused`. */
export function setControl(state: BenchState, change: Extract<Change, { kind: 'device.set' }>): Result<BenchState> {
  const device = state.devices[change.deviceId]
  const control = device?.controls[change.controlId]
  if (!device) return deviceMissing(change.deviceId)
  if (!control)
    return fail({
      code: 'control-missing',
      message: `${device.name} has no control “${change.controlId}”.`,
      at: 'controlId',
    })
  if (device.plugged === false)
    return fail({
      code: 'device-absent',
      message: `${device.name} is not plugged in, so ${control.name} cannot change.`,
      at: 'deviceId',
    })
  const refusal = admits(control, change.value)
  if (refusal) return fail({ code: 'value-refused', message: `${device.name}: ${refusal}`, at: 'value' })
  if (control.value === change.value) return succeed(state)
  if (device.fault?.kind === 'refuses')
    return fail({ code: 'device-held', message: `${device.name} refuses: ${device.fault.because}.`, at: 'deviceId' })
  if (device.fault?.kind === 'ignores') return succeed(state)
  const controls = { ...device.controls, [change.controlId]: { ...control, value: change.value } as typeof control }
  return succeed(withDevices(state, { ...device, controls }))
}

/** Alters one device; the same state comes back when it is as it was. Issue: `device-missing`. */
export function alterDevice(
  state: BenchState,
  deviceId: string,
  alter: (device: Device) => Device,
): Result<BenchState> {
  const device = state.devices[deviceId]
  if (!device) return deviceMissing(deviceId)
  const after = alter(device)
  return succeed(sameValue(device, after) ? state : withDevices(state, after))
}

/** A device that is plugged in says nothing of it, so that taking a change back gives the state before to the last field. */
export function plugDevice({ plugged: _before, ...device }: Device, plugged: boolean): Device {
  return plugged ? device : { ...device, plugged }
}

export function setFault({ fault: _before, ...device }: Device, fault: DeviceFault | null): Device {
  return fault ? { ...device, fault } : device
}

/** Issue: `device-missing` for one that is not there, or of another kind. */
export function setDefault(state: BenchState, deviceKind: DeviceKind, deviceId: string | null): Result<BenchState> {
  if (deviceId !== null && state.devices[deviceId]?.kind !== deviceKind) return deviceMissing(deviceId)
  const altered = Object.values(state.devices).flatMap(({ isDefault = false, ...device }): Device[] => {
    if (device.kind !== deviceKind || isDefault === (device.id === deviceId)) return []
    return [device.id === deviceId ? { ...device, isDefault: true } : device]
  })
  return succeed(altered.length > 0 ? withDevices(state, ...altered) : state)
}

/** Issue: `device-missing`. Lamps that watch it stay, and are unknown. */
export function removeDevice(state: BenchState, deviceId: string): Result<BenchState> {
  if (!state.devices[deviceId]) return deviceMissing(deviceId)
  const { [deviceId]: _removed, ...devices } = state.devices
  return succeed({ ...state, devices })
}

export function watchLamp(
  state: BenchState,
  { kind: _kind, watched, index, ...lamp }: Extract<Change, { kind: 'lamp.watch' }>,
): Result<BenchState> {
  const at = lampIndex(state, lamp)
  if (!watched) return succeed(at < 0 ? state : { ...state, lamps: state.lamps.toSpliced(at, 1) })
  // One that is put back into its place comes back also where its control is gone.
  if (index === undefined && !state.devices[lamp.deviceId]?.controls[lamp.controlId])
    return fail({
      code: 'control-missing',
      message: `There is no control “${lamp.controlId}” of “${lamp.deviceId}” on the bench.`,
      at: 'controlId',
    })
  if (at < 0) return succeed({ ...state, lamps: state.lamps.toSpliced(index ?? state.lamps.length, 0, lamp) })
  return succeed(sameValue(state.lamps[at], lamp) ? state : { ...state, lamps: state.lamps.with(at, lamp) })
}

/** The place of the lamp that watches a control, or -1. */
export function lampIndex(state: BenchState, { deviceId, controlId }: Pick<Lamp, 'deviceId' | 'controlId'>): number {
  return state.lamps.findIndex((lamp) => lamp.deviceId === deviceId && lamp.controlId === controlId)
}

/** The device of a kind that is used where none is named; one that is not plugged in is not. */
export function defaultDevice(bench: BenchState, kind: DeviceKind): Device | undefined {
  const present = Object.values(bench.devices).filter((device) => device.kind === kind && device.plugged !== false)
  return present.find((device) => device.isDefault) ?? present[0]
}

function withDevices(state: BenchState, ...devices: Device[]): BenchState {
  return {
    ...state,
    devices: { ...state.devices, ...Object.fromEntries(devices.map((device) => [device.id, device])) },
  }
}

function deviceMissing(deviceId: string): Failure {
  return fail({ code: 'device-missing', message: `There is no device “${deviceId}” on the bench.`, at: 'deviceId' })
}
