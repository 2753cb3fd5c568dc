import { countOf } from '../names'
import { textOfValue } from '../values'
import type { Value } from '../values'

const LONGEST_SHOWN = 80

/** A value in a note: a text in quotes, shortened; a list by how many there are. */
export function quoted(value: Value): string {
  if (value === null) return 'nothing'
  if (typeof value === 'number' || typeof value === 'boolean') return textOfValue(value)
  if (Array.isArray(value)) return `a list of ${countOf(value.length, 'entry', 'entries')}`
  const text = textOfValue(value).replaceAll(/\s*\n\s*/g, ' / ')
  return `“${text.length > LONGEST_SHOWN ? `${text.slice(0, LONGEST_SHOWN - 1)}…` : text}”`
}
