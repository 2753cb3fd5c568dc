import { lastPart } from '../command'
import type { Change } from './change'
import { kindAt } from './files'
import { freeName, pathIn } from './paths'
import type { BenchState } from './schema'

/** Why nothing can be thrown away: there is no bin, or it would go into itself. */
export type NotBinned = 'no-bin' | 'into-itself'

/** The change that throws something into the bin. `promised` are names of the bin that others will have; it grows. */
export function binChange(
  state: Pick<BenchState, 'files' | 'folders'>,
  path: string,
  promised: Set<string> = new Set(),
): Change | NotBinned {
  const { bin } = state.folders
  if (bin === undefined || kindAt(state.files, bin) !== 'folder') return 'no-bin'
  if (bin === path || bin.startsWith(`${path}/`)) return 'into-itself'
  const isTaken = (candidate: string) => promised.has(candidate) || kindAt(state.files, candidate) !== undefined
  const to = freeName(pathIn(bin, lastPart(path)), isTaken)
  promised.add(to)
  return { kind: 'file.move', from: path, to, binnedFrom: path }
}
