import { z } from 'zod'

/** What was chosen for some letters, and how often. */
export const choiceSchema = z.object({
  /** What was typed, folded and without spaces around it; empty where nothing was. */
  letters: z.string().max(200),
  /** The id of the entry. */
  entryId: z.string().min(1).max(5000),
  count: z.number().int().positive(),
  /** How often since something else came first for these letters, or since this was confirmed to. */
  since: z.number().int().nonnegative(),
  /** Stands first for these letters. */
  isFirst: z.boolean(),
  lastAtMs: z.number(),
})
export type Choice = z.infer<typeof choiceSchema>

/** So many are remembered; of more, those that were chosen longest ago are forgotten. */
export const MOST_CHOICES = 5000
/** Chosen so often for the same letters, an entry stands first for them. */
const SETTLES = 2
const HALF_LIFE_MS = 14 * 86_400_000

/** Letters as they are remembered: capitals and spaces around them do not matter. */
export function lettersOf(query: string): string {
  return query.trim().toLowerCase().replace(/\s+/g, ' ').slice(0, 200)
}

/**
 * What is remembered of some letters after an entry was chosen for them. `known` are the choices of these letters. An
 * entry chosen twice stands first until another was chosen twice since; choosing the first one again begins that anew.
 */
export function learn(known: readonly Choice[], letters: string, entryId: string, nowMs: number): Choice[] {
  const before = known.find((choice) => choice.entryId === entryId)
  const chosen: Choice = before
    ? { ...before, count: before.count + 1, since: before.since + 1, lastAtMs: nowMs }
    : { letters, entryId, count: 1, since: 1, isFirst: false, lastAtMs: nowMs }
  const others = known.filter((choice) => choice !== before)
  if (chosen.isFirst) return [chosen, ...others.map((choice) => ({ ...choice, since: 0 }))]
  if (chosen.since < SETTLES) return [chosen, ...others]
  return [{ ...chosen, isFirst: true }, ...others.map((choice) => ({ ...choice, isFirst: false, since: 0 }))]
}

/** What the choices say of an order: what stands first for some letters, and how much each entry was used. */
export interface Learned {
  /** By letters. */
  readonly first: ReadonlyMap<string, string>
  /** By entry; an old choice counts less, half after a fortnight. */
  readonly used: ReadonlyMap<string, number>
  /** Entries, the one chosen last first. */
  readonly latest: readonly string[]
  /** How often each was chosen, and when last. */
  readonly byEntry: ReadonlyMap<string, { readonly count: number; readonly lastAtMs: number }>
}

export function learnedFrom(choices: readonly Choice[], nowMs: number): Learned {
  const first = new Map<string, string>()
  const used = new Map<string, number>()
  const byEntry = new Map<string, { count: number; lastAtMs: number }>()
  for (const { letters, entryId, count, isFirst, lastAtMs } of choices) {
    if (isFirst) first.set(letters, entryId)
    const worth = count * 2 ** (-Math.max(0, nowMs - lastAtMs) / HALF_LIFE_MS)
    used.set(entryId, (used.get(entryId) ?? 0) + worth)
    const before = byEntry.get(entryId)
    byEntry.set(entryId, {
      count: (before?.count ?? 0) + count,
      lastAtMs: Math.max(before?.lastAtMs ?? 0, lastAtMs),
    })
  }
  const latest = [...byEntry].sort((a, b) => b[1].lastAtMs - a[1].lastAtMs).map(([id]) => id)
  return { first, used, latest, byEntry }
}
