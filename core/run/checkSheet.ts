import type { BenchState } from '../bench'
import { namedIn, placeIssues, placesIn } from '../steps'
import type { AnyStep, KnownNames, Step } from '../steps'
import type { Issue } from '../result'
import { runIssue } from './issues'
import type { RunSheet } from './schema'

/** So deep may levers pull each other. */
export const DEEPEST_PULLS = 16

/** What stands in the way of a sheet before anything of it is done. */
export interface SheetFault {
  readonly path: string
  readonly step: Step | AnyStep
  readonly issue: Issue
}

/**
 * The first thing that is known to be wrong before anything runs: a name that nothing has, a lever that is gone, levers
 * that pull each other in a circle or too deep. What is wrong in a lever that would be pulled counts at the step that
 * pulls it.
 */
export function checkSheet(
  sheet: RunSheet,
  root: { readonly id: string; readonly plate: number },
  bench: Pick<BenchState, 'folders'>,
): SheetFault | undefined {
  const checked = new Map<string, Issue | undefined>()
  const inLever = (id: string, way: readonly string[]): Issue | undefined => {
    const lever = id === root.id ? undefined : sheet.levers?.[id]
    const plates = [...way, id].map((one) => (one === root.id ? root.plate : (sheet.levers?.[one]?.plate ?? '?')))
    if (way.includes(id)) return runIssue({ code: 'pull-circle', plates: plates.slice(way.indexOf(id)) })
    if (way.length > DEEPEST_PULLS) return runIssue({ code: 'pull-depth', most: DEEPEST_PULLS })
    if (!lever) return runIssue({ code: 'pull-missing', leverId: id })
    if (checked.has(id)) return checked.get(id)
    const known: KnownNames = new Map((lever.inputs ?? []).map(({ name }) => [name, 'any'] as const))
    const fault = inSteps(lever.steps, known, lever.values, [...way, id])
    const issue = fault && {
      ...fault.issue,
      message: fault.issue.code.startsWith('pull-')
        ? fault.issue.message
        : `In ${lever.plate} ${lever.name}: ${fault.issue.message}`,
    }
    checked.set(id, issue)
    return issue
  }
  const inSteps = (
    steps: readonly (Step | AnyStep)[],
    known: KnownNames,
    table: RunSheet['values'],
    way: readonly string[],
  ): SheetFault | undefined => {
    for (const place of placesIn(steps, known)) {
      const [issue] = placeIssues(place, bench, table)
      if (issue) return { path: place.path, step: place.step, issue }
      for (const id of ownPulls(place.step)) {
        const below = inLever(id, way)
        if (below) return { path: place.path, step: place.step, issue: below }
      }
    }
    return undefined
  }
  const inputs: KnownNames = new Map(Object.keys(sheet.inputs ?? {}).map((name) => [name, 'any'] as const))
  return inSteps(sheet.steps, inputs, sheet.values, [root.id])
}

/** The levers that a step itself pulls or has pulled; not what stands in it. */
function ownPulls(step: Step | AnyStep): string[] {
  const pulls = 'leverId' in step && typeof step.leverId === 'string' && step.leverId !== ''
  if (!pulls && !('mayPull' in step)) return []
  const { alternative: _second, ...plain } = step
  return namedIn([plain as Step], 'lever')
}
