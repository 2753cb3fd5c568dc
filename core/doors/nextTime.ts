import { Cron } from 'croner'
import { getTimes } from 'suncalc'
import type { TimeRule } from '../levers'
import { assertNever } from '../result'

/** A place on the earth, in degrees; north and east are positive. */
export interface EarthPlace {
  readonly latitude: number
  readonly longitude: number
}

const MINUTE_MS = 60_000
const DAY_MS = 86_400_000
/** In the polar summer there is no dusk for months. */
const LONGEST_LOOK_DAYS = 400

/**
 * When it is time next, strictly after a moment, in ms; undefined where it never is again. Days and times are those of
 * the local time zone: a time that a day does not have, as clocks go forward, is the moment after; one that it has twice is
 * the first of the two. Dawn and dusk are those of civil twilight (the sun 6° below the horizon).
 */
export function nextTime(rule: TimeRule, afterMs: number, place: EarthPlace): number | undefined {
  switch (rule.kind) {
    case 'once': {
      const at = new Date(rule.at).getTime()
      return at > afterMs ? at : undefined
    }
    case 'daily': {
      const [hour, minute] = rule.at.split(':').map(Number)
      const days = rule.days ? rule.days.map((day) => day % 7).join(',') : '*'
      return new Cron(`0 ${minute} ${hour} * * ${days}`).nextRun(new Date(afterMs))?.getTime()
    }
    case 'every':
      return afterMs + rule.minutes * MINUTE_MS
    case 'sun':
      return nextSun(rule, afterMs, place)
    default:
      return assertNever(rule)
  }
}

function nextSun(
  { when, offsetMinutes, days }: Extract<TimeRule, { kind: 'sun' }>,
  afterMs: number,
  { latitude, longitude }: EarthPlace,
): number | undefined {
  const noon = new Date(afterMs)
  noon.setHours(12, 0, 0, 0)
  for (let day = -1; day < LONGEST_LOOK_DAYS; day++) {
    // Where the sun does not go so low that day there is none.
    const at = getTimes(new Date(noon.getTime() + day * DAY_MS), latitude, longitude)[when]?.getTime()
    const due = (at ?? Number.NaN) + offsetMinutes * MINUTE_MS
    if (at === undefined || !(due > afterMs)) continue
    const weekday = new Date(at).getDay() || 7
    if (!days || days.includes(weekday)) return due
  }
  return undefined
}

/** What is due of a rule: to be done now, or missed and either made up for or left. */
export type Due = 'not-yet' | 'now' | 'make-up' | 'missed'

/** So late it still counts as in time. */
const GRACE_MS = 90_000

/** What a rule has come to at a moment, since it was last looked after. */
export function dueAt(
  rule: TimeRule,
  missed: 'skip' | 'at-once',
  doneUntilMs: number,
  nowMs: number,
  place: EarthPlace,
): Due {
  let due = nextTime(rule, doneUntilMs, place)
  if (due === undefined || due > nowMs) return 'not-yet'
  // Of several that passed the last one counts; they are done once.
  for (let next: number | undefined = due; next !== undefined && next <= nowMs;) {
    due = next
    if (rule.kind === 'every') {
      const rounds = Math.floor((nowMs - due) / (rule.minutes * MINUTE_MS))
      due += rounds * rule.minutes * MINUTE_MS
      break
    }
    if (nowMs - next <= GRACE_MS) break
    next = nextTime(rule, next, place)
  }
  if (nowMs - due <= GRACE_MS) return 'now'
  return missed === 'at-once' ? 'make-up' : 'missed'
}
