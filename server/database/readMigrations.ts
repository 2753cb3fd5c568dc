import { createHash } from 'node:crypto'
import type { MigrationMeta } from 'drizzle-orm/migrator'

interface Journal {
  entries: { tag: string; when: number; breakpoints: boolean }[]
}

/** The migrations that were built into the server, in order. */
export async function readMigrations(): Promise<MigrationMeta[]> {
  const assets = useStorage('assets:migrations')
  const journal = await assets.getItem<Journal>('meta:_journal.json')
  if (!journal) throw new Error('the migrations are missing from the build')
  return Promise.all(
    journal.entries.map(async ({ tag, when, breakpoints }) => {
      const file = await assets.getItem(`${tag}.sql`)
      const sql = String(file)
      return {
        sql: sql.split('--> statement-breakpoint'),
        bps: breakpoints,
        folderMillis: when,
        hash: createHash('sha256').update(sql).digest('hex'),
      }
    }),
  )
}
