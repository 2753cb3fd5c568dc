import type { z } from 'zod'
import type { Result } from '../../result'
import type { BenchState } from '../schema'

/** A change of any kind, as far as whoever passes it on needs to know. */
export interface AnyChange {
  readonly kind: string
}

/**
 * What a change leaves behind, looking only at what it touched: a window's content for one it opened or filled, its
 * place in front and mode for one it moved, a control's value. `same` is for comparing, `words` for people.
 */
export interface Footprint {
  same: string
  words: string
}

export type ChangeWith<K extends string, F extends z.ZodRawShape> = { kind: K } & z.output<z.ZodObject<F>>

/** All there is to say of one kind of change. */
export interface ChangeDefinition<K extends string = string, F extends z.ZodRawShape = z.ZodRawShape> {
  readonly kind: K
  readonly fields: F
  /** The state after it, or why it cannot be made; the same object where nothing changes. */
  apply(state: BenchState, change: ChangeWith<K, F>): Result<BenchState>
  /** What takes it back, read from the state before, to which it must have been applicable. */
  invert(before: BenchState, change: ChangeWith<K, F>): AnyChange
  /** A full sentence; with the state before it, things are named as people know them. */
  describe(change: ChangeWith<K, F>, before?: BenchState): string
  /** What it touches, as it is in `state`; undefined when it is not there. */
  footprint(state: BenchState, change: ChangeWith<K, F>): Footprint | undefined
}

export function defineChange<const K extends string, F extends z.ZodRawShape>(
  definition: ChangeDefinition<K, F>,
): ChangeDefinition<K, F> {
  return definition
}

/** For an inverse of something that was not there: misuse, since the change could not be made. */
export function wasThere<T>(thing: T | undefined, name: string): T {
  if (thing === undefined) throw new RangeError(`no ${name} in the state before`)
  return thing
}
