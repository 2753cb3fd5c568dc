import { markedFields } from '../fields'
import { conditionSchema } from './schema'
import type { Condition } from './schema'

/** The devices a condition looks at. */
export function devicesIn(condition: Condition): string[] {
  return markedFields(conditionSchema, condition).flatMap(({ mark, text }) => (mark.refers === 'device' ? [text] : []))
}
