import { absolutePath } from '../bench'
import { partsOfText } from '../command'
import { own } from '../result'
import type { Writing, WordPlace } from './writing'

/** A path as a word: one that does not begin at the root or with a known folder is seen from the home folder. */
export function sayPath(text: string, place: WordPlace, writing: Writing): string {
  const [first] = partsOfText(text)
  const { folders } = writing.bench
  if (!text.includes('${')) return writing.quoted(absolutePath(text, folders.home ?? '/'))
  const isWhole =
    first !== undefined &&
    ((first.kind === 'text' && first.text.startsWith('/')) ||
      (first.kind === 'name' && !place.scope.find(first.name) && own(folders, first.name) !== undefined))
  // The helpers put the home folder in front of others, when it is known what they are.
  return isWhole ? writing.word(text.replace(/\/+$/, '') || '/', place) : writing.word(text, place)
}
