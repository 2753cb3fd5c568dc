import type { BenchState, Device } from '../../core/bench'
import { devicesIn } from '../../core/conditions'
import { devicesNamed } from '../../core/levers'
import { fail, succeed } from '../../core/result'
import type { Result } from '../../core/result'
import type { BookState, PlannedEdit } from './bookState'

/** Describes a device of the bench, or sets a new one up. Levers and frames find its controls by their ids. */
export function putDevice(device: Device) {
  return (_state: BookState, bench: BenchState): Result<PlannedEdit<Device>> => {
    const known = bench.devices[device.id]
    const described: Device = known ? device : { ...device, origin: 'described' }
    return succeed({
      label: `${known ? 'Described' : 'Set up'} ${device.name}`,
      entries: [{ kind: 'bench', changes: [{ kind: 'device.put', device: described }], inverse: [] }],
      answer: described,
    })
  }
}

/** Issues: `device-missing`, and `device-used` with the levers and frames. */
export function removeDevice(id: string) {
  return (state: BookState, bench: BenchState): Result<PlannedEdit<null>> => {
    const device = bench.devices[id]
    if (!device) return fail({ code: 'device-missing', message: `There is no device “${id}” on the bench.` })
    const levers = [...state.levers.values()].filter((lever) => devicesNamed(lever).includes(id))
    const frames = [...state.frames.values()].filter(
      (frame) => frame.condition && devicesIn(frame.condition).includes(id),
    )
    const users = [
      ...levers.map((lever) => `${lever.plate} ${lever.name}`),
      ...frames.map((frame) => `the frame ${frame.name}`),
    ]
    if (users.length > 0)
      return fail({
        code: 'device-used',
        message: `${device.name} is used by ${users.slice(0, 5).join(', ')}${users.length > 5 ? ` and ${users.length - 5} more` : ''}. Delete or change them first.`,
      })
    return succeed({
      label: `Took ${device.name} off the bench`,
      entries: [{ kind: 'bench', changes: [{ kind: 'device.remove', deviceId: id }], inverse: [] }],
      answer: null,
    })
  }
}
