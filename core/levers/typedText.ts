import type { BenchState } from '../bench'
import { expandVariables, namesUsed } from '../command'
import type { ValueTable } from '../command'
import { own } from '../result'
import type { Issue } from '../result'
import { namesFor } from '../steps'

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

/** What a typed text comes to. Names that mean nothing stay as they are written, and are told. */
export interface TypedText {
  readonly text: string
  readonly issues: readonly Issue[]
}

/**
 * The text of a typed word: `${name}` is a value of its frame, a known folder, or the moment. `letters` are the capitals
 * with which the word was typed. Issues as those of `expandVariables`.
 */
export function typedText(
  text: string,
  table: ValueTable,
  bench: Pick<BenchState, 'folders'>,
  atMs: number,
  letters?: 'upper' | 'capital',
): TypedText {
  const { values: named, broken } = namesFor(bench, table)
  const values = { ...momentValues(atMs), ...named }
  const expanded = expandVariables(text, values, broken)
  if (expanded.ok) return { text: inCapitals(expanded.value, letters), issues: [] }
  const missing = namesUsed(text).filter((name) => own(values, name) === undefined)
  const written = Object.fromEntries(missing.map((name) => [name, `\${${name}}`]))
  const rest = expandVariables(text, { ...values, ...written })
  return { text: rest.ok ? inCapitals(rest.value, letters) : text, issues: expanded.issues }
}

function inCapitals(text: string, letters: 'upper' | 'capital' | undefined): string {
  if (letters === 'upper') return text.toUpperCase()
  return letters === 'capital' ? text.replace(/\p{L}/u, (first) => first.toUpperCase()) : text
}
