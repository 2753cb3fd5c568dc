import { noteFileRead } from './reads'
import { EMPTY_SHELF, shelfAlter, shelfDifferences, shelfEntries, shelfGet, shelfOf } from './shelf'
import type { Shelf } from './shelf'

/** One entry of the file system as it is said of a path. */
export type BenchFile =
  | {
      readonly kind: 'file'
      readonly sizeBytes: number
      readonly changedAtMs?: number
      /** What small ones hold. */
      readonly text?: string
      readonly binnedFrom?: string
    }
  /** `label` is what people call what is in it, where the name is only an identifier. */
  | { readonly kind: 'folder'; readonly label?: string; readonly binnedFrom?: string }

/** A folder with what stands in it. The root has no name. */
export interface Folder {
  readonly kind: 'folder'
  readonly label?: string
  readonly binnedFrom?: string
  readonly entries: Shelf<FileNode>
}
export type FileNode = Folder | Extract<BenchFile, { kind: 'file' }>

/** Every file of the bench, as the folder `/`. Folders share all that did not change. */
export type FileTree = Folder

/** The same by path, as it is written down: `/`, and every folder and file below it. */
export type FileTable = Readonly<Record<string, BenchFile>>

export const EMPTY_TREE: FileTree = { kind: 'folder', entries: EMPTY_SHELF }

const partsOf = (path: string) => path.split('/').filter((part) => part !== '')

/** What stands at an absolute path. */
export function nodeAt(tree: FileTree, path: string): FileNode | undefined {
  noteFileRead({ what: 'entry', path })
  return walkTo(tree, path)
}

function walkTo(tree: FileTree, path: string): FileNode | undefined {
  const end = path.lastIndexOf('/')
  // Most paths are written as they should be, and lie in a folder that was looked into just before.
  const name = path.slice(end + 1)
  if (end < 0 || name === '') return walkAll(tree, path)
  const folder = folderAt(tree, path.slice(0, end))
  return folder?.kind === 'folder' ? shelfGet(folder.entries, name) : undefined
}

function walkAll(tree: FileTree, path: string): FileNode | undefined {
  let node: FileNode | undefined = tree
  for (const part of partsOf(path)) {
    if (node?.kind !== 'folder') return undefined
    node = shelfGet(node.entries, part)
  }
  return node
}

/** The folders of a tree that paths were walked through lately. A tree is never altered. */
const walked = new WeakMap<FileTree, { path: string; node: FileNode | undefined }[]>()
const MOST_WALKED = 4

function folderAt(tree: FileTree, path: string): FileNode | undefined {
  let lately = walked.get(tree)
  const known = lately?.find((entry) => entry.path === path)
  if (known) return known.node
  if (!lately) walked.set(tree, (lately = []))
  const node = walkAll(tree, path)
  if (lately.length === MOST_WALKED) lately.shift()
  lately.push({ path, node })
  return node
}

/** Whether a file, a folder or nothing stands at an absolute path. */
export function kindAt(tree: FileTree, path: string): BenchFile['kind'] | undefined {
  noteFileRead({ what: 'kind', path })
  return walkTo(tree, path)?.kind
}

/** What is said of a path, without what stands in it. */
export function fileAt(tree: FileTree, path: string): BenchFile | undefined {
  const node = nodeAt(tree, path)
  return node && saidOf(node)
}

/** What is said of an entry, without what stands in it. */
export function saidOf(node: FileNode): BenchFile {
  if (node.kind === 'file') return node
  const { entries: _entries, ...said } = node
  return said
}

/** How many entries stand right in a folder; 0 for a file and for what is not there. */
export function countIn(tree: FileTree, path: string): number {
  const node = nodeAt(tree, path)
  return node?.kind === 'folder' ? node.entries.size : 0
}

/** The names of what stands right in a folder, with what it is. */
export function namesIn(tree: FileTree, path: string): [string, FileNode][] {
  const node = nodeAt(tree, path)
  return node?.kind === 'folder' ? [...shelfEntries(node.entries)] : []
}

/** Puts an entry in place of what stands at a path; a folder keeps what is in it. The folder above must be there. */
export function withFile(tree: FileTree, path: string, file: BenchFile): FileTree {
  const before = nodeAt(tree, path)
  const node: FileNode =
    file.kind === 'file' ? file : { ...file, entries: before?.kind === 'folder' ? before.entries : EMPTY_SHELF }
  return alter(tree, partsOf(path), 0, () => node) as FileTree
}

/** Without what stands at a path, and all below it. */
export function withoutFile(tree: FileTree, path: string): FileTree {
  return alter(tree, partsOf(path), 0, () => undefined) as FileTree
}

