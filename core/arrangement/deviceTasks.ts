import { own } from '../result'
import { controlFields } from '../steps'
import type { Arrangement } from '../steps'
import { arrangementIssue } from './issues'
import type { Task } from './task'
import type { Trial } from './trial'

/** The turns of the controls of a player. */
const TURNS: Readonly<Record<string, number>> = { playlist: 1, track: 2, playing: 4 }
const USUAL = 3
const LAST = 5

/** What is wanted of devices; what is said twice and not the same is an issue of the second. */
export function deviceTasks(wanted: Arrangement, trial: Trial): Task[] {
  const known = new Map<string, unknown>()
  return wanted.devices.map(({ deviceId, controlId, value }, index): Task => {
    const key = `devices.${index}`
    const device = own(trial.bench.bare.devices, deviceId)
    const control = device && own(device.controls, controlId)
    const place = `${deviceId} ${controlId}`
    // What is said once more is no contradiction.
    const isTwice = known.has(place) && known.get(place) !== value
    if (!known.has(place)) known.set(place, value)
    const reach = () => {
      if (isTwice) {
        const what = control ? `${control.name} of ${device.name}` : deviceId
        return [arrangementIssue({ code: 'said-twice', what })]
      }
      if (own(own(trial.bench.bare.devices, deviceId)?.controls ?? {}, controlId)?.value === value) return undefined
      return trial.do(controlFields(deviceId, controlId, { kind: 'set', value }))
    }
    return { key, after: beforeSetting(wanted, index), reach }
  })
}

/** A device is switched on before its other settings, and off behind them; a player gets its list before its place. */
function beforeSetting(wanted: Arrangement, index: number): string[] {
  const { deviceId, controlId, value } = wanted.devices.at(index)!
  const mine = rank(controlId, value)
  return wanted.devices.flatMap((other, i) =>
    other.deviceId === deviceId && rank(other.controlId, other.value) < mine ? [`devices.${i}`] : [],
  )
}

/** When a control has its turn among those of its device: switched on first, off last; a player gets its list before. */
function rank(controlId: string, value: unknown): number {
  if (controlId === 'power') return value === false ? LAST : 0
  return own(TURNS, controlId) ?? USUAL
}
