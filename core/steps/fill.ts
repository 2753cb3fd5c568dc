import type { BenchState } from '../bench'
import { expandVariables } from '../command'
import { succeed } from '../result'
import type { Result } from '../result'
import { namesFor } from './effect'
import type { StepContext } from './effect'

/** A text with its values in. Issues: those of `expandVariables`. */
export function fill(
  text: string,
  bench: Pick<BenchState, 'folders'>,
  { values }: Pick<StepContext, 'values'>,
): Result<string> {
  if (!text.includes('$')) return succeed(text)
  const names = namesFor(bench, values)
  return expandVariables(text, names.values, names.broken)
}
