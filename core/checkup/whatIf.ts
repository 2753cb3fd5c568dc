import type { BenchState, Change } from '../bench'
import { own } from '../result'
import type { Finding } from './finding'

/** What comes and what goes. */
export interface Difference {
  readonly found: Finding[]
  readonly gone: Finding[]
}

/** Something that may come to be: changes of the bench, and what is otherwise with frames and keys. */
export interface WhatIf {
  readonly changes?: readonly Change[]
  /** Frames that are switched off. */
  readonly framesOff?: readonly string[]
  /** A program that takes a key for itself. */
  readonly keyTaken?: { readonly programId: string; readonly chord: string; readonly does: string }
}

/** The bench as it were if a program took a key. */
export function withKeyTaken(
  bench: BenchState,
  { programId, chord, does }: NonNullable<WhatIf['keyTaken']>,
): BenchState {
  const taking = own(bench.programs, programId)
  if (!taking) return bench
  const claims = [...taking.claims, { chord, does }]
  return { ...bench, programs: { ...bench.programs, [taking.id]: { ...taking, claims } } }
}

/** Those findings that are not among the others, by their ids. */
export function without(all: readonly Finding[], others: readonly Finding[]): Finding[] {
  const ids = new Set(others.map(({ id }) => id))
  return all.filter(({ id }) => !ids.has(id))
}
