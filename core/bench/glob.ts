import { kindAt, namesIn } from './files'
import { folderOf, pathIn } from './paths'
import type { BenchState } from './schema'
import { lastPart } from '../command'

/** A file name pattern with `*` and `?` (POSIX.1-2017 §2.13, without bracket expressions); capitals do not matter. */
export function globToRegExp(pattern: string): RegExp {
  return new RegExp(
    `^${pattern
      .replace(/[.+^${}()|[\]\\]/g, '\\$&')
      .replaceAll('*', '.*')
      .replaceAll('?', '.')}$`,
    'is',
  )
}

/** Numbers in names count as such: `veil-2` stands before `veil-10`. */
export const byName = new Intl.Collator('en', { numeric: true })

const hasWildcard = (name: string) => /[*?]/.test(name)

/**
 * What a path means on the bench: the path itself where something stands there, or where it is a pattern, what in its
 * folder fits the last part of it, by name. A name that holds `*` or `?` itself is meant before it is read as a pattern.
 */
export function pathsMeant(state: Pick<BenchState, 'files'>, path: string): string[] {
  if (kindAt(state.files, path)) return [path]
  const name = lastPart(path)
  if (!hasWildcard(name)) return []
  const folder = folderOf(path)
  const fits = globToRegExp(name)
  return namesIn(state.files, folder)
    .filter(([entry]) => fits.test(entry))
    .map(([entry]) => pathIn(folder, entry))
    .sort(byName.compare)
}
