import type { Lever, Scope } from '../core/levers'

/** A lever of the demo, as far as it is not like all others. */
export interface Plan {
  frameId: string
  name: string
  chords?: string[]
  more?: Record<string, unknown>[]
  scope?: Scope
  aliases?: string[]
  enabled?: boolean
  interlock?: Lever['interlock']
  inputs?: Lever['inputs']
  pulledAgain?: Lever['pulledAgain']
  doors?: Record<string, unknown>[]
  steps: Record<string, unknown>[]
}
