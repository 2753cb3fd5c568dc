import { BestFew } from './bestFew'
import { fold, LONGEST_TEXT } from './fold'
import { Found } from './found'
import { makeSegment } from './segment'
import type { Segment } from './segment'
import { queryOf, STAGES } from './stages'
import type { Tier } from './tiers'

/** One thing that can be found by typing. */
export interface SearchEntry {
  readonly id: string
  readonly name: string
  readonly aliases?: readonly string[]
  /** Found too, but ranked below every name: a path, an address, a sentence. */
  readonly detail?: string
  /** What it is, so that a search can be narrowed to it. */
  readonly kind?: string
  /** Among equally good matches, lower weights come first; 0 when absent. */
  readonly weight?: number
}

export interface SearchHit<E extends SearchEntry = SearchEntry> {
  readonly entry: E
  /** Which way it was found, best first; see `TIERS`. */
  readonly tier: Tier
  /** Set where it stands first since it was chosen before for the same letters. */
  readonly isLearned?: true
}

export interface SearchContext<E extends SearchEntry = SearchEntry> {
  /** So many hits at most; 20 when absent. */
  readonly limit?: number
  /** Only entries of these kinds. */
  readonly kinds?: readonly string[]
  /** Of these, only those that are meant. */
  readonly only?: (entry: E) => boolean
  /** Ids that stand before all others, in this order, as far as they are found at all. */
  readonly first?: readonly string[]
  /** How much each was used, by id; among equally good matches, what was used more comes first. */
  readonly used?: ReadonlyMap<string, number>
}

export interface SearchIndex<E extends SearchEntry> {
  /** The best hits, best first; with an empty query those of the lowest weight, as they were given. */
  readonly search: (query: string, context?: SearchContext<E>) => SearchHit<E>[]
  /** Takes an entry in, in place of the one of the same id, or behind the others. */
  readonly put: (entry: E) => void
  /** Takes many in at once, which costs less than one by one. */
  readonly putAll: (entries: readonly E[]) => void
  readonly remove: (id: string) => void
  /** How many entries there are. */
  readonly size: () => number
}

/** Below so many hits, names are also looked through for a slip of the finger, and then for letters in order. */
const FEW = 8
/** Entries that came last stand in a small segment of their own until there are so many. */
const FRESH = 64
const MOST_SEGMENTS = 8
/** One and two letters find most; what they found is kept until something changes. */
const SHORT_QUERY = 2
const MOST_KEPT = 200

/**
 * An index over entries: by alias, name, initials, words in any order, fragments, what is said beside the name, and with
 * one slip of the finger. Case and accents do not matter. Words stand in order with the entries that have them
 * (Zobel and Moffat 2006, Inverted files for text search engines), in segments that are never altered: what is new makes
 * a small one, and small ones are merged (O’Neil et al. 1996, The log-structured merge-tree).
 */
