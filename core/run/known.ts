import type { StepContext } from '../steps'
import type { At } from './entries'
import type { RunHead } from './schema'
import { scopeOf, tableOf } from './scope'

/** What a step may know: the names of the lever, and those that blocks and steps before it have given. */
export function contextOf({ context, sheet, head, log }: At): StepContext {
  const scope = scopeOf(head.stack, sheet, log)
  return { ...context, values: tableOf(head.stack, sheet, scope), scope }
}

/** An answer or what was fetched is for the step that asked, and for no other. */
export function underWay(head: RunHead, { answer, fetched }: StepContext): Partial<StepContext> {
  return {
    answer: head.phase === 'asking' ? answer : undefined,
    fetched: head.phase === 'fetching' ? fetched : undefined,
    progress: head.progress,
    hurried: head.hurried,
  }
}
