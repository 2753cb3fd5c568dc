import type { StepContext } from '../steps'
import type { At } from './entries'
import { scopeOf, tableOf } from './scope'

/** What a step may know: the names of the lever, and those that blocks and steps before it have given. */
export function contextOf({ context, sheet, head, log }: At): StepContext {
  const scope = scopeOf(head.stack, sheet, log)
  return { ...context, values: tableOf(head.stack, sheet, scope), scope }
}

/** The same for the step at hand: an answer or what was fetched is for the step that asked, and for no other. */
export function contextOfStep({ sheet, head, log }: At, context: StepContext): StepContext {
  const scope = scopeOf(head.stack, sheet, log)
  const { phase, stack, progress, hurried } = head
  return {
    ...context,
    values: tableOf(stack, sheet, scope),
    scope,
    answer: phase === 'asking' ? context.answer : undefined,
    fetched: phase === 'fetching' ? context.fetched : undefined,
    progress,
    hurried,
  }
}
