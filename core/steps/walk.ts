import type { BenchState } from '../bench'
import { renameVariable } from '../command'
import type { ValueTable } from '../command'
import { mapMarked, markedFields } from '../fields'
import type { Reference } from '../fields'
import type { Issue } from '../result'
import { namesInScript, renamedInScript } from '../script'
import type { AnyStep } from './defineStep'
import { NO_NAMES } from './knownNames'
import { stepSchema } from './schema'
import { placeIssues, placesIn } from './scopes'
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

/** The names of values that the scripts of a step use, those in its blocks and its second way too. */
export function namesInScripts(step: Step | AnyStep): string[] {
  return markedFields(stepSchema, step).flatMap(({ mark, text }) => (mark.script ? namesInScript(text) : []))
}

/** The step with a value under another name, in its texts and its scripts; the same step where none uses it. */
export function withValueRenamed(step: Step, from: string, to: string): Step {
  return mapMarked(stepSchema, step, ({ mark, text }) => {
    if (!text.includes(from)) return text
    if (mark.script) return renamedInScript(text, from, to)
    return mark.text === undefined ? text : renameVariable(text, from, to)
  })
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

/** What stands in the way of a step and all in it, whatever the bench, `at` the dotted path of the text in the step. */
export function findTextIssues(step: Step | AnyStep, bench: Pick<BenchState, 'folders'>, table?: ValueTable): Issue[] {
  return [...placesIn([step], NO_NAMES, '', true)].flatMap((place) =>
    placeIssues(place, bench, table).map((issue) => ({
      ...issue,
      at: [...place.path.split('.').slice(1), ...(issue.at === undefined ? [] : [issue.at])].join('.'),
    })),
  )
}
