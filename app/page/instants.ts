const time = new Intl.DateTimeFormat('en-GB', { timeStyle: 'medium' })
const day = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'medium' })

/** `04:21:57`, in the time zone of the browser. */
export function timeOfDay(atMs: number): string {
  return time.format(atMs)
}

/** `24 Nov 2026, 04:21:57`. */
export function dayAndTime(atMs: number): string {
  return day.format(atMs)
}
