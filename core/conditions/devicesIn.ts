import type { Condition } from './schema'

/** The devices a condition looks at. */
export function devicesIn(condition: Condition): string[] {
  switch (condition.kind) {
    case 'not':
      return devicesIn(condition.condition)
    case 'all':
    case 'any':
      return condition.conditions.flatMap(devicesIn)
    default:
      return 'deviceId' in condition ? [condition.deviceId] : []
  }
}
