import { z } from 'zod'
import { everyFile, fileAt, globToRegExp, pathsThatDiffer } from '../bench'
import type { BenchFile, FileTree } from '../bench'
import { expandVariables } from '../command'
import { FILE_KINDS, fileKindOf } from './fileKinds'

/** Which files and folders are looked up for the launcher. */
export const scanSchema = z.object({
  /** Each with how many folders deep; a path or a known folder, such as `${documents}`. */
  folders: z
    .array(
      z.object({
        path: z.string().trim().min(1, 'Give a folder.').max(4096),
        depth: z.number().int().min(1, 'At least the folder itself.').max(100, 'At most 100 folders deep.').default(20),
      }),
    )
    .max(100, 'At most 100 folders.')
    .default([{ path: '/', depth: 20 }]),
  /** Names of files and folders that are left out, with `*` and `?`; what is in such a folder too. */
  leaveOut: z.array(z.string().trim().min(1).max(200)).max(100, 'At most 100 patterns.').default([]),
  /** Kinds of files that are left out. */
  withoutKinds: z.array(z.enum(FILE_KINDS)).max(FILE_KINDS.length).default([]),
})
export type Scan = z.infer<typeof scanSchema>

/** One folder of a scan as it stands on the bench. */
export interface ScanRoot {
  readonly path: string
  readonly depth: number
}

/** A scan with its folders and patterns as they read now. */
export interface ScanPlan {
  readonly roots: readonly ScanRoot[]
  /** Folders that are no paths, or name none that is known. */
  readonly unknown: readonly string[]
  /** Whether what stands at a path is taken in. */
  readonly covers: (path: string, kind: BenchFile['kind']) => boolean
}

/** What a scan takes in, with the known folders of the bench. */
export function planScan(scan: Scan, folders: Readonly<Record<string, string>>): ScanPlan {
  const roots: ScanRoot[] = []
  const unknown: string[] = []
  for (const { path, depth } of scan.folders) {
    const known = Object.hasOwn(folders, path) ? folders[path]! : undefined
    const expanded = known === undefined ? expandVariables(path, folders) : { ok: true as const, value: known }
    const full = expanded.ok ? expanded.value.replace(/(?<=.)\/+$/, '') : ''
    if (full.startsWith('/')) roots.push({ path: full, depth })
    else unknown.push(path)
  }
  const left = scan.leaveOut.map(globToRegExp)
  const isLeftOut = (name: string) => left.some((pattern) => pattern.test(name))
  const without = new Set(scan.withoutKinds)
  return {
    roots,
    unknown,
    covers(path, kind) {
      if (!roots.some((root) => isWithin(path, root))) return false
      if (left.length > 0 && path.split('/').some((part) => part !== '' && isLeftOut(part))) return false
      return kind === 'folder' || without.size === 0 || !without.has(fileKindOf(path))
    },
  }
}

/** Whether a path stands in a folder, so many folders deep at most; the folder itself does too. */
function isWithin(path: string, { path: root, depth }: ScanRoot): boolean {
  if (path === root) return path !== '/'
  const below = root === '/' ? '/' : `${root}/`
  if (!path.startsWith(below)) return false
  let slashes = 0
  for (let i = below.length; i < path.length; i++) if (path[i] === '/') slashes += 1
  return slashes < depth
}

/** Everything that a scan takes in, folder by folder, with what it is. */
export function* scanned(tree: FileTree, plan: ScanPlan): Generator<readonly [path: string, file: BenchFile]> {
  for (const [path, file] of everyFile(tree)) if (path !== '/' && plan.covers(path, file.kind)) yield [path, file]
}

/** What differs for a scan between two states of the files: what is there now, and what is no more. */
export interface ScanDelta {
  readonly now: readonly (readonly [path: string, file: BenchFile])[]
  readonly gone: readonly string[]
}

export function scanDelta(before: FileTree, after: FileTree, plan: ScanPlan): ScanDelta {
  const now: (readonly [string, BenchFile])[] = []
  const gone: string[] = []
  for (const path of pathsThatDiffer(before, after)) {
    const [was, is] = [fileAt(before, path), fileAt(after, path)]
    if (is && plan.covers(path, is.kind)) {
      // Whatever else of it differs, such as its size: it is found by the same words.
      if (was?.kind !== is.kind || labelOf(was) !== labelOf(is)) now.push([path, is])
    }
    if (was && was.kind !== is?.kind && plan.covers(path, was.kind)) gone.push(path)
  }
  return { now, gone }
}

function labelOf(file: BenchFile | undefined): string | undefined {
  return file?.kind === 'folder' ? file.label : undefined
}
