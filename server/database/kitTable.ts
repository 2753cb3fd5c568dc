import { asc, eq } from 'drizzle-orm'
import { kitSchema } from '../../core/sheets'
import type { Kit } from '../../core/sheets'
import type { Queries } from './openDatabase'
import { kits } from './schema'
import { setAsideWhatIsOdd } from './setAside'

export async function readKits(database: Queries): Promise<Kit[]> {
  const rows = await database.select().from(kits).orderBy(asc(kits.name))
  return setAsideWhatIsOdd(database, 'kits', rows, kitSchema)
}

export async function writeKit(database: Queries, kit: Kit): Promise<void> {
  await database.insert(kits).values(kit).onConflictDoUpdate({ target: kits.id, set: kit })
}

export async function removeKit(database: Queries, id: string): Promise<void> {
  await database.delete(kits).where(eq(kits.id, id))
}
