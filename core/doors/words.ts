import type { BenchState } from '../bench'
import type { BenchEvent, Door, TimeRule } from '../levers'
import { countOf, listed } from '../names'
import { assertNever, own } from '../result'

/** The names that a sentence about a door needs. */
export interface DoorNames {
  readonly programs: BenchState['programs']
  readonly devices: BenchState['devices']
  readonly frames: Readonly<Record<string, string>>
}

const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday']

/** A way to pull a lever, as the beginning of a sentence: `When Dome Desk starts`, `At 06:30 on weekdays`. */
export function describeDoor(door: Door, names: DoorNames): string {
  switch (door.kind) {
    case 'tile':
      return 'By its tile in the bench strip'
    case 'lamp': {
      const device = own(names.devices, door.deviceId)
      const control = device && own(device.controls, door.controlId)
      return `By a click on the lamp ${device?.name ?? door.deviceId}${control ? `, ${control.name}` : ''}`
    }
    case 'event':
      return describeEvent(door.event, names)
    case 'time':
      return describeTime(door.time)
    default:
      return assertNever(door)
  }
}

function describeEvent(event: BenchEvent, { programs, devices, frames }: DoorNames): string {
  const program = (id: string) => own(programs, id)?.name ?? (id === '' ? '…' : id)
  const device = (id: string) => own(devices, id)?.name ?? (id === '' ? '…' : id)
  switch (event.kind) {
    case 'program-starts':
      return `When ${program(event.programId)} starts`
    case 'program-ends':
      return `When ${program(event.programId)} ends`
    case 'plugged-in':
      return `When ${device(event.deviceId)} is plugged in`
    case 'plugged-out':
      return `When ${device(event.deviceId)} is unplugged`
    case 'file-appears':
      return `When a file ${event.pattern === '*' ? '' : `${event.pattern} `}appears in ${event.folder || '…'}`
    case 'front-changes':
      return event.programId === undefined
        ? 'When another program comes to the front'
        : `When ${program(event.programId)} comes to the front`
    case 'frame-on':
      return `When the frame ${own(frames, event.frameId) ?? (event.frameId || '…')} goes on`
    case 'product-starts':
      return 'When Keen Lever starts'
    default:
      return assertNever(event)
  }
}

function describeTime(rule: TimeRule): string {
  switch (rule.kind) {
    case 'once':
      return `Once, at ${rule.at.replace('T', ' ')}`
    case 'daily':
      return `At ${rule.at}${onDays(rule.days) || ' every day'}`
    case 'every':
      return rule.minutes === 1 ? 'Every minute' : `Every ${rule.minutes} minutes`
    case 'sun': {
      const { offsetMinutes: by } = rule
      const when =
        by === 0 ? `At ${rule.when}` : `${countOf(Math.abs(by), 'minute')} ${by > 0 ? 'after' : 'before'} ${rule.when}`
      return `${when}${onDays(rule.days)}`
    }
    default:
      return assertNever(rule)
  }
}

function onDays(days: readonly number[] | undefined): string {
  const sorted = [...new Set(days ?? [])].sort()
  if (sorted.length === 0 || sorted.length === 7) return ''
  const key = sorted.join('')
  if (key === '12345') return ' on weekdays'
  if (key === '67') return ' at weekends'
  return ` on ${listed(sorted.map((day) => DAYS[day - 1]!))}`
}
