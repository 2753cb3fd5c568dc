import { own } from '../result'
import { valueInWords } from './controls'
import type { BenchState, Lamp } from './schema'

/** What a lamp shows. */
export interface LampNow {
  readonly state: 'lit' | 'dark' | 'unknown'
  readonly words: string
  /** The device, or what is left of it where that is gone. */
  readonly name: string
}

/**
 * What a lamp shows as the bench stands. A device that is gone or not plugged in tells nothing: the lamp is unknown,
 * and says why.
 */
export function lampNow(lamp: Lamp, bench: Pick<BenchState, 'devices'>): LampNow {
  const device = own(bench.devices, lamp.deviceId)
  const control = own(device?.controls ?? {}, lamp.controlId)
  const name = device?.name ?? lamp.deviceId
  if (!device || !control) return { state: 'unknown', words: device ? 'has no such control' : 'not on the bench', name }
  if (device.plugged === false) return { state: 'unknown', words: 'not plugged in', name }
  if (control.value === null) return { state: 'unknown', words: 'unknown', name }
  const isLit = lamp.litWhen === undefined ? Boolean(control.value) : control.value === lamp.litWhen
  return { state: isLit ? 'lit' : 'dark', words: (isLit ? lamp.lit : lamp.dark) ?? valueInWords(control), name }
}
