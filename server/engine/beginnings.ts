import type { ValueTable } from '../../core/command'
import type { Lever } from '../../core/levers'
import type { Issue } from '../../core/result'
import { beginPart } from '../../core/run'
import type { Part, Pullable, Run, StartContext } from '../../core/run'
import type { Scope } from '../../core/values'
import { newId } from './newId'
import { stepContext } from './stepContext'
import type { World } from './plan'

/** How a run begins, beside what its lever says. */
export interface PullOptions {
  readonly values?: ValueTable
  readonly inputs?: Scope
  /** The roads of turntables that are taken already. */
  readonly roads?: readonly string[]
  /** Asked before the first step. */
  readonly question?: string
  /** Why nothing of it could be done. */
  readonly over?: Issue
  /** It begins when this run has ended. */
  readonly after?: string
  /** Runs that are stopped first. */
  readonly stops?: readonly string[]
  readonly trial?: Trial
}

/** How much of a lever is tried, and where it pauses. */
export interface Trial {
  readonly part?: Part
  readonly isSlow?: boolean
  readonly pauses?: readonly string[]
}

/** What a run takes with it when it begins: values, and the levers that it may pull. */
export function startContext({ book, bench, nowMs }: World, values: ValueTable | undefined): StartContext {
  return {
    nowMs,
    nextId: newId,
    values,
    leverOf: (id) => {
      const lever = book.levers.get(id)
      return lever && { lever: callable(lever), values: book.tableFor(lever.frameId, bench) }
    },
  }
}

/** A lever as others pull it: without what means that it has none. */
function callable({ inputs, interlock, ...lever }: Lever): Pullable {
  return { ...lever, ...(inputs ? { inputs } : {}), ...(interlock ? { interlock } : {}) }
}

/** A run that begins where it is tried. Throws a `RangeError` for rows that are not there. */
export function triedRun(begun: Run, { part, isSlow, pauses }: Trial, world: World): Run {
  const run = part ? beginPart(begun, part, world.bench, stepContext(world)) : begun
  return { ...run, ...(isSlow ? { isSlow } : {}), ...(pauses && pauses.length > 0 ? { pauses: [...pauses] } : {}) }
}
