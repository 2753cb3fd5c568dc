import type { Program } from '../bench'
import { DEFAULT_KEYS, withRows } from '../levers'
import type { Frame, KeySettings, Lever } from '../levers'
import type { Clash } from './clash'
import { collectClashes } from './collectClashes'
import type { KeyChords } from './keyChords'
import type { Probe } from './probe'
import { put, remove, tablesFor } from './tables'

export interface ClashInput {
  readonly levers: readonly Lever[]
  /** With `on` as they stand now. */
  readonly frames: readonly Frame[]
  readonly programs: Readonly<Record<string, Program>>
  readonly keys?: KeySettings
}

/** The claims of all levers by key, kept true lever by lever. What it tells is the same as if it had been made anew. */
export interface ClashIndex {
  readonly all: () => Clash[]
  readonly of: (leverId: string) => Clash[]
  /** Takes a lever in, in place of the one of the same id. */
  readonly put: (lever: Lever) => void
  readonly remove: (leverId: string) => void
  /** What rules make of keys, by asking the engine. */
  readonly probe: Probe
  /** The chords, with who claims them. */
  readonly chords: KeyChords
}

export function createClashIndex({ levers, frames, programs, keys = DEFAULT_KEYS }: ClashInput): ClashIndex {
  const tables = tablesFor(frames, programs, keys)
  for (const lever of withRows(levers, frames)) put(tables, lever)
  return {
    all: () => {
      const clashes: Clash[] = []
      for (const claims of tables.byLever.values()) for (const claim of claims) collectClashes(claim, tables, clashes)
      return clashes
    },
    of: (leverId) => {
      const clashes: Clash[] = []
      for (const claim of tables.byLever.get(leverId) ?? []) collectClashes(claim, tables, clashes)
      return clashes
    },
    put: (lever) => put(tables, lever),
    remove: (leverId) => remove(tables, leverId),
    probe: tables.probe,
    chords: tables.chords,
  }
}
