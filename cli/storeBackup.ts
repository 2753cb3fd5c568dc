import { existsSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { AnswerOf } from '../contract'
import { readBackup, writeBackup } from '../server/database/backups'
import { readBenchAt } from '../server/database/benchTable'
import { demoContent, readBeside, replaceContent, seed } from '../server/database/content'
import type { StoreContent } from '../server/database/content'
import type { OpenDatabase } from '../server/database/openDatabase'
import { countsOf } from '../server/database/countsOf'
import { readContent } from '../server/database/readContent'
import { readWritten, writeContent } from '../server/database/writtenContent'
import { Book } from '../server/engine/book'
import { CommandError, EXIT } from './exitCodes'
import { holdStore } from './holdStore'

/** Backups where no server runs: the store is held meanwhile. */

/** Writes a backup to a file, or into the folder of the store. Gives back where it is. */
export async function backUpStore(folder: string, file: string | undefined): Promise<string> {
  if (!hasStore(folder)) throw new CommandError(`There is no store in ${folder}. Name one with --store.`, EXIT.noServer)
  return withStore(folder, async (opened) => {
    const content = await storedContent(opened)
    if (file === undefined) return (await writeBackup(folder, content, 'wanted', Date.now())).file
    writeFileSync(file, await writeContent(content, Date.now()))
    return file
  })
}

const hasStore = (folder: string) => existsSync(join(folder, 'database'))

export interface Restored {
  readonly counts: AnswerOf<'previewBackup'>['counts']
  readonly left: readonly string[]
  /** What stood before, where it was replaced. */
  readonly kept?: string
}

/** Puts a backup, given as bytes or by its name, in the place of what stands; makes the store where there is none. */
export async function restoreInStore(folder: string, which: Buffer | string, isDry: boolean): Promise<Restored> {
  const bytes = typeof which === 'string' ? await readBackup(folder, which) : which
  if (!bytes)
    throw new CommandError(`There is no backup ${String(which)}, neither here nor in the folder of the store.`)
  const written = await readWritten(bytes)
  if (!written.ok) throw new CommandError(written.issues[0]!.message)
  const { content, left } = readContent(written.value.raw)
  if (isDry && !hasStore(folder)) return { counts: countsOf(demoContent, content), left }
  return withStore(folder, async (opened) => {
    const now = await storedContent(opened)
    const counts = countsOf(now, content)
    if (isDry) return { counts, left }
    const { file: kept } = await writeBackup(folder, now, 'before-restore', Date.now())
    await replaceContent(opened.database, content, Date.now())
    return { counts, left, kept }
  })
}

/** A store that is new has the demo data, as at its first start. */
function withStore<T>(folder: string, work: (opened: OpenDatabase) => Promise<T>): Promise<T> {
  return holdStore(folder, async (opened) => {
    await seed(opened.database, demoContent, Date.now())
    return work(opened)
  })
}

async function storedContent({ database }: OpenDatabase): Promise<StoreContent> {
  const { frames, levers, values, kits, keys, settings } = await Book.read(database)
  const bench = await readBenchAt(database)
  if (!bench) throw new CommandError('The store has no bench. Start it once with “npm run demo”.')
  const book = { frames: [...frames.values()], levers: [...levers.values()], values: [...values.values()] }
  return { ...book, kits: [...kits.values()], keys, settings, bench: bench.state, ...(await readBeside(database)) }
}
