import { en } from 'chrono-node'
import { fail, succeed } from '../result'
import type { Result } from '../result'
import { isDate } from '../values'

const LONGEST = 100
/** Written as by ISO 8601, and not in words. */
const WRITTEN = /^\d{4}-\d{2}-\d{2}$/
/** Who says so means a day that is over. */
const PAST = /\b(last|past|previous|ago)\b/i

/**
 * A day said in words, in the local time zone, as ISO 8601: `tomorrow`, `next friday`, `in 3 days`, `27 Nov`, `2/12`
 * with the day first. Where the year or week is not said, the next such day from `nowMs`; the one before it only where
 * that is said, as in `last friday`. Issue: `date-unreadable`, also for a day that the calendar does not have.
 */
export function dateFromWords(text: string, nowMs: number): Result<string> {
  const words = text.trim()
  const today = new Date(nowMs)
  // From the beginning of the day, so that today itself is still to come.
  today.setHours(0, 0, 0, 0)
  if (isDate(words)) return succeed(words)
  const isReadable = words !== '' && words.length <= LONGEST && !WRITTEN.test(words)
  const [found, ...others] = isReadable ? en.GB.parse(words, today, { forwardDate: !PAST.test(words) }) : []
  // Half of it understood may be the wrong day.
  if (!found || others.length > 0 || found.text.trim().length !== words.length)
    return fail({
      code: 'date-unreadable',
      message: `“${text}” is no day. Say it as tomorrow, friday, 27 Nov or 2026-11-27.`,
    })
  const day = found.start.date()
  return succeed(
    [day.getFullYear(), day.getMonth() + 1, day.getDate()].map((part) => String(part).padStart(2, '0')).join('-'),
  )
}
