import type { BenchState, Device } from '../../core/bench'
import type { Condition } from '../../core/conditions'
import { fail, succeed } from '../../core/result'
import type { Result } from '../../core/result'
import type { BookState, PlannedEdit } from './bookState'

/** Describes a device of the bench, or sets a new one up. What it is now (its values, plugged or not) stays with the controls that stay. */
export function putDevice(device: Device) {
  return (_state: BookState, bench: BenchState): Result<PlannedEdit<Device>> => {
    const known = bench.devices[device.id]
    const described: Device = known ? device : { ...device, origin: 'described' }
    return succeed({ label: `${known ? 'Described' : 'Set up'} ${device.name}`, entries: [{ kind: 'bench', changes: [{ kind: 'device.put', device: described }], inverse: [] }], answer: described })
  }
}

/** Issues: `device-missing`, and `device-used` with the levers and frames. */
export function removeDevice(id: string) {
  return (state: BookState, bench: BenchState): Result<PlannedEdit<null>> => {
    const device = bench.devices[id]
    if (!device) return fail({ code: 'device-missing', message: `There is no device “${id}” on the bench.` })
    const levers = [...state.levers.values()].filter(lever => lever.lamp?.deviceId === id || (lever.interlock && conditionNames(lever.interlock.condition, id))
      || lever.steps.some(step => [step, step.alternative].some(way => way?.kind === 'device.control' && way.target.kind === 'devices' && way.target.deviceIds.includes(id))))
    const frames = [...state.frames.values()].filter(frame => frame.condition && conditionNames(frame.condition, id))
    const users = [...levers.map(lever => `${lever.plate} ${lever.name}`), ...frames.map(frame => `the frame ${frame.name}`)]
    if (users.length > 0) return fail({ code: 'device-used', message: `${device.name} is used by ${users.slice(0, 5).join(', ')}${users.length > 5 ? ` and ${users.length - 5} more` : ''}. Delete or change them first.` })
    return succeed({ label: `Took ${device.name} off the bench`, entries: [{ kind: 'bench', changes: [{ kind: 'device.remove', deviceId: id }], inverse: [] }], answer: null })
  }
}

function conditionNames(condition: Condition, deviceId: string): boolean {
  switch (condition.kind) {
    case 'not': return conditionNames(condition.condition, deviceId)
    case 'all':
    case 'any': return condition.conditions.some(part => conditionNames(part, deviceId))
    default: return 'deviceId' in condition && condition.deviceId === deviceId
  }
}
