import { existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs'
import { readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { StoreContent } from './content'
import type { RawContent } from './readContent'
import { readWritten, writeContent } from './writtenContent'

/** So many are kept, the latest. */
const KEPT = 3

/** A copy of what a store is about, in a file beside its database. */
export interface Copy {
  readonly path: string
  readonly atMs: number
}

const folderOf = (store: string) => join(store, 'copies')
const isCopy = (name: string) => /^\d+\.copy\.gz$/.test(name)

/** The copies of a store, the latest first. */
export function copiesOf(store: string): Copy[] {
  const folder = folderOf(store)
  if (!existsSync(folder)) return []
  return readdirSync(folder)
    .filter(isCopy)
    .map((name) => ({ path: join(folder, name), atMs: Number.parseInt(name, 10) }))
    .sort((a, b) => b.atMs - a.atMs)
}

/** Writes a copy beside the others and drops the oldest; it is there as a whole or not at all. */
export async function writeCopy(store: string, content: StoreContent, atMs: number): Promise<void> {
  const folder = folderOf(store)
  mkdirSync(folder, { recursive: true })
  const path = join(folder, `${atMs}.copy.gz`)
  await writeFile(`${path}.new`, await writeContent(content, atMs))
  renameSync(`${path}.new`, path)
  for (const { path: older } of copiesOf(store).slice(KEPT)) rmSync(older, { force: true })
}

/** What a copy holds; undefined where it cannot be read. */
export async function readCopy({ path }: Copy): Promise<RawContent | undefined> {
  const bytes = await readFile(path).catch(() => undefined)
  const written = bytes && (await readWritten(bytes))
  return written?.ok ? written.value.raw : undefined
}
