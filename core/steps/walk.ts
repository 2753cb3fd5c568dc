import type { BenchState } from '../bench'
import { expandVariables } from '../command'
import type { ValueTable } from '../command'
import { mapMarked, markedFields } from '../fields'
import type { Reference } from '../fields'
import type { Issue } from '../result'
import type { AnyStep } from './defineStep'
import { childrenOf, namesGiven, ownNames } from './describe'
import { namesFor } from './effect'
import { stepSchema } from './schema'
import type { Step } from './schema'

/** What is done over any step, its second way and all that stands in it, without knowing its kind. */

/** Every text of a step that may use named values, with its dotted path in the step. */
export function textsOf(step: Step | AnyStep): { path: string; text: string }[] {
  return markedFields(stepSchema, step).filter(({ mark }) => mark.text !== undefined)
}

/** The step with each of its texts made anew; the same step where none differs. */
export function mapTexts(step: Step, alter: (text: string) => string): Step {
  return mapMarked(stepSchema, step, ({ mark, text }) => (mark.text === undefined ? text : alter(text)))
}

/** The programs, devices, frames or levers that steps name, each once; what was not chosen yet is none. */
export function namedIn(steps: readonly Step[], reference: Reference): string[] {
  const found = new Set<string>()
  for (const step of steps) {
    for (const { mark, text } of markedFields(stepSchema, step)) {
      if (mark.refers === reference && text !== '') found.add(text)
    }
  }
  return [...found]
}

/**
 * Names that no text of a step can use as things stand, `at` the dotted path of the text in the step. What stands in a
 * block may use the names that the block gives, too.
 */
export function findTextIssues(step: Step | AnyStep, bench: Pick<BenchState, 'folders'>, table?: ValueTable): Issue[] {
  const texts = textsOf(step).filter(({ text }) => text.includes('$'))
  if (texts.length === 0) return []
  const { values, broken } = namesFor(bench, table)
  return texts.flatMap(({ path, text }) => {
    const expanded = expandVariables(text, { ...values, ...namesAround(step, path) }, broken)
    return expanded.ok ? [] : expanded.issues.map((issue) => ({ ...issue, at: path }))
  })
}

/** The names that the blocks around a place in a step give there; what they stand for is not known before the run. */
export function namesAround(step: Step | AnyStep, path: string): Record<string, string> {
  const around = childrenOf(step).find(({ list }) => path.startsWith(`${list}.`))
  if (around) {
    const [index, ...rest] = path.slice(around.list.length + 1).split('.')
    const given = Object.fromEntries(namesGiven(step).map((name) => [name, '']))
    return { ...given, ...namesAround(around.steps[Number(index)]!, rest.join('.')) }
  }
  const second = 'alternative.'
  if (step.alternative && path.startsWith(second)) return namesAround(step.alternative, path.slice(second.length))
  return Object.fromEntries(ownNames(step).map((name) => [name, '']))
}
