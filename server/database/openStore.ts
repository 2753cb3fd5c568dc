import { existsSync, renameSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { PGlite } from '@electric-sql/pglite'
import type { MigrationMeta } from 'drizzle-orm/migrator'
import { drizzle } from 'drizzle-orm/pglite'
import { countOf } from '../../core/names'
import { emptyContent, seed } from './content'
import type { StoreContent } from './content'
import { copiesOf, readCopy } from './copies'
import { findDamage, reasonOf } from './damage'
import type { Damage } from './damage'
import { endWhenLost } from './endWhenLost'
import { lockStore, StoreError } from './lockStore'
import { migrate, openFiles } from './openDatabase'
import type { OpenDatabase } from './openDatabase'
import { readContent } from './readContent'
import { rescueContent } from './rescue'
import * as schema from './schema'

/**
 * How a store begins: as it was left; anew with the demo data, or with its bench alone; with its last copy; or with what
 * can still be read of it. In all but the first what was in it is moved aside and kept.
 */
export type Beginning = 'as-left' | 'fresh' | 'empty' | 'restore' | 'rescue'

/**
 * Locks the folder, creates the database on first use, brings its tables up to date, and looks whether what the engine
 * needs can be read. Throws a `StoreError` with what to do.
 */
export async function openStore(
  folder: string,
  address: string,
  migrations: readonly MigrationMeta[],
  beginning: Beginning = 'as-left',
): Promise<OpenDatabase> {
  const unlock = await lockStore(folder, address)
  const path = join(folder, 'database')
  try {
    mustBeAStore(folder)
    const content = await contentFor(folder, path, beginning)
    if (beginning !== 'as-left') moveAside(path)
    const engine = await openFiles(path)
    const database = drizzle(engine, { schema })
    const damage = await migrate(database, migrations).then(
      () => findDamage(database),
      (error: unknown) => [{ table: 'the tables as a whole', because: reasonOf(error) }],
    )
    if (damage.length > 0) {
      await engine.close().catch(() => undefined)
      throw new StoreError(damaged(folder, damage, true))
    }
    endWhenLost(engine, folder)
    if (content) await seed(database, content, Date.now())
    return {
      database,
      folder,
      copiesIn: folder,
      async close() {
        await engine.close()
        unlock()
      },
    }
  } catch (error) {
    unlock()
    if (error instanceof StoreError) throw error
    throw new StoreError(damaged(folder, [{ table: 'the database', because: reasonOf(error) }], false))
  }
}

/** What a store that does not begin as it was left begins with; undefined for the demo data. */
async function contentFor(folder: string, path: string, beginning: Beginning): Promise<StoreContent | undefined> {
  if (beginning === 'restore') {
    for (const copy of copiesOf(folder)) {
      const raw = await readCopy(copy)
      if (!raw) continue
      const { content, left } = readContent(raw)
      console.warn(
        `The store begins with its copy of ${timeOf(copy.atMs)}: ${countOf(content.levers.length, 'lever')}.`,
      )
      for (const line of left) console.warn(`Left out: ${line}`)
      return content
    }
    throw new StoreError(
      `The store ${folder} has no copy that can be read. --rescue begins with what can still be read of it, --fresh with the demo data.`,
    )
  }
  if (beginning === 'empty') return emptyContent
  if (beginning !== 'rescue') return undefined
  if (!existsSync(path)) throw new StoreError(`The store ${folder} has no database that anything could be saved from.`)
  const engine = await PGlite.create(path)
  const raw = await rescueContent(drizzle(engine, { schema }))
  await engine.close().catch(() => undefined)
  const { content, left } = readContent(raw)
  console.warn(`The store begins with what could be read of it: ${countOf(content.levers.length, 'lever')}.`)
  for (const line of left) console.warn(`Left out: ${line}`)
  return content
}

/** What is damaged, and every way out there is. */
function damaged(folder: string, damage: readonly Damage[], isOpen: boolean): string {
  const [copy] = copiesOf(folder)
  const ways = [
    ...(copy ? [`--restore   goes on with the copy of ${timeOf(copy.atMs)}`] : []),
    ...(isOpen ? ['--rescue    goes on with what can still be read'] : []),
    '--fresh     begins again with the demo data',
  ]
  return [
    `The store ${folder} is damaged, so it was not started. Nothing in it was altered.`,
    ...damage.map(({ table, because }) => `  ${table}: ${because}`),
    'What can be done, each with “npm run demo -- ”:',
    ...ways.map((way) => `  ${way}`),
    'The damaged database is kept beside the new one in any case; ledger and history of edits begin anew.',
  ].join('\n')
}

function timeOf(atMs: number): string {
  return new Date(atMs).toISOString().slice(0, 16).replace('T', ' ')
}

const MARKER = 'keen-lever.json'

/** A folder is a store by the marker in it, or by a database as one has; an empty one becomes a store. */
function mustBeAStore(folder: string): void {
  const [marker, path] = [join(folder, MARKER), join(folder, 'database')]
  if (!existsSync(marker)) {
    if (existsSync(path) && !existsSync(join(path, 'PG_VERSION')))
      throw new StoreError(
        `The folder ${folder} has a folder “database” that is not of Keen Lever, so nothing in it is touched. ` +
          `Choose another folder with KEEN_DATA.`,
      )
    writeFileSync(marker, JSON.stringify({ store: 'keen-lever', since: new Date().toISOString() }))
  }
}

/** What was in the store is kept beside it, and named, until somebody deletes it. */
function moveAside(path: string): void {
  if (!existsSync(path)) return
  const aside = `${path}.before-${new Date().toISOString().replaceAll(/[:.]/g, '-')}`
  renameSync(path, aside)
  console.warn(`The store begins anew. What was in it is kept as ${aside}.`)
}
