import { assertNever } from '../result'
import type { Issue } from '../result'

/** Why a part of an arrangement cannot be reached, as facts. */
export type ArrangementFact =
  /** Only one window of the program can be, and another one is wanted before. */
  | { readonly code: 'single-twice'; readonly program: string }
  /** It cannot be started so that it shows what it shall; `shows` is what it would show. */
  | { readonly code: 'cannot-show'; readonly program: string; readonly shows: string }
  | { readonly code: 'front-twice' }
  /** What is to be in front is not to be seen. */
  | { readonly code: 'front-unseen'; readonly because: 'minimized' | 'hidden' | 'other-desktop' }
  | { readonly code: 'said-twice'; readonly what: string }
  | { readonly code: 'unsaved-kept'; readonly window: string }

export function arrangementIssue(fact: ArrangementFact, at?: string): Issue {
  return { code: fact.code, message: messageOf(fact), ...(at === undefined ? {} : { at }) }
}

function messageOf(fact: ArrangementFact): string {
  switch (fact.code) {
    case 'single-twice':
      return `${fact.program} has one window only, and another one is wanted already.`
    case 'cannot-show':
      return `${fact.program} cannot be started so that it shows this: it would show ${fact.shows}.`
    case 'front-twice':
      return 'Another window is to be in front already.'
    case 'front-unseen':
      return fact.because === 'other-desktop'
        ? 'It is to be in front, but stands on a desktop that is not shown then.'
        : `It is to be in front and ${fact.because} at once.`
    case 'said-twice':
      return `${fact.what} is to be something else already.`
    case 'unsaved-kept':
      return `${fact.window} has unsaved work, which is to be left open.`
    default:
      return assertNever(fact)
  }
}
