import { assertNever } from '../result'
import type { Issue } from '../result'

/** What can end a run or a step of it, beside what the step itself says. */
export type RunFact =
  | { readonly code: 'change-refused'; readonly because: string }
  | { readonly code: 'step-threw'; readonly because: string }
  | { readonly code: 'not-stored'; readonly because: string }
  | { readonly code: 'budget-spent'; readonly steps: number }
  | { readonly code: 'stopped' }

/** The sentence of a fact. */
export function describeIssue(fact: RunFact): string {
  switch (fact.code) {
    case 'change-refused':
      return fact.because
    case 'step-threw':
      return `Something in Keen Lever itself went wrong here: ${fact.because}`
    case 'not-stored':
      return `What it did could not be stored, so it was not done: ${fact.because}`
    case 'budget-spent':
      return `It has done ${fact.steps.toLocaleString('en')} steps, the most that one pull may do, and was ended here.`
    case 'stopped':
      return 'Stopped here.'
    default:
      return assertNever(fact)
  }
}

export function runIssue(fact: RunFact): Issue {
  return { code: fact.code, message: describeIssue(fact) }
}
