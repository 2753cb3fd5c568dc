import { durationInWords } from '~~/core/steps'

/** `3.2 h`, `0`, `−12 s` where more was lost than saved. */
export function timeSaved(ms: number): string {
  if (Math.abs(ms) < 1) return '0'
  return ms < 0 ? `−${durationInWords(-ms)}` : durationInWords(ms)
}

const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' })

/** A day counted since 1970-01-01, as it is written. */
export function dayWords(days: number): string {
  return day.format(days * 86_400_000)
}
