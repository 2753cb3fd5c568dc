import { and, asc, count, desc, eq, notInArray, or } from 'drizzle-orm'
import { learn, MOST_CHOICES, MOST_SUMS } from '../../core/finding'
import type { Choice, KeptSum } from '../../core/finding'
import type { Database, Queries } from './openDatabase'
import { choices, sums } from './schema'

/** All choices, those made last first. */
export async function listChoices(database: Queries): Promise<Choice[]> {
  return database.select().from(choices).orderBy(desc(choices.lastAtMs))
}

/** Remembers a choice; of too many, those made longest ago are forgotten. */
export async function learnChoice(
  database: Database,
  { letters, entryId }: Pick<Choice, 'letters' | 'entryId'>,
  nowMs: number,
): Promise<void> {
  await database.transaction(async (transaction) => {
    const known = await transaction.select().from(choices).where(eq(choices.letters, letters))
    const after = learn(known, letters, entryId, nowMs)
    for (const choice of after)
      await transaction
        .insert(choices)
        .values(choice)
        .onConflictDoUpdate({ target: [choices.letters, choices.entryId], set: choice })
    const [all] = await transaction.select({ rows: count() }).from(choices)
    const tooMany = (all?.rows ?? 0) - MOST_CHOICES
    if (tooMany <= 0) return
    const oldest = await transaction.select().from(choices).orderBy(asc(choices.lastAtMs)).limit(tooMany)
    const each = oldest.map((old) => and(eq(choices.letters, old.letters), eq(choices.entryId, old.entryId)))
    await transaction.delete(choices).where(or(...each))
  })
}

/** Forgets what was chosen: of one entry, or all. How many there were. */
export async function forgetChoices(database: Queries, entryId: string | undefined): Promise<number> {
  const gone = await database
    .delete(choices)
    .where(entryId === undefined ? undefined : eq(choices.entryId, entryId))
    .returning({ letters: choices.letters })
  return gone.length
}

/** The last sums, newest first. */
export async function listSums(database: Queries): Promise<KeptSum[]> {
  const rows = await database.select().from(sums).orderBy(desc(sums.atMs), desc(sums.id))
  return rows.map(({ sum, ...row }) => ({ ...row, text: sum }))
}

/** Keeps a sum in place of the same one before; of too many, the oldest are forgotten. */
export async function keepSum(database: Database, { text, ...row }: KeptSum): Promise<void> {
  await database.transaction(async (transaction) => {
    await transaction.delete(sums).where(eq(sums.sum, text))
    await transaction.insert(sums).values({ ...row, sum: text })
    const kept = await transaction.select({ id: sums.id }).from(sums).orderBy(desc(sums.atMs)).limit(MOST_SUMS)
    const ids = kept.map(({ id }) => id)
    await transaction.delete(sums).where(notInArray(sums.id, ids))
  })
}

/** Forgets one sum, or all. How many there were. */
export async function dropSums(database: Queries, id: string | undefined): Promise<number> {
  const gone = await database
    .delete(sums)
    .where(id === undefined ? undefined : eq(sums.id, id))
    .returning({ id: sums.id })
  return gone.length
}
