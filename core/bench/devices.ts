import type { BenchState, Device, DeviceKind, Lamp } from './schema'

/** The place of the lamp that watches a control, or -1. */
export function lampIndex(state: BenchState, { deviceId, controlId }: Pick<Lamp, 'deviceId' | 'controlId'>): number {
  return state.lamps.findIndex((lamp) => lamp.deviceId === deviceId && lamp.controlId === controlId)
}

/** The device of a kind that is used where none is named; one that is not plugged in is not. */
export function defaultDevice(bench: BenchState, kind: DeviceKind): Device | undefined {
  const present = Object.values(bench.devices).filter((device) => device.kind === kind && device.plugged !== false)
  return present.find((device) => device.isDefault) ?? present[0]
}
