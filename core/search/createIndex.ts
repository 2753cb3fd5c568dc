/** One thing that can be found by typing. */
export interface SearchEntry {
  readonly id: string
  readonly name: string
  readonly aliases?: readonly string[]
  /** Found too, but ranked below every name: a path, an address, a sentence. */
  readonly detail?: string
  /** Among equally good matches, lower weights come first; 0 when absent. */
  readonly weight?: number
}

export interface SearchHit<E extends SearchEntry = SearchEntry> {
  readonly entry: E
  /** Which way it was found, best first; see `TIERS`. */
  readonly tier: Tier
}

/**
 * Ways of matching, best first. Within one, the lower weight comes first, then the shorter name, then the order in
 * which entries were given.
 */
export const TIERS = [
  'alias',
  'name',
  'name-start',
  'initials',
  'word-start',
  'words',
  'inside',
  'detail',
  'letters',
] as const
export type Tier = (typeof TIERS)[number]

export interface SearchContext {
  readonly limit?: number
}

export interface SearchIndex<E extends SearchEntry> {
  /** The best hits, best first; with an empty query the first entries as given. */
  readonly search: (query: string, context?: SearchContext) => SearchHit<E>[]
  /** Takes an entry in, in place of the one of the same id, or behind the others. */
  readonly put: (entry: E) => void
  readonly remove: (id: string) => void
}

interface Prepared<E> {
  entry: E
  name: string
  words: string[]
  initials: string
  aliases: string[]
  detail: string
}

/** An index over entries, by name, initials, alias and, last, by detail. Case and accents do not matter. */
export function createIndex<E extends SearchEntry>(entries: readonly E[]): SearchIndex<E> {
  const prepared = new Map<string, Prepared<E>>()
  for (const entry of entries) prepared.set(entry.id, prepare(entry))
  return {
    search(query, { limit = 20 } = {}) {
      const wanted = fold(query.trim())
      if (wanted === '') {
        const first: SearchHit<E>[] = []
        for (const { entry } of prepared.values()) {
          if (first.length === limit) break
          first.push({ entry, tier: 'name' })
        }
        return first
      }
      const found: { candidate: Prepared<E>; tier: Tier; rank: number }[] = []
      for (const candidate of prepared.values()) {
        const tier = tierOf(candidate, wanted)
        if (tier) found.push({ candidate, tier, rank: TIERS.indexOf(tier) })
      }
      return found
        .sort(
          (a, b) =>
            a.rank - b.rank ||
            (a.candidate.entry.weight ?? 0) - (b.candidate.entry.weight ?? 0) ||
            a.candidate.name.length - b.candidate.name.length,
        )
        .slice(0, limit)
        .map(({ candidate, tier }) => ({ entry: candidate.entry, tier }))
    },
    put: (entry) => void prepared.set(entry.id, prepare(entry)),
    remove: (id) => void prepared.delete(id),
  }
}

function prepare<E extends SearchEntry>(entry: E): Prepared<E> {
  const name = fold(entry.name)
  const words = name.split(/[^\p{L}\p{N}]+/u).filter(Boolean)
  return {
    entry,
    name,
    words,
    initials: words.map((word) => word[0]).join(''),
    aliases: (entry.aliases ?? []).map(fold),
    detail: fold(entry.detail ?? ''),
  }
}

function tierOf({ name, words, initials, aliases, detail }: Prepared<unknown>, wanted: string): Tier | undefined {
  if (aliases.includes(wanted)) return 'alias'
  if (name === wanted) return 'name'
  if (name.startsWith(wanted)) return 'name-start'
  if (wanted.length > 1 && initials.startsWith(wanted)) return 'initials'
  if (words.some((word) => word.startsWith(wanted))) return 'word-start'
  const parts = wanted.split(/\s+/)
  if (parts.length > 1 && parts.every((part) => words.some((word) => word.startsWith(part)))) return 'words'
  if (name.includes(wanted) || aliases.some((alias) => alias.startsWith(wanted))) return 'inside'
  if (detail.includes(wanted)) return 'detail'
  return wanted.length > 2 && hasLettersInOrder(name, wanted) ? 'letters' : undefined
}

function hasLettersInOrder(name: string, wanted: string): boolean {
  let at = -1
  for (const letter of wanted) {
    at = name.indexOf(letter, at + 1)
    if (at < 0) return false
  }
  return true
}

function fold(text: string): string {
  return text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()
}
