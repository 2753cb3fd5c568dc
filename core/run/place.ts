import { childrenOf } from '../steps'
import type { AnyStep, PlainStep, Step } from '../steps'
import type { Level, RunHead, RunSheet } from './schema'

/** What list of steps each level of the stack goes through, and which step is at hand there. */

/** A run's way as a value: the levels, from the sheet to the innermost block. */
export type Stack = RunHead['stack']
type Steps = readonly (Step | AnyStep)[]

/** The steps that each level of the stack goes through. */
export function listsOf(sheet: Pick<RunSheet, 'steps' | 'levers'>, stack: Stack): readonly Steps[] {
  const lists: Steps[] = []
  for (const [depth, level] of stack.entries()) {
    const outer = depth === 0 ? undefined : lists[depth - 1]![stack[depth - 1]!.index]
    lists.push(depth === 0 ? sheet.steps : listIn(sheet, outer, level))
  }
  return lists
}

function listIn(sheet: Pick<RunSheet, 'levers'>, outer: Step | AnyStep | undefined, level: Level): Steps {
  switch (level.kind) {
    case 'sheet':
      throw new RangeError('a sheet stands in no block')
    case 'second-way':
      return outer?.alternative ? [outer.alternative] : []
    case 'block':
      return (outer && childrenOf(outer).find(({ list }) => list === level.list)?.steps) ?? []
    case 'lever':
      return sheet.levers?.[level.leverId]?.steps ?? []
    case 'made':
      return level.steps
  }
}

/**
 * The dotted path of the step at hand: `2`, `2.branches.0.steps.1`, `2.alternative`, `2.lever.0` in a pulled lever,
 * `2.made.0` among those that a script has made.
 */
export function pathOf(stack: Stack): string {
  let path = ''
  for (const level of stack) {
    if (level.kind === 'sheet') path = String(level.index)
    else if (level.kind === 'second-way') path += '.alternative'
    else if (level.kind === 'lever') path += `.lever.${level.index}`
    else if (level.kind === 'made') path += `.made.${level.index}`
    else path += `.${level.list}.${level.index}`
  }
  return path
}

/** The row of the sheet itself to which a path belongs: what a pulled lever or a script has done is in no row of its own. */
export function rowOfPath(path: string): string {
  return path.split(/\.(?:lever|made)\./, 1)[0]!
}

/** The stack with its innermost level altered. */
export function withTop(stack: Stack, alter: (top: Level) => Level): Stack {
  return stack.with(-1, alter(stack.at(-1)!))
}

/** The stack with the next step of its innermost list at hand. */
export function nextIndex(stack: Stack): Stack {
  return withTop(stack, ({ tries: _tries, ...top }) => ({ ...top, index: top.index + 1 }) as Level)
}

/** The depth at which the steps of the lever at hand begin: 0, or that of the innermost lever that was pulled. */
export function leverDepth(stack: Stack): number {
  for (let depth = stack.length - 1; depth > 0; depth--) if (stack[depth]!.kind === 'lever') return depth
  return 0
}

/** The step as it acts by itself, without its second way. */
export function plainOf(step: Step | AnyStep): PlainStep {
  const { alternative: _second, ...plain } = step
  return plain as PlainStep
}
