import { canonicalJson } from '../bench'
import type { BenchState } from '../bench'
import { describeCondition } from '../conditions'
import type { Condition } from '../conditions'

/**
 * Why a condition can never hold, whatever happens on the bench, as a phrase; undefined where it can, or where that is
 * not known. What is asked for of something that is gone is told by its name, and not here.
 */
export function neverBecause(
  condition: Condition,
  bench: Pick<BenchState, 'programs' | 'devices'>,
): string | undefined {
  switch (condition.kind) {
    case 'any': {
      const reasons = condition.conditions.map((part) => neverBecause(part, bench))
      return reasons.length > 0 && reasons.every((reason) => reason !== undefined) ? reasons[0] : undefined
    }
    case 'time-of-day':
      return condition.fromMinute === condition.toMinute ? 'it begins and ends at the same minute' : undefined
    case 'all': {
      const parts = flattened(condition)
      for (const part of parts) {
        const alone = neverBecause(part, bench)
        if (alone !== undefined) return alone
      }
      for (const [i, one] of parts.entries())
        for (const other of parts.slice(i + 1))
          if (excludes(one, other))
            return `${describeCondition(one, bench)} and ${describeCondition(other, bench)} are never so together`
      return undefined
    }
    default:
      return undefined
  }
}

/** All that must hold, of `all` within `all` too. */
function flattened(condition: Condition): Condition[] {
  return condition.kind === 'all' ? condition.conditions.flatMap(flattened) : [condition]
}

function excludes(one: Condition, other: Condition): boolean {
  if (isNotOf(one, other) || isNotOf(other, one)) return true
  if (one.kind === 'control-is' && other.kind === 'control-is')
    return isSameControl(one, other) && one.value !== other.value
  if (one.kind === 'lamp-is' && other.kind === 'lamp-is') return isSameControl(one, other) && one.state !== other.state
  if (one.kind === 'program-front' && other.kind === 'program-front') return one.programId !== other.programId
  if (one.kind === 'desktop-shown' && other.kind === 'desktop-shown') return one.desktop !== other.desktop
  // What is in front runs.
  if (one.kind === 'program-front' && isNotOf(other, { kind: 'program-runs', programId: one.programId })) return true
  if (other.kind === 'program-front' && isNotOf(one, { kind: 'program-runs', programId: other.programId })) return true
  if (one.kind === 'time-of-day' && other.kind === 'time-of-day') return !meet(one, other)
  return false
}

function isNotOf(one: Condition, other: Condition): boolean {
  return one.kind === 'not' && canonicalJson(one.condition) === canonicalJson(other)
}

type OfControl = { readonly deviceId: string; readonly controlId: string }
const isSameControl = (one: OfControl, other: OfControl) =>
  one.deviceId === other.deviceId && one.controlId === other.controlId

type Span = Extract<Condition, { kind: 'time-of-day' }>

/** Whether two spans of the day have a minute in common; a span may go past midnight. */
function meet(one: Span, other: Span): boolean {
  const holds = ({ fromMinute, toMinute }: Span, minute: number) =>
    fromMinute <= toMinute ? minute >= fromMinute && minute < toMinute : minute >= fromMinute || minute < toMinute
  return holds(other, one.fromMinute) || holds(one, other.fromMinute)
}
