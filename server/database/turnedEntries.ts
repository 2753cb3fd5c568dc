import { sameValue } from '../../core/bench'
import { withoutNothing } from '../../core/levers'
import type { Frame, Lever, NamedValue } from '../../core/levers'
import { assertNever } from '../../core/result'
import type { Kit } from '../../core/sheets'
import { breathe, slicesOf } from './rows'
import type { RevisionEntry, StoredEntry } from './schema'

/** What stands now, and the version that something had when it went. */
export interface StandingBook {
  readonly levers: ReadonlyMap<string, Lever>
  readonly frames: ReadonlyMap<string, Frame>
  readonly values: ReadonlyMap<string, NamedValue>
  readonly kits: ReadonlyMap<string, Kit>
  readonly goneVersions: ReadonlyMap<string, number>
}

/** An edit of a lever that was there and still is, by the fields that differ: many levers at once would be long. */
export function compact(entry: RevisionEntry): StoredEntry {
  if (entry.kind !== 'lever' || !entry.before || !entry.after) return entry
  const { id, before, after } = entry
  const keys = new Set([...Object.keys(before), ...Object.keys(after)] as (keyof Lever)[])
  const differing = [...keys].filter((key) => !sameValue(before[key], after[key]))
  const only = (lever: Lever) => Object.fromEntries(differing.map((key) => [key, lever[key] ?? null])) as Partial<Lever>
  return { kind: 'lever-fields', id, before: only(before), after: only(after) }
}

/** A version above all that the things of an edit have had: what comes back gets it, so that a tab with an older one is told. */
export function versionAbove(stored: readonly StoredEntry[], book: StandingBook): number {
  let highest = 0
  for (const entry of stored) highest = Math.max(highest, highestVersion(entry, book))
  return highest + 1
}

/**
 * A stored edit as one that brings `side` of it back, in a version; with null each keeps the one it was stored with. It
 * is done in slices while other things go on, so what stands must not change meanwhile.
 */
export async function turnedEntries(
  stored: readonly StoredEntry[],
  side: 'before' | 'after',
  book: StandingBook,
  version: number | null,
): Promise<RevisionEntry[]> {
  const entries: RevisionEntry[] = []
  for (const slice of slicesOf(stored, ENTRIES_AT_ONCE)) {
    if (entries.length > 0) await breathe()
    for (const entry of slice) entries.push(turnedEntry(entry, side, book, version))
  }
  return side === 'before' ? entries.reverse() : entries
}

const ENTRIES_AT_ONCE = 1000

function turnedEntry(
  entry: StoredEntry,
  side: 'before' | 'after',
  book: StandingBook,
  version: number | null,
): RevisionEntry {
  switch (entry.kind) {
    case 'lever-fields': {
      const { id } = entry
      const lever = book.levers.get(id)
      if (!lever) throw new RangeError(`the lever ${id} of an edit is not there`)
      const after = { ...lever, ...entry[side], version: version ?? entry[side].version ?? lever.version }
      return { kind: 'lever', id, before: lever, after: withoutNothing(after) }
    }
    case 'bench':
      return side === 'before' ? { kind: 'bench', changes: entry.inverse, inverse: entry.changes } : entry
    case 'keys':
    case 'settings':
      return side === 'before' ? ({ ...entry, before: entry.after, after: entry.before } as RevisionEntry) : entry
    case 'lever':
    case 'frame':
    case 'kit':
    case 'value': {
      const [before, after] = side === 'before' ? [entry.after, entry.before] : [entry.before, entry.after]
      const renewed = after && version !== null ? { ...after, version } : after
      return { ...entry, before, after: renewed } as RevisionEntry
    }
    default:
      return assertNever(entry)
  }
}

function standingOf(
  kind: 'lever' | 'lever-fields' | 'frame' | 'kit' | 'value',
  book: StandingBook,
): ReadonlyMap<string, { version?: number }> {
  switch (kind) {
    case 'lever':
    case 'lever-fields':
      return book.levers
    case 'frame':
      return book.frames
    case 'value':
      return book.values
    case 'kit':
      return book.kits
    default:
      return assertNever(kind)
  }
}

function highestVersion(entry: StoredEntry, book: StandingBook): number {
  switch (entry.kind) {
    case 'bench':
    case 'keys':
    case 'settings':
      return 0
    case 'lever':
    case 'lever-fields':
    case 'frame':
    case 'kit':
    case 'value': {
      const standing = standingOf(entry.kind, book)
      return Math.max(
        standing.get(entry.id)?.version ?? book.goneVersions.get(entry.id) ?? 0,
        entry.before?.version ?? 0,
        entry.after?.version ?? 0,
      )
    }
    default:
      return assertNever(entry)
  }
}
