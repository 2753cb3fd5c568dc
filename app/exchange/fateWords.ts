import type { ImportItem } from '~~/contract'

/** What an import does with a file or a lever, in a word. */
export const fateWords: Record<ImportItem['fate'], string> = {
  create: 'new',
  change: 'changed',
  same: 'as it is',
  skip: 'skipped',
  fault: 'cannot be read',
}
