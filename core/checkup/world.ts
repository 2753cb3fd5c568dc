import type { BenchState } from '../bench'
import type { ValueTable } from '../command'
import type { Frame, Lever } from '../levers'

/** What a lever is judged by: all that it can refer to. */
export interface World {
  readonly bench: BenchState
  readonly lever: (id: string) => Lever | undefined
  readonly frame: (id: string) => Frame | undefined
  /** The named values that levers of a frame can use. */
  readonly tableOf: (frameId: string) => ValueTable
  /** Whether another lever pulls this one, a tile of the rack does, or a road leads to it. */
  readonly isPulled: (id: string) => boolean
}
