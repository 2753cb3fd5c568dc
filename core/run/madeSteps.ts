import type { BenchState } from '../bench'
import { nearestName } from '../names'
import { mapMarked, markedFields } from '../fields'
import type { Reference } from '../fields'
import { fail, succeed } from '../result'
import type { Result } from '../result'
import { DEEPEST_BLOCKS, depthOf, everyStep, namesKept, placeIssues, placesIn, STEP_KINDS, stepSchema } from '../steps'
import type { AnyStep, KnownNames, Step, StepContext, StepEffect } from '../steps'
import type { Value } from '../values'
import { runIssue } from './issues'
import type { RunSheet } from './schema'

/** Steps as a script writes them, made into steps that a run can do. */

type Does = Extract<StepEffect, { kind: 'does' }>

/**
 * Reads the steps that a script wants done: each needs a kind, and only those of its fields that are not as in a fresh
 * step; programs, devices and levers may be named by their names. `of` is the step of the script. Issue:
 * `made-unreadable`.
 */
export function madeSteps(
  { steps, mayPull }: Does,
  of: Step | AnyStep,
  sheet: Pick<RunSheet, 'levers'>,
  bench: BenchState,
  context: StepContext,
): Result<Step[]> {
  const made: Step[] = []
  for (const [i, written] of steps.entries()) {
    const refuse = (because: string) => fail(runIssue({ code: 'made-unreadable', number: i + 1, because }))
    const kind = kindOf(written)
    if (kind === undefined) return refuse('it is no record with a kind, such as { kind: "message.show", text: "…" }.')
    if (!KINDS.has(kind)) {
      const nearest = nearestName(kind, [...KINDS.keys()])
      return refuse(`“${kind}” is no kind of step.${nearest === undefined ? '' : ` Did you mean “${nearest}”?`}`)
    }
    const read = stepSchema.safeParse(withIds(completed(written, context), sheet, bench))
    if (!read.success) {
      const [first] = read.error.issues
      return refuse(`${first!.path.join('.')}${first!.path.length > 0 ? ': ' : ''}${first!.message}`)
    }
    const step = read.data
    if (depthOf([step]) > DEEPEST_BLOCKS) return refuse(`blocks stand more than ${DEEPEST_BLOCKS} deep in each other.`)
    for (const { step: inner } of everyStep([step])) {
      if (inner.kind === 'script.run') return refuse('a script cannot have another script run.')
      for (const { mark, text } of markedFields(stepSchema, inner))
        if (mark.refers === 'lever' && !mayPull.includes(text))
          return refuse(
            `it pulls the lever “${text}”, which is not among those that this script may pull. Add it to them.`,
          )
    }
    made.push(step)
  }
  const inScope = Object.keys(context.scope ?? {}).map((name) => [name, 'any'] as const)
  const known: KnownNames = new Map([...inScope, ...namesKept(of)])
  for (const place of placesIn(made, known, '', true)) {
    const [issue] = placeIssues(place, bench, context.values)
    const number = Number(place.path.split('.', 1)[0]) + 1
    if (issue) return fail(runIssue({ code: 'made-unreadable', number, because: issue.message }))
  }
  return succeed(made)
}

const KINDS: ReadonlyMap<string, (typeof STEP_KINDS)[number]> = new Map(STEP_KINDS.map((kind) => [kind.kind, kind]))

function kindOf(written: Value): string | undefined {
  if (typeof written !== 'object' || written === null || Array.isArray(written)) return undefined
  const { kind } = written
  return typeof kind === 'string' ? kind : undefined
}

/** With an id, and what a fresh step of its kind has, in each step of it and in those of its blocks. */
function completed(written: Value, context: StepContext): Value {
  if (Array.isArray(written)) return written.map((part) => completed(part, context))
  if (typeof written !== 'object' || written === null) return written
  const parts = Object.fromEntries(Object.entries(written).map(([name, part]) => [name, completed(part, context)]))
  const kind = KINDS.get(kindOf(written) ?? '')
  if (!kind) return parts
  const id = context.nextId()
  return { ...(kind.fresh(id) as unknown as Record<string, Value>), ...parts, id }
}

/** With ids in place of the names of programs, devices and levers. */
function withIds(written: Value, { levers = {} }: Pick<RunSheet, 'levers'>, bench: BenchState): Value {
  const byReference: Partial<Record<Reference, Readonly<Record<string, { readonly name: string }>>>> = {
    program: bench.programs,
    device: bench.devices,
    lever: levers,
  }
  return mapMarked(stepSchema, written, ({ mark, text }) => {
    const all = mark.refers && byReference[mark.refers]
    if (!all || text === '' || Object.hasOwn(all, text)) return text
    const wanted = text.toLocaleLowerCase('en')
    return Object.entries(all).find(([, { name }]) => name.toLocaleLowerCase('en') === wanted)?.[0] ?? text
  })
}
