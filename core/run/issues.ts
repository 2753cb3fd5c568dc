import { assertNever } from '../result'
import type { Issue } from '../result'

/** What can end a run or a step of it, beside what the step itself says. */
export type RunFact =
  | { readonly code: 'change-refused'; readonly because: string }
  | { readonly code: 'step-threw'; readonly because: string }
  | { readonly code: 'not-stored'; readonly because: string }
  | { readonly code: 'budget-spent'; readonly steps: number }
  | { readonly code: 'stopped' }
  | { readonly code: 'pull-circle'; readonly plates: readonly (number | string)[] }
  | { readonly code: 'pull-depth'; readonly most: number }
  | { readonly code: 'pull-missing'; readonly leverId: string }
  | { readonly code: 'pull-disabled'; readonly lever: string }
  | { readonly code: 'pull-interlocked'; readonly because: string }
  | { readonly code: 'outside-loop' }
  | { readonly code: 'made-unreadable'; readonly number: number; readonly because: string }

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
    case 'pull-circle':
      return `${fact.plates.join(' pulls ')}: these levers pull each other in a circle.`
    case 'pull-depth':
      return `Levers pull each other more than ${fact.most} deep here; that is more than may be.`
    case 'pull-missing':
      return `There is no lever “${fact.leverId}”; it may have been deleted.`
    case 'pull-disabled':
      return `${fact.lever} is disabled. Enable it, then pull it.`
    case 'pull-interlocked':
      return fact.because
    case 'outside-loop':
      return 'There is no loop around this to leave.'
    case 'made-unreadable':
      return `Step ${fact.number} of those the script wants done: ${fact.because}`
    default:
      return assertNever(fact)
  }
}

export function runIssue(fact: RunFact): Issue {
  return { code: fact.code, message: describeIssue(fact) }
}
