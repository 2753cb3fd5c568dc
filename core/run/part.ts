import type { BenchState } from '../bench'
import { childrenOf, describeStep, nextInBlock } from '../steps'
import type { AnyStep, Step, StepContext } from '../steps'
import type { Scope, Value } from '../values'
import { partsOfRun } from './entries'
import { pathOf, plainOf } from './place'
import type { Level, LogEntry, Run } from './schema'
import { scopeOf, tableOf } from './scope'

/** Some rows of one list of a sheet, to be tried by themselves; or all that comes from the first of them on. */
export interface Part {
  /** The rows, by their paths in the sheet, all of one list. */
  readonly paths: readonly string[]
  readonly andOn?: boolean
  /** What names stand for that the run would have given by then. */
  readonly given?: Scope
}

/**
 * A run that begins at some rows of its sheet. A block around them is begun as if it came to that list: a loop takes its
 * first entry. Throws for rows that are not there or of several lists.
 */
export function beginPart(run: Run, { paths, andOn, given = {} }: Part, bench: BenchState, context: StepContext): Run {
  const { head, sheet, log } = partsOfRun(run)
  const ways = paths.map((path) => splitPath(path))
  const [way] = ways
  if (!way || ways.some((other) => other.list !== way.list)) throw new RangeError('rows of one list are tried together')
  const indexes = ways.map(({ index }) => index).sort((a, b) => a - b)
  let stack: Level[] = [{ kind: 'sheet', index: 0 }]
  let steps: readonly (Step | AnyStep)[] = sheet.steps
  const entries: LogEntry[] = [...log]
  for (const { index, list } of way.blocks) {
    const step = steps[index]
    const inner = step && childrenOf(step).find((children) => children.list === list)
    if (!step || !inner) throw new RangeError(`there is no list ${list} in row ${index}`)
    stack = stack.with(-1, { ...stack.at(-1)!, index })
    const scope = { ...scopeOf(stack, sheet, entries), ...given }
    const known = { ...context, scope, values: tableOf(stack, sheet, scope) }
    const { level, keeps } = levelAt(step, list, bench, known)
    if (keeps) {
      // What a loop goes over is kept in the log, as when it is begun from its head.
      const sentence = describeStep(step, bench)
      const { nowMs } = context
      const told = { path: pathOf(stack), sentence, outcome: 'done' as const, note: '', ...keeps }
      entries.push({ ...told, startedAtMs: nowMs, endedAtMs: nowMs, changes: [] })
    }
    stack = [...stack, keeps ? { ...level, keptAt: entries.length - 1 } : level]
    steps = inner.steps
  }
  const top = stack.at(-1)!
  const values = top.kind === 'block' ? { values: { ...top.values, ...given } } : {}
  stack = stack.with(-1, { ...top, ...values, index: indexes[0]! } as Level)
  const part = andOn ? {} : { part: { depth: stack.length, indexes } }
  const inputs = top.kind === 'sheet' ? { inputs: { ...sheet.inputs, ...given } } : {}
  return { ...head, ...sheet, ...inputs, ...part, stack, entryCount: entries.length, log: entries }
}

/** The list of a block as it would be entered; as it is, with nothing given, where the block would go elsewhere. */
function levelAt(
  step: Step | AnyStep,
  list: string,
  bench: BenchState,
  context: StepContext,
): { level: Level & { kind: 'block' }; keeps?: { value: Value } } {
  const plain = { kind: 'block' as const, list, index: 0 }
  const move = nextInBlock(plainOf(step), { at: 'beginning' }, bench, context)
  if (move.kind !== 'enter' || move.list !== list) return { level: plain }
  const { values, state, keeps } = move
  const level = { ...plain, ...(values ? { values: { ...values } } : {}), ...(state === undefined ? {} : { state }) }
  return keeps === undefined ? { level } : { level, keeps: { value: keeps } }
}

interface Way {
  /** The blocks around, from the outside in: which step of its list, and which list of that. */
  readonly blocks: readonly { readonly index: number; readonly list: string }[]
  /** The list the row stands in, as a path. */
  readonly list: string
  readonly index: number
}

/** `2.branches.0.steps.1` stands in the list `branches.0.steps` of row 2, at place 1. */
function splitPath(path: string): Way {
  const parts = path.split('.')
  const blocks: { index: number; list: string }[] = []
  let index = Number(parts[0])
  let list: string[] = []
  for (const part of parts.slice(1)) {
    const isPlace = /^\d+$/.test(part) && (list.at(-1) === 'steps' || list.at(-1) === 'otherwise')
    if (isPlace) {
      blocks.push({ index, list: list.join('.') })
      index = Number(part)
      list = []
    } else list.push(part)
  }
  if (list.length > 0 || !Number.isInteger(index)) throw new RangeError(`no row of a sheet: ${path}`)
  return { blocks, index, list: parts.slice(0, -1).join('.') }
}

/** What names stand for where a run has come to, for whoever looks into it. */
export function scopeOfRun(run: Run): Readonly<Record<string, Value>> {
  const { head, sheet, log } = partsOfRun(run)
  return scopeOf(head.stack, sheet, log)
}