export function createIndex<E extends SearchEntry>(given: readonly E[]): SearchIndex<E> {
  let slotById = new Map<string, number>()
  let entries: (E | undefined)[] = []
  let names: string[] = []
  /** Which stands before which among equals: what is put in place of another has its place. */
  let places: number[] = []
  let segments: Segment[] = []
  let fresh: number[] = []
  let freshSegment: Segment | undefined
  const kept = new Map<string, SearchHit<E>[]>()
  const found = new Found()
  /** Names that had the letters of the query before in order: those that have more of them are among these. */
  let before: { readonly letters: string; readonly slots: readonly number[] } | undefined

  const segmentOf = (slots: readonly number[]) =>
    makeSegment(
      new Int32Array(slots),
      (slot) => entries[slot]!,
      (slot) => names[slot]!,
    )

  function fill(all: readonly E[]): void {
    slotById = new Map()
    for (let slot = 0; slot < all.length; slot++) slotById.set(all[slot]!.id, slot)
    // Of two with one id the later stands in the place of the first.
    if (slotById.size < all.length) return fill([...new Map(all.map((entry) => [entry.id, entry])).values()])
    entries = [...all]
    names = all.map((entry) => fold(entry.name.slice(0, LONGEST_TEXT)))
    places = entries.map((_, slot) => slot)
    segments = entries.length === 0 ? [] : [segmentOf(places)]
    fresh = []
    changed()
  }

  function changed(): void {
    freshSegment = undefined
    before = undefined
    kept.clear()
  }

  function put(entry: E): void {
    take(entry)
    changed()
    if (fresh.length >= FRESH) settle()
  }

  function putAll(all: readonly E[]): void {
    for (const entry of all) take(entry)
    changed()
    if (fresh.length >= FRESH) settle()
  }

  function take(entry: E): void {
    const old = slotById.get(entry.id)
    // What is found by the old words is found no more.
    if (old !== undefined) entries[old] = undefined
    const slot = entries.length
    slotById.set(entry.id, slot)
    entries.push(entry)
    names.push(fold(entry.name.slice(0, LONGEST_TEXT)))
    places.push(old === undefined ? slot : places[old]!)
    fresh.push(slot)
  }

  /** What came last becomes a segment, and small segments are made one. */
  function settle(): void {
    segments.push(segmentOf(fresh.filter((slot) => entries[slot] !== undefined)))
    fresh = []
    while (segments.length > MOST_SEGMENTS) {
      const small = segments.toSorted((a, b) => a.slots.length - b.slots.length).slice(0, MOST_SEGMENTS / 2)
      const slots = small.flatMap((segment) => [...segment.slots]).filter((slot) => entries[slot] !== undefined)
      segments = segments.filter((segment) => !small.includes(segment))
      segments.push(segmentOf(slots))
    }
    // Places of what has gone are given back once they are most of all.
    if (entries.length > 2 * slotById.size + 4 * FRESH) fill([...slotById.values()].map((slot) => entries[slot]!))
  }

  function remove(id: string): void {
    const slot = slotById.get(id)
    if (slot === undefined) return
    slotById.delete(id)
    entries[slot] = undefined
    changed()
  }

  function allSegments(): readonly Segment[] {
    if (fresh.length === 0) return segments
    freshSegment ??= segmentOf(fresh.filter((slot) => entries[slot] !== undefined))
    return [...segments, freshSegment]
  }

  function search(query: string, context: SearchContext<E> = {}): SearchHit<E>[] {
    const { limit = 20, first = [] } = context
    const text = fold(query.trim().slice(0, LONGEST_TEXT)).replace(/\s+/g, ' ')
    if (limit <= 0 || query.length > LONGEST_TEXT) return []
    if (text === '') return firstOnes(limit, context)
    const isShort = text.length <= SHORT_QUERY && !context.used && !context.only && first.length === 0
    const key = isShort ? `${limit} ${(context.kinds ?? []).join(' ')} ${text}` : ''
    const known = isShort ? kept.get(key) : undefined
    if (known) return [...known]
    const hits = find(text, context, limit)
    if (isShort && kept.size < MOST_KEPT) kept.set(key, hits)
    return [...hits]
  }

  /** With nothing typed: what was used, most used first, then the lowest weights, as they were given. */
  function firstOnes(limit: number, { kinds, only, first = [], used }: SearchContext<E>): SearchHit<E>[] {
    const isMeant = (entry: E | undefined): entry is E =>
      entry !== undefined && (!kinds || kinds.includes(entry.kind ?? '')) && (!only || only(entry))
    const ids = new Set(first)
    if (used) for (const [id] of [...used].sort((a, b) => b[1] - a[1])) ids.add(id)
    const hits: SearchHit<E>[] = []
    for (const id of ids) {
      const slot = slotById.get(id)
      const entry = slot === undefined ? undefined : entries[slot]
      if (isMeant(entry) && hits.length < limit) hits.push({ entry, tier: 'name' })
    }
    if (hits.length >= limit) return hits
    const best = new BestFew(
      limit - hits.length,
      (one, other) => (entries[one]!.weight ?? 0) - (entries[other]!.weight ?? 0) || places[one]! - places[other]!,
    )
    for (const slot of slotById.values()) {
      const entry = entries[slot]
      if (isMeant(entry) && !ids.has(entry.id)) best.take(slot)
    }
    return [...hits, ...best.inOrder().map((slot): SearchHit<E> => ({ entry: entries[slot]!, tier: 'name' }))]
  }

  function find(text: string, context: SearchContext<E>, limit: number): SearchHit<E>[] {
    const { kinds, only, first = [], used } = context
    const query = queryOf(text)
    const shelf = {
      segments: allSegments(),
      count: entries.length,
      nameOf: (slot: number) => names[slot]!,
      detailOf: (slot: number) => fold((entries[slot]?.detail ?? '').slice(0, LONGEST_TEXT)),
      narrowed: before && query.initials.startsWith(before.letters) ? before.slots : undefined,
      remember: (slots: readonly number[]) => {
        before = { letters: query.initials, slots }
      },
    }
    const isMeant = (slot: number) => {
      const entry = entries[slot]
      return entry !== undefined && (!kinds || kinds.includes(entry.kind ?? '')) && (!only || only(entry))
    }
    found.clear(entries.length)
    let meant: number[] = []
    for (const stage of STAGES) {
      const enough = stage.while === 'always' ? Infinity : stage.while === 'room' ? limit : Math.min(limit, FEW)
      if (meant.length >= enough) continue
      stage.look(query, shelf, found)
      meant = found.slots.filter(isMeant)
    }
    const best = new BestFew(limit, (one, other) => {
      const [a, b] = [entries[one]!, entries[other]!]
      return (
        found.rank(one) - found.rank(other) ||
        (used ? (used.get(b.id) ?? 0) - (used.get(a.id) ?? 0) : 0) ||
        (a.weight ?? 0) - (b.weight ?? 0) ||
        names[one]!.length - names[other]!.length ||
        places[one]! - places[other]!
      )
    })
    for (const slot of meant) best.take(slot)
    const hitOf = (slot: number): SearchHit<E> => ({ entry: entries[slot]!, tier: found.tier(slot) })
    const learned = first.flatMap((id) => {
      const slot = slotById.get(id)
      return slot !== undefined && found.has(slot) && isMeant(slot) ? [slot] : []
    })
    const rest = best.inOrder().filter((slot) => !learned.includes(slot))
    const learnedHits = learned.map((slot): SearchHit<E> => ({ ...hitOf(slot), isLearned: true }))
    return [...learnedHits, ...rest.map(hitOf)].slice(0, limit)
  }

  fill(given)
  return { search, put, putAll, remove, size: () => slotById.size }
}
