import { valueInWords } from '../bench'
import type { BenchState } from '../bench'
import { assertNever, own } from '../result'
import { countOf } from '../names'
import { valueTestInWords } from './onValue'
import type { Condition, FileTest } from './schema'

/**
 * A condition as part of a sentence: `while Dome Desk runs and Caps Lock of the keyboard is on`, without the `while`.
 */
export function describeCondition(condition: Condition, bench: Pick<BenchState, 'programs' | 'devices'>): string {
  const program = (id: string) => own(bench.programs, id)?.name ?? `the missing program “${id}”`
  const device = (id: string) => own(bench.devices, id)?.name ?? `the missing device “${id}”`
  switch (condition.kind) {
    case 'program-runs':
      return `${program(condition.programId)} runs`
    case 'program-front':
      return `${program(condition.programId)} is in front`
    case 'device-present':
      return `${device(condition.deviceId)} is plugged in`
    case 'control-is': {
      const control = own(own(bench.devices, condition.deviceId)?.controls ?? {}, condition.controlId)
      return (
        `${control?.name ?? condition.controlId} of ${device(condition.deviceId)} is ` +
        `${control ? valueInWords(control, condition.value) : JSON.stringify(condition.value)}`
      )
    }
    case 'lamp-is':
      return `the lamp ${lampName(condition, bench)} is ${condition.state}`
    case 'time-of-day':
      return `it is between ${clockTime(condition.fromMinute)} and ${clockTime(condition.toMinute)}`
    case 'window-open': {
      const of = condition.programId === undefined ? '' : ` of ${program(condition.programId)}`
      return `a window${of}${condition.text === '' ? '' : ` with “${condition.text}”`} is open`
    }
    case 'file-is':
      return `${condition.path} ${testInWords(condition.test)}`
    case 'folder-empty':
      return `${condition.path} is empty`
    case 'text-has':
      return `the document in front has “${condition.text}”`
    case 'desktop-shown':
      return `desktop ${condition.desktop} is shown`
    case 'clipboard-has':
      return condition.text === '' ? 'something was copied' : `what was copied has “${condition.text}”`
    case 'plays': {
      const { deviceId, playlistId } = condition
      const playlist = own(bench.devices, deviceId)?.playlists?.find(({ id }) => id === playlistId)?.name ?? playlistId
      return `${device(deviceId)} plays${playlist === undefined ? '' : ` ${playlist}`}`
    }
    case 'value-is':
      return `${condition.text === '' ? '…' : condition.text} ${valueTestInWords(condition.test)}`
    case 'not':
      if (condition.condition.kind === 'device-present')
        return `${device(condition.condition.deviceId)} is not plugged in`
      if (condition.condition.kind === 'program-runs') return `${program(condition.condition.programId)} does not run`
      if (condition.condition.kind === 'window-open')
        return describeCondition(condition.condition, bench).replace(/^a window/, 'no window')
      return `it is not so that ${describeCondition(condition.condition, bench)}`
    case 'all':
      return condition.conditions.map((part) => describeCondition(part, bench)).join(' and ')
    case 'any':
      return condition.conditions.map((part) => describeCondition(part, bench)).join(' or ')
    default:
      return assertNever(condition)
  }
}

function testInWords(test: FileTest): string {
  switch (test.kind) {
    case 'there':
      return 'is there'
    case 'newer':
      return `was changed within ${countOf(Math.round(test.withinMs / 60_000), 'minute')}`
    case 'newer-than':
      return `is newer than ${test.path}`
    case 'larger':
      return `is larger than ${countOf(test.bytes, 'byte')}`
    default:
      return assertNever(test)
  }
}

/** `Mute of Intercom microphone`. */
export function lampName(
  { deviceId, controlId }: { readonly deviceId: string; readonly controlId: string },
  bench: Pick<BenchState, 'devices'>,
): string {
  const device = own(bench.devices, deviceId)
  return `${own(device?.controls ?? {}, controlId)?.name ?? controlId} of ${device?.name ?? `the missing device “${deviceId}”`}`
}

/** `22:05`. */
export function clockTime(minuteOfDay: number): string {
  return `${String(Math.floor(minuteOfDay / 60)).padStart(2, '0')}:${String(minuteOfDay % 60).padStart(2, '0')}`
}
