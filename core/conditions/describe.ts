import { valueInWords } from '../bench'
import type { BenchState } from '../bench'
import { assertNever } from '../result'
import type { Condition } from './schema'

/** A condition as part of a sentence: `while Dome Desk runs and Caps Lock of the keyboard is on`, without the `while`. */
export function describeCondition(condition: Condition, bench: Pick<BenchState, 'programs' | 'devices'>): string {
  const program = (id: string) => bench.programs[id]?.name ?? `the missing program “${id}”`
  const device = (id: string) => bench.devices[id]?.name ?? `the missing device “${id}”`
  switch (condition.kind) {
    case 'program-runs': return `${program(condition.programId)} runs`
    case 'program-front': return `${program(condition.programId)} is in front`
    case 'device-present': return `${device(condition.deviceId)} is plugged in`
    case 'control-is': {
      const control = bench.devices[condition.deviceId]?.controls[condition.controlId]
      return `${control?.name ?? condition.controlId} of ${device(condition.deviceId)} is ${control ? valueInWords(control, condition.value) : JSON.stringify(condition.value)}`
    }
    case 'not': return `it is not so that ${describeCondition(condition.condition, bench)}`
    case 'all': return condition.conditions.map(part => describeCondition(part, bench)).join(' and ')
    case 'any': return condition.conditions.map(part => describeCondition(part, bench)).join(' or ')
    default: return assertNever(condition)
  }
}
