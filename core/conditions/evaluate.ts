import { frontWindow, lampIndex, lampNow, sameValue, valueInWords, windowsOf } from '../bench'
import type { BenchState } from '../bench'
import { assertNever, own } from '../result'
import { clockTime, lampName } from './describe'
import { onBench } from './onBench'
import { onValue } from './onValue'
import type { Condition } from './schema'
import type { Moment, Verdict } from './verdict'

/**
 * A condition against the bench as it stands. What it names and is not there does not hold; nor does what depends on
 * the time, where that is not given.
 */
export function evaluate(condition: Condition, bench: BenchState, moment: Moment = {}): Verdict {
  switch (condition.kind) {
    case 'program-runs': {
      const holds = windowsOf(bench, condition.programId).length > 0
      return { holds, because: `${programName(condition.programId, bench)} is ${holds ? '' : 'not '}running` }
    }
    case 'program-front': {
      const front = frontWindow(bench)?.programId
      return {
        holds: front === condition.programId,
        because: front === undefined ? 'nothing is in front' : `${programName(front, bench)} is in front`,
      }
    }
    case 'device-present': {
      const device = own(bench.devices, condition.deviceId)
      const holds = device !== undefined && device.plugged !== false
      return { holds, because: `${device?.name ?? condition.deviceId} is ${holds ? '' : 'not '}plugged in` }
    }
    case 'control-is':
      return controlIs(condition, bench)
    case 'lamp-is': {
      const lamp = lampNow(bench.lamps[lampIndex(bench, condition)] ?? condition, bench)
      return {
        holds: lamp.state === condition.state,
        because: `the lamp ${lampName(condition, bench)} is ${lamp.state}`,
      }
    }
    case 'time-of-day':
      return timeOfDay(condition, moment.minuteOfDay)
    case 'window-open':
    case 'file-is':
    case 'folder-empty':
    case 'text-has':
    case 'desktop-shown':
    case 'clipboard-has':
    case 'plays':
      return onBench(condition, bench, moment)
    case 'value-is':
      return onValue(condition, bench, moment)
    case 'not': {
      const inner = evaluate(condition.condition, bench, moment)
      return { ...inner, holds: !inner.holds }
    }
    case 'all':
    case 'any':
      return combined(condition, bench, moment)
    default:
      return assertNever(condition)
  }
}

function controlIs(
  { deviceId, controlId, value }: Extract<Condition, { kind: 'control-is' }>,
  bench: BenchState,
): Verdict {
  const device = own(bench.devices, deviceId)
  const control = own(device?.controls ?? {}, controlId)
  if (!device || !control) return { holds: false, because: `${device?.name ?? deviceId} has no control ${controlId}` }
  const present = device.plugged !== false
  return {
    holds: present && sameValue(control.value, value),
    because: present
      ? `${control.name} of ${device.name} is ${valueInWords(control)}`
      : `${device.name} is not plugged in`,
  }
}

/** Of several, those are told that decide: all that do not hold, or the first that does. */
function timeOfDay(
  { fromMinute, toMinute }: Extract<Condition, { kind: 'time-of-day' }>,
  minuteOfDay: number | undefined,
): Verdict {
  if (minuteOfDay === undefined) return { holds: false, because: 'the time of day is not known here' }
  const holds =
    fromMinute <= toMinute
      ? minuteOfDay >= fromMinute && minuteOfDay < toMinute
      : minuteOfDay >= fromMinute || minuteOfDay < toMinute
  return { holds, because: `it is ${clockTime(minuteOfDay)}` }
}

function combined(
  { kind, conditions }: Extract<Condition, { kind: 'all' | 'any' }>,
  bench: BenchState,
  moment: Moment,
): Verdict {
  const verdicts = conditions.map((condition) => evaluate(condition, bench, moment))
  const deciding = verdicts.filter((verdict) => verdict.holds === (kind === 'any'))
  const holds = kind === 'all' ? deciding.length === 0 : deciding.length > 0
  const told = deciding.length > 0 ? (kind === 'any' ? deciding.slice(0, 1) : deciding) : verdicts
  return { holds, because: told.map((verdict) => verdict.because).join(', and ') }
}

function programName(id: string, bench: BenchState): string {
  return own(bench.programs, id)?.name ?? id
}
