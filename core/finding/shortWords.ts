import { z } from 'zod'
import type { Lever } from '../levers'

/** A short word that finds an entry which is no lever; levers have aliases of their own. */
export const shortWordSchema = z.object({
  word: z
    .string()
    .trim()
    .min(1, 'Write a word.')
    .max(40, 'At most 40 letters.')
    .regex(/^\S+$/, 'A short word has no spaces: what follows a space is given to it.'),
  entryId: z.string().min(1).max(5000),
})
export type ShortWord = z.infer<typeof shortWordSchema>

const sameWord = (one: string, other: string) => one.toLowerCase() === other.toLowerCase()

/** The short words of an entry that is no lever. */
export function wordsOfEntry(words: readonly ShortWord[], entryId: string): string[] {
  return words.filter((entry) => entry.entryId === entryId).map(({ word }) => word)
}

/** The ids of all other entries that a word leads to already; it then leads to several. */
export function takenBy(
  word: string,
  { words, levers, except }: { words: readonly ShortWord[]; levers: readonly Lever[]; except: string },
): string[] {
  const ids = [
    ...levers.filter(({ aliases }) => aliases.some((alias) => sameWord(alias, word))).map(({ id }) => `lever:${id}`),
    ...words.filter((entry) => sameWord(entry.word, word)).map(({ entryId }) => entryId),
  ]
  return [...new Set(ids)].filter((id) => id !== except)
}
