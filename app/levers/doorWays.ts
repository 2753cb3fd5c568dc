import type { BenchEvent, Door, TimeRule } from '~~/core/levers'
import { assertNever } from '~~/core/result'

/** Every way to pull a lever without a key, as it is chosen. */
export const ways = [
  { value: 'tile', name: 'a tile in the bench strip' },
  { value: 'lamp', name: 'a click on a lamp' },
  { value: 'program-starts', name: 'a program starts' },
  { value: 'program-ends', name: 'a program ends' },
  { value: 'plugged-in', name: 'a device is plugged in' },
  { value: 'plugged-out', name: 'a device is unplugged' },
  { value: 'file-appears', name: 'a file appears' },
  { value: 'front-changes', name: 'another program is in front' },
  { value: 'frame-on', name: 'a frame goes on' },
  { value: 'product-starts', name: 'Keen Lever starts' },
  { value: 'daily', name: 'at a time of the day' },
  { value: 'sun', name: 'at dusk or dawn' },
  { value: 'every', name: 'every so many minutes' },
  { value: 'once', name: 'once' },
] as const
export type Way = (typeof ways)[number]['value']

/** What a new way begins with, beside what is chosen. */
export interface WayStart {
  readonly id: string
  readonly frameId: string
  readonly nowMs: number
}

export function wayOf(door: Door): Way {
  switch (door.kind) {
    case 'tile':
    case 'lamp':
      return door.kind
    case 'event':
      return door.event.kind
    case 'time':
      return door.time.kind
    default:
      return assertNever(door)
  }
}

export function freshDoor(way: Way, { id, frameId, nowMs }: WayStart): Door {
  const event = (of: BenchEvent): Door => ({ id, kind: 'event', event: of })
  const time = (of: TimeRule): Door => ({ id, kind: 'time', time: of, missed: 'skip' })
  switch (way) {
    case 'tile':
      return { id, kind: 'tile' }
    case 'lamp':
      return { id, kind: 'lamp', deviceId: '', controlId: '' }
    case 'program-starts':
    case 'program-ends':
      return event({ kind: way, programId: '' })
    case 'plugged-in':
    case 'plugged-out':
      return event({ kind: way, deviceId: '' })
    case 'file-appears':
      return event({ kind: way, folder: '${downloads}', pattern: '*' })
    case 'front-changes':
    case 'product-starts':
      return event({ kind: way })
    case 'frame-on':
      return event({ kind: way, frameId: frameId })
    case 'daily':
      return time({ kind: way, at: '18:00' })
    case 'sun':
      return time({ kind: way, when: 'dusk', offsetMinutes: 0 })
    case 'every':
      return time({ kind: way, minutes: 30 })
    case 'once': {
      const soon = new Date(nowMs + 3_600_000 - new Date(nowMs).getTimezoneOffset() * 60_000)
      return time({ kind: way, at: soon.toISOString().slice(0, 16) })
    }
    default:
      return assertNever(way)
  }
}
