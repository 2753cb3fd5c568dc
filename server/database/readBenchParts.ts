import type { z } from 'zod'
import {
  applyChange,
  changeSchema,
  fileSchema,
  mendBench,
  pathSchema,
  readBench,
  writtenBenchSchema,
} from '../../core/bench'
import type { BenchFile, BenchState, WrittenBench } from '../../core/bench'

/** Something of the bench that cannot be read, or does not fit to the rest. */
export interface OddPart {
  /** The part it stood in, and what it was called there. */
  readonly key: string
  readonly body: unknown
  readonly because: string
}

export const FOLDER = 'folder:'

const { shape } = writtenBenchSchema
const empty: Omit<WrittenBench, 'files'> = {
  programs: {},
  windows: {},
  stack: [],
  folders: {},
  addresses: [],
  devices: {},
  messages: [],
  lamps: [],
}

/**
 * The bench from its stored parts. One thing that cannot be read is no reason to lose the rest: it is left out, and so
 * is what does not fit together then.
 */
export function readBenchParts(parts: readonly { part: string; body: unknown }[]): {
  state: BenchState
  odd: OddPart[]
} {
  const odd: OddPart[] = []
  const files: Record<string, BenchFile> = { '/': { kind: 'folder' } }
  const tables: Record<string, unknown> = { ...empty }
  for (const { part, body } of parts) {
    if (part.startsWith(FOLDER)) readFolder(part, body, files, odd)
    else if (part in shape && part !== 'files')
      tables[part] = readPart(part as keyof typeof shape, body, odd) ?? tables[part]
    else odd.push({ key: part, body, because: 'A bench has no such part.' })
  }
  const { state, faults } = mendBench(readBench({ ...(tables as typeof empty), files: withFolders(files, odd) }))
  return {
    state,
    odd: [...odd, ...faults.map(({ part, key, because }) => ({ key: `${part} ${key}`, body: null, because }))],
  }
}

/** A part as its schema says, without those of its things that are not. */
function readPart(part: keyof typeof shape, body: unknown, odd: OddPart[]): unknown {
  const whole = shape[part].safeParse(body)
  if (whole.success) return whole.data
  if (typeof body !== 'object' || body === null) {
    odd.push({ key: part, body, because: reasonOf(whole.error) })
    return undefined
  }
  const spoiled = new Map<string, string>()
  for (const { path, message } of whole.error.issues)
    if (path[0] !== undefined && !spoiled.has(String(path[0])))
      spoiled.set(String(path[0]), `${path.map(String).join('.')}: ${message}`)
  for (const [key, because] of spoiled)
    odd.push({ key: `${part} ${key}`, body: (body as Record<string, unknown>)[key] ?? null, because })
  const rest = Array.isArray(body)
    ? body.filter((_, i) => !spoiled.has(String(i)))
    : Object.fromEntries(Object.entries(body).filter(([key]) => !spoiled.has(key)))
  const again = shape[part].safeParse(rest)
  if (again.success) return again.data
  odd.push({ key: part, body, because: reasonOf(again.error) })
  return undefined
}

function readFolder(part: string, body: unknown, files: Record<string, BenchFile>, odd: OddPart[]): void {
  const folder = part.slice(FOLDER.length)
  const prefix = folder === '/' ? '' : folder
  if (typeof body !== 'object' || body === null) return void odd.push({ key: part, body, because: 'It is no folder.' })
  for (const [name, entry] of Object.entries(body)) {
    const file = fileSchema.safeParse(entry)
    const path = pathSchema.safeParse(`${prefix}/${name}`)
    if (file.success && path.success) files[path.data] = file.data
    else odd.push({ key: `${part} ${name}`, body: entry, because: reasonOf((file.error ?? path.error)!) })
  }
}

/** A file without its folder has one again: what stands in it is worth more than what it was called. */
function withFolders(files: Record<string, BenchFile>, odd: OddPart[]): Record<string, BenchFile> {
  const all = { ...files }
  for (const path of Object.keys(files)) {
    const names = path.split('/').slice(1, -1)
    let above = ''
    for (const name of names) {
      above += `/${name}`
      if (all[above]?.kind === 'folder') continue
      odd.push({
        key: `files ${above}`,
        body: all[above] ?? null,
        because: `It is not the folder that ${path} stands in.`,
      })
      all[above] = { kind: 'folder' }
    }
  }
  return all
}

function reasonOf({ issues }: z.ZodError): string {
  return issues
    .slice(0, 3)
    .map(({ path, message }) => `${path.map(String).join('.')}: ${message}`)
    .join('; ')
}

/** The bench after changes of the log; those that cannot be read or made are left out. */
export function withLogged(
  start: BenchState,
  logged: readonly { readonly seq: number; readonly change: unknown }[],
): { state: BenchState; odd: OddPart[] } {
  const odd: OddPart[] = []
  let state = start
  for (const { seq, change } of logged) {
    const read = changeSchema.safeParse(change)
    const made = read.success ? applyChange(state, read.data) : undefined
    if (made?.ok) state = made.value
    else {
      const because = made?.issues[0]?.message ?? reasonOf(read.error!)
      odd.push({ key: `log ${seq}`, body: change, because })
    }
  }
  return { state, odd }
}
