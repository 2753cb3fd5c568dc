import type { LeverInput } from '~~/core/levers'
import type { Step } from '~~/core/steps'

/** The lever whose sheet it is, as it is being written. */
export interface SheetSubject {
  readonly id?: string
  readonly name: string
  readonly plate: number
  readonly frameId: string
  readonly steps: Step[]
  readonly inputs?: readonly LeverInput[] | null
}
