import type { PlainStep, StepFinding } from '~~/core/steps'

/** What every form of a step is given. */
export interface StepFormProps {
  readonly name: string
  readonly index: number
  readonly findings: readonly StepFinding[]
  /** What is wrong with a part of the step, by its dotted path. */
  readonly issueOf: (path: string) => string | undefined
  /** Every name a text can use, with what it stands for. */
  readonly values: Readonly<Record<string, string>>
}

/** A mend is the whole step, put right. */
export function mended<S extends PlainStep>(finding: { readonly mend?: { readonly step: PlainStep } }): S | undefined {
  return finding.mend?.step as S | undefined
}
