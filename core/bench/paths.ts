import { isAddress, lastPart } from '../command'
import { nearestName } from '../names'
import { everyFile, kindAt, namesIn, noteFileRead } from './files'
import type { FileTree } from './files'
import type { BenchState } from './schema'

/** An absolute path that has nothing to be resolved in it, as most have. */
const plainPath = /^(?:\/(?!\.{0,2}(?:\/|$))[^/]*)+$/

/**
 * A path as seen from a working directory: absolute, without `.` and `..`, without a slash at its end. Addresses stay
 * as they are.
 */
export function absolutePath(path: string, workingDirectory: string): string {
  if (plainPath.test(path) || isAddress(path)) return path
  const parts: string[] = []
  for (const part of (path.startsWith('/') ? path : `${workingDirectory}/${path}`).split('/')) {
    if (part === '..') parts.pop()
    else if (part !== '' && part !== '.') parts.push(part)
  }
  return `/${parts.join('/')}`
}

export function folderOf(path: string): string {
  return path.slice(0, path.lastIndexOf('/')) || '/'
}

/** The path of a name in a folder. */
export function pathIn(folder: string, name: string): string {
  return folder === '/' ? `/${name}` : `${folder}/${name}`
}

/** The path itself, or the first of `name 2.ending`, `name 3.ending` … that is not taken. */
export function freeName(path: string, isTaken: (path: string) => boolean): string {
  if (!isTaken(path)) return path
  const [, stem, ending] = /^(.*?[^/])(\.[^./]+)?$/s.exec(path)!
  for (let n = 2; ; n++) {
    const candidate = `${stem} ${n}${ending ?? ''}`
    if (!isTaken(candidate)) return candidate
  }
}

/** What stands right in a folder, by path. */
export function entriesOf(state: Pick<BenchState, 'files'>, folder: string): string[] {
  return namesIn(state.files, folder).map(([name]) => pathIn(folder, name))
}

/** Where each name stands, the first place of each; kept as long as the files are the same. */
const placesByName = new WeakMap<FileTree, Map<string, string>>()

function placeOf(files: FileTree, wanted: string): string | undefined {
  noteFileRead({ what: 'all' })
  let places = placesByName.get(files)
  if (!places) {
    places = new Map()
    for (const [path] of everyFile(files)) {
      const name = lastPart(path)
      if (!places.has(name)) places.set(name, path)
    }
    placesByName.set(files, places)
  }
  return places.get(wanted)
}

/**
 * The path on the bench that is most like one that is not there: with a name of it put right in its folder; else the
 * same name anywhere. With `kind`, only what is of that kind is meant.
 */
export function nearestPath(
  state: Pick<BenchState, 'files'>,
  path: string,
  kind?: 'file' | 'folder',
): string | undefined {
  const corrected = correctedPath(state.files, path, kind)
  if (corrected !== undefined) return corrected
  const name = lastPart(path)
  const elsewhere = name === '' ? undefined : placeOf(state.files, name)
  return elsewhere !== undefined && (kind === undefined || kindAt(state.files, elsewhere) === kind)
    ? elsewhere
    : undefined
}

/** Goes down the path, taking the nearest name where one is not there; every part of it must be found. */
function correctedPath(files: FileTree, path: string, kind: 'file' | 'folder' | undefined): string | undefined {
  const parts = path.split('/').filter((part) => part !== '')
  let found = ''
  for (const [i, part] of parts.entries()) {
    const folder = found === '' ? '/' : found
    const isLast = i === parts.length - 1
    const next = pathIn(folder, part)
    const fits = isLast ? kindAt(files, next) === kind || kind === undefined : kindAt(files, next) === 'folder'
    if (fits && kindAt(files, next)) {
      found = next
      continue
    }
    const wanted = isLast ? kind : 'folder'
    const names = namesIn(files, folder).flatMap(([name, node]) =>
      wanted === undefined || node.kind === wanted ? [name] : [],
    )
    // A short name allows for fewer slips than the path that it ends.
    const near = nearestName(part, names)
    const inside = (name: string) => pathIn(folder, name)
    const nearest = near === undefined ? nearestName(next, names.map(inside)) : inside(near)
    if (nearest === undefined) return undefined
    found = nearest
  }
  return found === '' ? undefined : found
}

/**
 * A path as a user would write it: with the named value whose path goes furthest in front, as in
 * `${charts}/north.atlas`.
 */
export function writePath(path: string, values: Readonly<Record<string, string>>): string {
  let best: string | undefined
  for (const [name, value] of Object.entries(values)) {
    const fits = value.startsWith('/') && value !== '/' && (path === value || path.startsWith(`${value}/`))
    if (fits && (best === undefined || value.length > values[best]!.length)) best = name
  }
  return best === undefined ? path : `\${${best}}${path.slice(values[best]!.length)}`
}
