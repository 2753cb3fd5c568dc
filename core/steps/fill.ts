import type { BenchState } from '../bench'
import { expandNames } from '../command'
import { succeed } from '../result'
import type { Result } from '../result'
import { namesFor } from './namesFor'
import type { StepContext } from './effect'

/** A text with its values in. Issues: those of `expandNames`. */
export function fill(
  text: string,
  bench: Pick<BenchState, 'folders'>,
  { values }: Pick<StepContext, 'values'>,
): Result<string> {
  if (!text.includes('$')) return succeed(text)
  const names = namesFor(bench, values)
  return expandNames(text, names)
}
