import { sameValue } from '../bench'
import { rowsOf } from '../sheets'
import { childrenOf } from '../steps'
import type { AnyStep, Step } from '../steps'
import { contextFor } from './context'
import type { SlotContext, WordNames } from './slots'
import { stepsFromWords } from './stepsFromWords'
import { withSteps } from './stepPhrases'
import { writeStep } from './writeStep'

interface Writer {
  readonly context: SlotContext
  readonly names: WordNames
  readonly sheet: readonly Step[]
  /** The number of each step in the sheet. */
  readonly numbers: ReadonlyMap<Step | AnyStep, number>
}

/**
 * A sheet as a text that `stepsFromWords` reads as the same sheet, ids aside: a line a step, what stands in a block
 * deeper below it. What has no words is read out as `Step 7 as it is`, which is right as long as that step stands there.
 */
export function wordsFromSteps(steps: readonly Step[], names: WordNames): string {
  const rows = rowsOf(steps)
  const numbers = new Map(
    rows.flatMap((row) => (row.kind === 'step' && row.number !== undefined ? [[row.step, row.number]] : [])),
  )
  const writer: Writer = { context: contextFor(names), names, sheet: steps, numbers }
  return steps.flatMap((step) => linesOf(step, writer)).join('\n')
}

function linesOf(step: Step | AnyStep, writer: Writer): string[] {
  const lines = writtenLines(step as Step, writer)
  return lines && isReadAgain(lines, step as Step, writer) ? lines : [`Step ${writer.numbers.get(step) ?? 0} as it is.`]
}

/** What one step says, without a look at whether it is read again; undefined where it has no words. */
function writtenLines(step: Step, writer: Writer): string[] | undefined {
  if (step.kind === 'if') return ifLines(step, writer)
  const [only, ...more] = childrenOf(step)
  if (!only) {
    const words = writeStep(step, writer.context)
    return words === undefined ? undefined : [`${capital(words)}.`]
  }
  if (more.length > 0) return undefined
  const head = writeStep(withSteps(step, only.list, []), writer.context)
  return head === undefined ? undefined : [`${capital(head)}:`, ...inner(only.steps, writer)]
}

type If = Extract<Step, { kind: 'if' }>

function ifLines({ branches, otherwise, ...rest }: If, writer: Writer): string[] | undefined {
  const lines: string[] = []
  for (const [i, { condition, steps }] of branches.entries()) {
    const head = writeStep({ ...rest, branches: [{ condition, steps: [] }] } as Step, writer.context)
    if (head === undefined) return undefined
    lines.push(i === 0 ? `${capital(head)}:` : `Otherwise, ${head}:`, ...inner(steps, writer))
  }
  return otherwise ? [...lines, 'Otherwise:', ...inner(otherwise, writer)] : lines
}

function inner(steps: readonly AnyStep[], writer: Writer): string[] {
  return steps.flatMap((step) => linesOf(step, writer)).map((line) => `  ${line}`)
}

function isReadAgain(lines: readonly string[], step: Step, { names, sheet }: Writer): boolean {
  const { steps, isSure } = stepsFromWords(lines.join('\n'), names, { before: sheet, nextId: () => 'x' })
  return isSure && steps.length === 1 && sameValue(sameIds(steps[0]), sameIds(step))
}

/** Everything as it is, with ids that are all the same. */
function sameIds(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sameIds)
  if (typeof value !== 'object' || value === null) return value
  const isStep = 'kind' in value && 'onFailure' in value
  return Object.fromEntries(
    Object.entries(value).map(([key, part]) => [key, isStep && key === 'id' ? 'x' : sameIds(part)]),
  )
}

function capital(words: string): string {
  return `${words[0]!.toUpperCase()}${words.slice(1)}`
}
