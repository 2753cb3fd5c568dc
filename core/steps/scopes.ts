import type { BenchState } from '../bench'
import { expandNames } from '../command'
import type { ValueTable } from '../command'
import { markedFields } from '../fields'
import type { Issue } from '../result'
import type { AnyStep } from './defineStep'
import { childrenOf, definitionOf, isOff, namesGiven, namesKept, ownNames } from './describe'
import { namesFor } from './namesFor'
import { isKnown, NO_NAMES } from './knownNames'
import type { KnownNames } from './knownNames'
import { stepIssue } from './issues'
import { stepSchema } from './schema'
import type { Step } from './schema'

/** A step at its place in a sheet, with the names that can be used there. */
export interface Place {
  readonly path: string
  readonly step: AnyStep | Step
  readonly known: KnownNames
  /** Whether a loop of the same sheet stands around it. */
  readonly isInLoop: boolean
}

/**
 * Every step that is not switched off, in order, blocks before what is in them, each with the names that what stands
 * before it and around it gives. What a block keeps is known inside it only.
 */
export function* placesIn(
  steps: readonly (AnyStep | Step)[],
  known: KnownNames = NO_NAMES,
  path = '',
  isInLoop = false,
): Generator<Place> {
  const prefix = path === '' ? '' : `${path}.`
  let here = known
  for (const [i, step] of steps.entries()) {
    if (isOff(step)) continue
    yield* placesOf(step, here, `${prefix}${i}`, isInLoop)
    const kept = [...namesKept(step), ...(step.alternative ? namesKept(step.alternative) : [])]
    if (kept.length > 0) here = new Map([...here, ...kept])
  }
}

function* placesOf(step: AnyStep | Step, known: KnownNames, path: string, isInLoop: boolean): Generator<Place> {
  yield { path, step, known, isInLoop }
  const lists = childrenOf(step)
  if (lists.length > 0) {
    const definition = definitionOf(step)
    const isLoop = isInLoop || (definition.role === 'block' && definition.isLoop === true)
    const inside = new Map([...known, ...namesGiven(step)])
    for (const { list, steps } of lists) yield* placesIn(steps, inside, `${path}.${list}`, isLoop)
  }
  if (step.alternative) yield* placesOf(step.alternative, known, `${path}.alternative`, isInLoop)
}

/** What stands in the way of a step at its place, whatever the bench: names that nothing has, a loop that is not there. */
export function placeIssues(place: Place, bench: Pick<BenchState, 'folders'>, table?: ValueTable): Issue[] {
  const { step, known, isInLoop } = place
  const definition = definitionOf(step)
  const issues: Issue[] =
    definition.role === 'act' && definition.isOfLoop && !isInLoop ? [stepIssue({ code: 'outside-loop' })] : []
  const texts = ownTextsOf(step).filter(({ text }) => text.includes('$'))
  if (texts.length === 0) return issues
  const names = namesFor(bench, table)
  const own: KnownNames = new Map(ownNames(step).map((name) => [name, []] as const))
  for (const { path, text } of texts) {
    const expanded = expandNames(text, names, (name) => isKnown(name, known) || isKnown(name, own))
    if (!expanded.ok) issues.push(...expanded.issues.map((issue) => ({ ...issue, at: path })))
  }
  return issues
}

/** The texts of a step itself that may use values: not those of its second way, nor of what stands in it. */
export function ownTextsOf(step: AnyStep | Step): { path: string; text: string }[] {
  const below = [...childrenOf(step).map(({ list }) => `${list}.`), 'alternative.']
  return markedFields(stepSchema, step).filter(
    ({ path, mark }) => mark.text !== undefined && !below.some((prefix) => path.startsWith(prefix)),
  )
}
