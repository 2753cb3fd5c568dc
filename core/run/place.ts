import { childrenOf } from '../steps'
import type { AnyStep, PlainStep, Step } from '../steps'
import type { Level, RunHead } from './schema'

/** Finding one's way in a sheet: which list a level of the stack goes through, and which step is at hand there. */

/** A run's way as a value: the levels, from the sheet to the innermost block. */
export type Stack = RunHead['stack']

/** The steps that each level of the stack goes through. */
export function listsOf(steps: readonly (Step | AnyStep)[], stack: Stack): readonly (readonly (Step | AnyStep)[])[] {
  const lists: (readonly (Step | AnyStep)[])[] = []
  for (const [depth, level] of stack.entries()) {
    const outer = depth === 0 ? undefined : lists[depth - 1]![stack[depth - 1]!.index]
    lists.push(depth === 0 ? steps : listIn(outer, level))
  }
  return lists
}

function listIn(outer: Step | AnyStep | undefined, level: Level): readonly (Step | AnyStep)[] {
  switch (level.kind) {
    case 'sheet':
      throw new RangeError('a sheet stands in no block')
    case 'second-way':
      return outer?.alternative ? [outer.alternative] : []
    case 'block':
      return (outer && childrenOf(outer).find(({ list }) => list === level.list)?.steps) ?? []
  }
}

/** The dotted path of the step at hand: `2`, `2.branches.0.steps.1`, `2.alternative`. */
export function pathOf(stack: Stack): string {
  let path = ''
  for (const level of stack) {
    if (level.kind === 'sheet') path = String(level.index)
    else if (level.kind === 'second-way') path += '.alternative'
    else path += `.${level.list}.${level.index}`
  }
  return path
}

/** The stack with its innermost level altered. */
export function withTop(stack: Stack, alter: (top: Level) => Level): Stack {
  return stack.with(-1, alter(stack.at(-1)!))
}

/** The stack with the next step of its innermost list at hand. */
export function nextIndex(stack: Stack): Stack {
  return withTop(stack, ({ tries: _tries, ...top }) => ({ ...top, index: top.index + 1 }) as Level)
}

/** The names that blocks have given inside, the innermost last. */
export function valuesIn(stack: Stack): Record<string, string> {
  return Object.assign({}, ...stack.map((level) => (level.kind === 'block' ? level.values : undefined))) as Record<
    string,
    string
  >
}

/** The step as it acts by itself, without its second way. */
export function plainOf(step: Step | AnyStep): PlainStep {
  const { alternative: _second, ...plain } = step
  return plain as PlainStep
}
