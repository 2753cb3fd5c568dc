/** What a plate is, as far as a name can be made from it. */
export interface NamedPlate {
  readonly name: string
  /** Groups that it belongs to, the narrowest first: a frame, a category, its kind in the plural. */
  readonly groups: readonly string[]
}

/** Words that say nothing of what things have in common. */
const EMPTY = new Set(
  'a an and at by for from in into is it of off on or the to up with all new open opens show set go my our as'.split(
    ' ',
  ),
)

/**
 * A name for a folder, from what its plates share: a word that is in every name, else the narrowest group that all are
 * of, else a word that most names have, else `Folder`.
 */
export function proposeName(plates: readonly NamedPlate[]): string {
  if (plates.length === 0) return 'Folder'
  const counts = new Map<string, { word: string; count: number }>()
  for (const { name } of plates) {
    const words = new Map(wordsIn(name).map((word) => [word.toLowerCase(), word]))
    for (const [key, word] of words)
      counts.set(key, { word: counts.get(key)?.word ?? word, count: (counts.get(key)?.count ?? 0) + 1 })
  }
  const shared = [...counts.values()].filter(({ count }) => count === plates.length && plates.length > 1)
  if (shared.length > 0)
    return capital(
      shared
        .map(({ word }) => word)
        .slice(0, 3)
        .join(' '),
    )
  const [first, ...others] = plates
  const group = first!.groups.find((one) => others.every(({ groups }) => groups.includes(one)))
  if (group !== undefined) return capital(group)
  const [most] = [...counts.values()].sort((a, b) => b.count - a.count)
  return most && most.count > plates.length / 2 ? capital(most.word) : 'Folder'
}

function wordsIn(name: string): string[] {
  return (name.match(/[\p{L}\p{N}’']+/gu) ?? []).filter((word) => word.length > 1 && !EMPTY.has(word.toLowerCase()))
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1)
}
