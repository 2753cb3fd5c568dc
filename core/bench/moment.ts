/** What stands for the moment in a typed text, unless a value has that name: dates as in ISO 8601, local time. */
export const MOMENT_NAMES = ['date', 'time', 'weekday', 'day', 'month', 'year'] as const

const weekdays = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday']
const months = `January February March April May June July August September October November December`.split(' ')

/** The values of a moment, in ms since 1970, on the clock of the machine. */
export function momentValues(atMs: number): Record<(typeof MOMENT_NAMES)[number], string> {
  const at = new Date(atMs)
  const two = (count: number) => String(count).padStart(2, '0')
  const year = String(at.getFullYear())
  return {
    date: `${year}-${two(at.getMonth() + 1)}-${two(at.getDate())}`,
    time: `${two(at.getHours())}:${two(at.getMinutes())}`,
    weekday: weekdays[at.getDay()]!,
    day: String(at.getDate()),
    month: months[at.getMonth()]!,
    year,
  }
}
