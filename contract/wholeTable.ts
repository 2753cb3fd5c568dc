import type { AnswerOf } from '.'

/** A table that may be long, as the text of its parts in order, and how many rows it has. */
export interface WholeTable {
  readonly name: string
  readonly parts: readonly string[]
  readonly rows: number
}

type ReadPart = (query: { before?: number }) => Promise<AnswerOf<'writeTable'>>

/**
 * Reads a table part by part to its end. `goOn` is told after each part how many rows there are so far; where it says
 * no, the table is given up, and undefined comes back. What `read` throws is thrown.
 */
export async function wholeTable(read: ReadPart): Promise<WholeTable>
export async function wholeTable(read: ReadPart, goOn: (rows: number) => boolean): Promise<WholeTable | undefined>
export async function wholeTable(
  read: ReadPart,
  goOn: (rows: number) => boolean = () => true,
): Promise<WholeTable | undefined> {
  const parts: string[] = []
  let rows = 0
  let part = await read({})
  const { name } = part
  for (;;) {
    parts.push(part.text)
    rows += part.rows
    if (!goOn(rows)) return undefined
    if (part.reached === 0) return { name, parts, rows }
    part = await read({ before: part.reached })
  }
}
