import { createHash } from 'node:crypto'
import { buffer } from 'node:stream/consumers'
import { pipeline } from 'node:stream/promises'
import { promisify } from 'node:util'
import { createGzip, gunzip } from 'node:zlib'
import { fail, succeed } from '../../core/result'
import type { Result } from '../../core/result'
import { linesOf } from './content'
import type { StoreContent } from './content'
import type { RawContent } from './readContent'
import { breathe } from './rows'

/** What a store is about in one file: lines of JSON, the first one says what it is, the last one that it is whole. */

/** Files of format 1 have no last line. */
const FORMAT = 2
const LINES_AT_ONCE = 100
/** So much a file may come to when it is unpacked, in bytes. */
const MOST_BYTES = 1_000_000_000

interface Head {
  readonly store: 'keen-lever'
  readonly format: number
  readonly atMs: number
}

interface End {
  readonly lines: number
  readonly sha256: string
}

/** A written store as it was read, and not looked at yet. */
export interface WrittenContent {
  readonly atMs: number
  readonly raw: RawContent
}

/** The bytes of a file with all of the content. It is written and packed in pieces, so that nothing waits for all of it. */
export async function writeContent(content: StoreContent, atMs: number): Promise<Buffer> {
  const packing = createGzip()
  const [bytes] = await Promise.all([buffer(packing), pipeline(pieces(content, atMs), packing)])
  return bytes
}

async function* pieces(content: StoreContent, atMs: number): AsyncGenerator<string> {
  const head = JSON.stringify({ store: 'keen-lever', format: FORMAT, atMs } satisfies Head)
  const sum = createHash('sha256')
  let lines = 1
  let piece = head
  for (const line of linesOf(content)) {
    piece += `\n${line}`
    if (++lines % LINES_AT_ONCE > 0) continue
    sum.update(piece)
    yield piece
    await breathe()
    piece = ''
  }
  sum.update(piece)
  yield piece
  yield `\n${JSON.stringify(['end', { lines, sha256: sum.digest('hex') } satisfies End])}`
}

const CUT = 'The file is cut short: its end is missing. Take another one.'
const ALTERED = 'The file was altered since it was written, so it is not used. Take another one.'
const FOREIGN = 'This is no backup of Keen Lever.'

/** What a written file holds. Issues: `backup-foreign`, `backup-cut`, `backup-altered`, `backup-newer`. */
export async function readWritten(bytes: Uint8Array): Promise<Result<WrittenContent>> {
  const text = await unpacked(bytes)
  if (!text.ok) return text
  const lines = text.value.split('\n')
  const head = parsed(lines[0]!) as Partial<Head> | undefined
  if (head?.store !== 'keen-lever' || typeof head.format !== 'number' || typeof head.atMs !== 'number')
    return fail({ code: 'backup-foreign', message: FOREIGN })
  if (head.format > FORMAT)
    return fail({
      code: 'backup-newer',
      message: 'The file was written by a newer Keen Lever. Bring this one up to date.',
    })
  if (head.format === FORMAT) {
    const whole = checkedEnd(lines)
    if (!whole.ok) return whole
  }
  const things: [string, unknown][] = []
  for (const line of head.format === FORMAT ? lines.slice(1, -1) : lines.slice(1)) {
    const thing = parsed(line)
    if (!Array.isArray(thing) || typeof thing[0] !== 'string') return fail({ code: 'backup-altered', message: ALTERED })
    things.push(thing as [string, unknown])
  }
  return succeed({ atMs: head.atMs, raw: rawOf(things) })
}

async function unpacked(bytes: Uint8Array): Promise<Result<string>> {
  try {
    return succeed((await promisify(gunzip)(bytes, { maxOutputLength: MOST_BYTES })).toString('utf8'))
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException
    if (code === 'Z_BUF_ERROR') return fail({ code: 'backup-cut', message: CUT })
    const isPacked = bytes[0] === 0x1f && bytes[1] === 0x8b
    return isPacked && code !== 'ERR_BUFFER_TOO_LARGE'
      ? fail({ code: 'backup-altered', message: ALTERED })
      : fail({ code: 'backup-foreign', message: FOREIGN })
  }
}

/** The last line says how many stand before it, and what they come to. */
function checkedEnd(lines: readonly string[]): Result<void> {
  const last = parsed(lines.at(-1)!)
  const end = Array.isArray(last) && last[0] === 'end' ? (last[1] as Partial<End>) : undefined
  if (!end) return fail({ code: 'backup-cut', message: CUT })
  const before = lines.slice(0, -1)
  const sum = createHash('sha256').update(before.join('\n')).digest('hex')
  return end.lines === before.length && end.sha256 === sum
    ? succeed(undefined)
    : fail({ code: 'backup-altered', message: ALTERED })
}

function parsed(line: string): unknown {
  try {
    return JSON.parse(line)
  } catch {
    return undefined
  }
}

const LISTS = ['frames', 'levers', 'values', 'kits', 'icons', 'entryFiles', 'recordings', 'choices', 'sums'] as const

function rawOf(things: readonly [string, unknown][]): RawContent {
  const lists = Object.fromEntries(LISTS.map((list) => [list, [] as unknown[]]))
  const single: { keys?: unknown; settings?: unknown } = {}
  let benchParts: RawContent['benchParts'] = []
  for (const [part, thing] of things) {
    if (part === 'bench') benchParts = partsOfBench(thing)
    else if (part === 'keys' || part === 'settings') single[part] = thing
    else if (Object.hasOwn(lists, part)) lists[part]!.push(thing)
  }
  return { ...(lists as unknown as RawContent), ...single, benchParts }
}

/** A written bench as the parts a store has it in: its files go into the folders they stand in. */
function partsOfBench(bench: unknown): { part: string; body: unknown }[] {
  if (typeof bench !== 'object' || bench === null) return []
  const { files, ...tables } = bench as Record<string, unknown>
  const folders = new Map<string, Record<string, unknown>>()
  for (const [path, file] of Object.entries((files ?? {}) as Record<string, unknown>)) {
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
