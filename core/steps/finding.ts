import type { Step } from './schema'

/** Something that will not go as meant when a step is pulled, said before. */
export interface StepFinding {
  /** The dotted path of the part of the step it is about. */
  readonly at: string
  readonly code: string
  /** `fault`: it will not work, or not as written; `note`: worth knowing. */
  readonly severity: 'fault' | 'note'
  /** A full sentence. */
  readonly message: string
  /** The step as it would be right, where that can be told. */
  readonly mend?: { readonly label: string; readonly step: Step }
}
