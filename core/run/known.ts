import type { StepContext } from '../steps'
import type { At } from './entries'
import { scopeOf, tableOf } from './scope'

/** What a step may know: the names of the lever, and those that blocks and steps before it have given. */
export function contextOf({ context, sheet, head, log }: At): StepContext {
  const scope = scopeOf(head.stack, sheet, log)
  return knowing(context, { values: tableOf(head.stack, sheet, scope), scope })
}

/** The same for the step at hand: an answer or what was fetched is for the step that asked, and for no other. */
export function contextOfStep({ sheet, head, log }: At, context: StepContext): StepContext {
  const scope = scopeOf(head.stack, sheet, log)
  const { phase, stack, progress, hurried } = head
  return knowing(context, {
    values: tableOf(stack, sheet, scope),
    scope,
    answer: phase === 'asking' ? context.answer : undefined,
    fetched: phase === 'fetching' ? context.fetched : undefined,
    progress,
    hurried,
  })
}

/** A context with some of it replaced, field by field: it is made for each step, and spreading it took a third of a run. */
function knowing(context: StepContext, known: Partial<StepContext>): StepContext {
  return {
    nowMs: context.nowMs,
    nextId: context.nextId,
    values: known.values,
    scope: known.scope,
    sum: context.sum,
    leversOf: context.leversOf,
    minuteOfDay: context.minuteOfDay,
    framesOn: context.framesOn,
    answer: 'answer' in known ? known.answer : context.answer,
    progress: 'progress' in known ? known.progress : context.progress,
    hurried: 'hurried' in known ? known.hurried : context.hurried,
    fetched: 'fetched' in known ? known.fetched : context.fetched,
    isRehearsal: context.isRehearsal,
  } satisfies Record<keyof StepContext, unknown>
}
