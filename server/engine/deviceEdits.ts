import { admits } from '../../core/bench'
import type { BenchState, Control, Device } from '../../core/bench'
import { devicesIn } from '../../core/conditions'
import { devicesNamed } from '../../core/levers'
import { fail, own, succeed } from '../../core/result'
import type { Result } from '../../core/result'
import { overtaken } from './bookState'
import type { BookState, PlannedEdit } from './bookState'

/**
 * Describes a device of the bench, or sets a new one up. Levers and frames find its controls by their ids. Controls
 * that
 * it had before stay as they are set: a description says what a device is, not how it stands. Issue: `stale`.
 */
export function putDevice({ version, ...device }: Device) {
  return (_state: BookState, bench: BenchState): Result<PlannedEdit<Device>> => {
    const known = own(bench.devices, device.id)
    const stale = known && overtaken(known.name, known.version ?? 1, version)
    if (stale) return fail(stale)
    const described: Device = known
      ? { ...device, version: (known.version ?? 1) + 1, controls: standing(device.controls, known.controls) }
      : { ...device, origin: 'described' }
    return succeed({
      label: `${known ? 'Described' : 'Set up'} ${device.name}`,
      entries: [{ kind: 'bench', changes: [{ kind: 'device.put', device: described }], inverse: [] }],
      answer: described,
    })
  }
}

function standing(described: Device['controls'], known: Device['controls']): Device['controls'] {
  return Object.fromEntries(
    Object.entries(described).map(([id, control]) => {
      const value = own(known, id)?.value
      const keeps = value !== undefined && own(known, id)?.kind === control.kind && !admits(control, value)
      return [id, keeps ? ({ ...control, value } as Control) : control]
    }),
  )
}

/** Issues: `device-missing`, and `device-used` with the levers and frames. */
export function removeDevice(id: string) {
  return (state: BookState, bench: BenchState): Result<PlannedEdit<null>> => {
    const device = own(bench.devices, id)
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
        message:
          `${device.name} is used by ${users.slice(0, 5).join(', ')}${users.length > 5 ? ` and ${users.length - 5} more` : ''}. ` +
          `Delete or change them first.`,
      })
    return succeed({
      label: `Took ${device.name} off the bench`,
      entries: [{ kind: 'bench', changes: [{ kind: 'device.remove', deviceId: id }], inverse: [] }],
      answer: null,
    })
  }
}
