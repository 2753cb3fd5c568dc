import { existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs'
import { readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { gunzip, gzip } from 'node:zlib'
import { linesOf } from './content'
import type { StoreContent } from './content'
import type { RawContent } from './readContent'
import { breathe } from './rows'

/** So many are kept, the latest. */
const KEPT = 3
const LINES_AT_ONCE = 500
const FORMAT = 1

interface Head {
  readonly store: 'keen-lever'
  readonly format: number
  readonly atMs: number
}

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
  const lines: string[] = [JSON.stringify({ store: 'keen-lever', format: FORMAT, atMs } satisfies Head)]
  for (const line of linesOf(content)) {
    lines.push(line)
    if (lines.length % LINES_AT_ONCE === 0) await breathe()
  }
  const path = join(folder, `${atMs}.copy.gz`)
  await writeFile(`${path}.new`, await promisify(gzip)(lines.join('\n')))
  renameSync(`${path}.new`, path)
  for (const { path: older } of copiesOf(store).slice(KEPT)) rmSync(older, { force: true })
}

/** What a copy holds; undefined where it cannot be read. */
export async function readCopy({ path }: Copy): Promise<RawContent | undefined> {
  try {
    const [head, ...lines] = (await promisify(gunzip)(await readFile(path))).toString('utf8').split('\n')
    const { store, format } = JSON.parse(head!) as Head
    if (store !== 'keen-lever' || format !== FORMAT) return undefined
    const lists = { frames: [], levers: [], values: [], kits: [], icons: [], entryFiles: [], recordings: [] } as Record<
      string,
      unknown[]
    >
    const single: { keys?: unknown; settings?: unknown } = {}
    let benchParts: RawContent['benchParts'] = []
    for (const line of lines) {
      const [part, thing] = JSON.parse(line) as [string, unknown]
      if (part === 'bench') benchParts = partsOfBench(thing as Record<string, unknown>)
      else if (part === 'keys' || part === 'settings') single[part] = thing
      else if (Object.hasOwn(lists, part)) lists[part]!.push(thing)
    }
    return { ...(lists as unknown as RawContent), ...single, benchParts }
  } catch {
    return undefined
  }
}

/** A written bench as the parts a store has it in: its files go into the folders they stand in. */
function partsOfBench({ files, ...tables }: Record<string, unknown>): { part: string; body: unknown }[] {
  const folders = new Map<string, Record<string, unknown>>()
  for (const [path, file] of Object.entries(files as Record<string, unknown>)) {
    if (path === '/') continue
    const at = path.lastIndexOf('/')
    const folder = path.slice(0, at) || '/'
    folders.set(folder, { ...folders.get(folder), [path.slice(at + 1)]: file })
  }
  return [
    ...Object.entries(tables).map(([part, body]) => ({ part, body })),
    ...[...folders].map(([folder, body]) => ({ part: `folder:${folder}`, body })),
  ]
}