/** What stands at `from`, and all below it, at `to` instead, said to be from a place where it was thrown away. */
export function withMoved(tree: FileTree, from: string, to: string, binnedFrom: string | undefined): FileTree {
  const { binnedFrom: _before, ...node } = nodeAt(tree, from)!
  const moved = { ...node, ...(binnedFrom === undefined ? {} : { binnedFrom }) } as FileNode
  return alter(withoutFile(tree, from), partsOf(to), 0, () => moved) as FileTree
}

function alter(
  node: FileNode | undefined,
  parts: readonly string[],
  at: number,
  to: (node: FileNode | undefined) => FileNode | undefined,
): FileNode | undefined {
  const part = parts[at]
  if (part === undefined) return to(node)
  if (node?.kind !== 'folder') throw new RangeError(`no folder above ${part}`)
  return { ...node, entries: shelfAlter(node.entries, part, (inside) => alter(inside, parts, at + 1, to)) }
}

/** Every path below a folder, the folder itself first, with what is said of it. */
export function* everyFile(tree: FileTree): Generator<[string, BenchFile]> {
  noteFileRead({ what: 'all' })
  yield ['/', saidOf(tree)]
  yield* below(tree, '')
}

function* below(folder: Folder, prefix: string): Generator<[string, BenchFile]> {
  for (const [name, node] of shelfEntries(folder.entries)) {
    const path = `${prefix}/${name}`
    yield [path, saidOf(node)]
    if (node.kind === 'folder') yield* below(node, path)
  }
}

/** The paths of folders whose own entries differ between two trees; what the trees share is not looked at. */
export function* foldersThatDiffer(one: FileTree, other: FileTree, path = '/'): Generator<string> {
  if (one === other) return
  yield path
  for (const name of shelfDifferences(one.entries, other.entries)) {
    const [before, after] = [shelfGet(one.entries, name), shelfGet(other.entries, name)]
    const inside = path === '/' ? `/${name}` : `${path}/${name}`
    if (after?.kind === 'folder')
      yield* foldersThatDiffer(before?.kind === 'folder' ? before : EMPTY_TREE, after, inside)
    else if (before?.kind === 'folder') yield* foldersThatDiffer(before, EMPTY_TREE, inside)
  }
}

/**
 * The paths whose entry was put, taken away or said anew between two trees; of a folder that is there in both, only
 * what is said of it counts. What the trees share is not looked at.
 */
export function* pathsThatDiffer(one: FileTree, other: FileTree, prefix = ''): Generator<string> {
  for (const name of shelfDifferences(one.entries, other.entries)) {
    const [before, after] = [shelfGet(one.entries, name), shelfGet(other.entries, name)]
    const path = `${prefix}/${name}`
    const areFolders = before?.kind === 'folder' && after?.kind === 'folder'
    if (!areFolders || before.label !== after.label || before.binnedFrom !== after.binnedFrom) yield path
    if (before?.kind !== 'folder' && after?.kind !== 'folder') continue
    yield* pathsThatDiffer(
      before?.kind === 'folder' ? before : EMPTY_TREE,
      after?.kind === 'folder' ? after : EMPTY_TREE,
      path,
    )
  }
}

/**
 * A tree from what is said of each path, whatever the order. Throws where the folder that something stands in is not
 * among them. Each folder is put together once, from what stands right in it.
 */
export function fileTree(table: FileTable): FileTree {
  const inFolder = new Map<string, [name: string, path: string][]>()
  const paths = Object.keys(table).filter((path) => path !== '/')
  for (const path of paths) {
    const end = path.lastIndexOf('/')
    const above = path.slice(0, end)
    const standing = inFolder.get(above)
    if (standing) standing.push([path.slice(end + 1), path])
    else inFolder.set(above, [[path.slice(end + 1), path]])
  }
  let placed = 0
  const folderWith = (said: Omit<Folder, 'entries'>, path: string): Folder => {
    const standing = inFolder.get(path) ?? []
    placed += standing.length
    return {
      ...said,
      entries: shelfOf(
        standing.map(([name, inside]): [string, FileNode] => {
          const file = table[inside]!
          return [name, file.kind === 'file' ? file : folderWith(file, inside)]
        }),
      ),
    }
  }
  const root = table['/']
  const label = root?.kind === 'folder' ? root.label : undefined
  const tree = folderWith({ kind: 'folder', ...(label === undefined ? {} : { label }) }, '')
  if (placed < paths.length) throw new RangeError('a path stands in no folder')
  return tree
}

/** What is said of each path. */
export function fileTable(tree: FileTree): FileTable {
  return Object.fromEntries(everyFile(tree))
}
