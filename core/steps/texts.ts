import type { BenchState } from '../bench'
import { expandVariables } from '../command'
import type { ValueTable } from '../command'
import { assertNever } from '../result'
import type { Issue } from '../result'
import { namesFor } from './effect'
import type { PlainStep, Step } from './schema'

/** Every text of a step that may use named values, with its dotted path in the step. */
export function textsOf({ alternative, ...step }: Step): { path: string; text: string }[] {
  const own = textsOfWay(step as PlainStep)
  return alternative
    ? [...own, ...textsOfWay(alternative).map(({ path, text }) => ({ path: `alternative.${path}`, text }))]
    : own
}

function textsOfWay(step: PlainStep): { path: string; text: string }[] {
  const list = (name: string, texts: readonly string[]) => texts.map((text, i) => ({ path: `${name}.${i}`, text }))
  switch (step.kind) {
    case 'program.open':
      return [
        ...list('args', step.args),
        ...(step.workingDirectory ? [{ path: 'workingDirectory', text: step.workingDirectory }] : []),
        ...(step.environment ?? []).map(({ value }, i) => ({ path: `environment.${i}.value`, text: value })),
      ]
    case 'program.switch':
      return [...list('args', step.args), ...list('otherArgs', step.otherArgs)]
    case 'place.open':
      return list('places', step.places)
    case 'message.show':
      return [{ path: 'text', text: step.text }]
    case 'program.raise':
    case 'program.close':
    case 'device.control':
    case 'frame.switch':
    case 'run.put-back':
    case 'wait':
      return []
    default:
      return assertNever(step)
  }
}

/** The step with each of its texts made anew. */
export function mapTexts({ alternative, ...step }: Step, alter: (text: string) => string): Step {
  const own = mapTextsOfWay(step as PlainStep, alter)
  return alternative ? { ...own, alternative: mapTextsOfWay(alternative, alter) } : own
}

function mapTextsOfWay(step: PlainStep, alter: (text: string) => string): PlainStep {
  switch (step.kind) {
    case 'program.open':
      return {
        ...step,
        args: step.args.map(alter),
        ...(step.workingDirectory === undefined ? {} : { workingDirectory: alter(step.workingDirectory) }),
        ...(step.environment === undefined
          ? {}
          : { environment: step.environment.map((entry) => ({ ...entry, value: alter(entry.value) })) }),
      }
    case 'program.switch':
      return { ...step, args: step.args.map(alter), otherArgs: step.otherArgs.map(alter) }
    case 'place.open':
      return { ...step, places: step.places.map(alter) }
    case 'message.show':
      return { ...step, text: alter(step.text) }
    case 'program.raise':
    case 'program.close':
    case 'device.control':
    case 'frame.switch':
    case 'run.put-back':
    case 'wait':
      return step
    default:
      return assertNever(step)
  }
}

/** Names that no text of a step can use as things stand, `at` the dotted path of the text in the step. */
export function findTextIssues(step: Step, bench: Pick<BenchState, 'folders'>, table?: ValueTable): Issue[] {
  const { values, broken } = namesFor(bench, table)
  return textsOf(step).flatMap(({ path, text }) => {
    const expanded = expandVariables(text, values, broken)
    return expanded.ok ? [] : expanded.issues.map((issue) => ({ ...issue, at: path }))
  })
}
