import { isAddress, lastPart } from '../command'
import { nearestName } from '../names'
import type { BenchState } from './schema'

/** An absolute path that has nothing to be resolved in it, as most have. */
const plainPath = /^(?:\/(?!\.{0,2}(?:\/|$))[^/]*)+$/

/** A path as seen from a working directory: absolute, without `.` and `..`, without a slash at its end. Addresses stay as they are. */
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

/** What stands right in a folder, by path. */
export function entriesOf(state: Pick<BenchState, 'files'>, folder: string): string[] {
  return Object.keys(state.files).filter((path) => path !== '/' && folderOf(path) === folder)
}

/** The path on the bench that is most like one that is not there: by its name in the same folder first, then by its name anywhere. */
export function nearestPath(state: Pick<BenchState, 'files'>, path: string): string | undefined {
  const name = lastPart(path)
  const beside = entriesOf(state, folderOf(path))
  const near = nearestName(name, beside.map(lastPart))
  if (near !== undefined) return beside.find((entry) => entry.endsWith(`/${near}`))
  const elsewhere = Object.keys(state.files).find((entry) => name !== '' && entry.endsWith(`/${name}`))
  return elsewhere ?? nearestName(path, Object.keys(state.files))
}

/** A path as a user would write it: with the named value whose path goes furthest in front, as in `${charts}/north.atlas`. */
export function writePath(path: string, values: Readonly<Record<string, string>>): string {
  let best: string | undefined
  for (const [name, value] of Object.entries(values)) {
    const fits = value.startsWith('/') && value !== '/' && (path === value || path.startsWith(`${value}/`))
    if (fits && (best === undefined || value.length > values[best]!.length)) best = name
  }
  return best === undefined ? path : `\${${best}}${path.slice(values[best]!.length)}`
}
