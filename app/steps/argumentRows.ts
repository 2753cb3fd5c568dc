import type { Program } from '~~/core/bench'
import { composeArguments, writePart } from '~~/core/command'
import type { ArgumentPart } from '~~/core/command'

/** One row of the argument list: a part with a key that stays when rows change places. */
export interface ArgumentRow {
  readonly key: number
  readonly part: ArgumentPart
}

const NO_RULES = { options: [], positionals: [] }
let count = 0

/**
 * The rows of an argument list. A row that says the same as one before keeps its key, so that the focus stays in it.
 */
export function rowsOf(
  args: readonly string[],
  program: Program | undefined,
  before: readonly ArgumentRow[] = [],
): ArgumentRow[] {
  const free = [...before]
  return composeArguments(program?.arguments ?? NO_RULES, args).map((part) => {
    const text = writePart(part).join('\0')
    const at = free.findIndex((row) => writePart(row.part).join('\0') === text)
    const [kept] = at < 0 ? [] : free.splice(at, 1)
    return { key: kept?.key ?? ++count, part }
  })
}

export function freshRow(part: ArgumentPart): ArgumentRow {
  return { key: ++count, part }
}

export function argsOf(rows: readonly ArgumentRow[]): string[] {
  return rows.flatMap((row) => writePart(row.part))
}

/** The index of a row's first argument in the list. */
export function firstArgument(rows: readonly ArgumentRow[], index: number): number {
  return rows.slice(0, index).reduce((sum, row) => sum + writePart(row.part).length, 0)
}
