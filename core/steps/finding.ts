import type { Issue } from '../result'
import { stepIssue } from './issues'
import type { StepFact } from './issues'

/** Something that will not go as meant when a step is pulled, said before. */
export interface StepFinding<S = { id: string; kind: string }> {
  /** The dotted path of the part of the step it is about. */
  readonly at: string
  readonly code: string
  /** `fault`: it will not work, or not as written; `note`: worth knowing. */
  readonly severity: 'fault' | 'note'
  /** A full sentence. */
  readonly message: string
  /** The step as it would be right, where that can be told. */
  readonly mend?: { readonly label: string; readonly step: S }
}

type Mend = StepFinding['mend']

export function fault(at: string, { code, message }: Issue, mend?: Mend): StepFinding {
  return { at, code, severity: 'fault', message, ...(mend ? { mend } : {}) }
}

export function note(at: string, fact: StepFact, mend?: Mend): StepFinding {
  return { ...fault(at, stepIssue(fact), mend), severity: 'note' }
}
