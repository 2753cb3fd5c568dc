import type { BenchState } from '../bench'
import { expandVariables, namesUsed } from '../command'
import type { ValueTable } from '../command'
import { own } from '../result'
import type { Issue } from '../result'
import { momentValues } from '../bench'
import { namesFor } from '../steps'

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
