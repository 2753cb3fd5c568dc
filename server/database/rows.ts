import { sql } from 'drizzle-orm'
import type { SQL } from 'drizzle-orm'

/** So many rows go into one statement; a longer list is written in slices, so that nothing else waits long. */
export const ROWS_PER_SLICE = 100

/** Rows as the set that a statement reads from, in the columns of a table; far quicker than a value at a time. */
export function rowsOf(table: string, rows: readonly object[]): SQL {
  return sql`json_populate_recordset(null::${sql.identifier(table)}, ${JSON.stringify(rows)}::json)`
}

export function* slicesOf<T>(rows: readonly T[], size = ROWS_PER_SLICE): Generator<T[]> {
  for (let from = 0; from < rows.length; from += size) yield rows.slice(from, from + size)
}

/** A request takes some rounds of the event loop until it is read and answered; a round with nothing to do takes microseconds. */
const ROUNDS = 5

/** Lets everything else that is due run first, keys above all. */
export async function breathe(): Promise<void> {
  for (let round = 0; round < ROUNDS; round++) await new Promise((resolve) => setImmediate(resolve))
}

/** So long work goes on before others have their turn. */
const SLICE_MS = 4

/** Lets others have their turn, where work has gone on for long enough since they had it last. */
export function turns(): () => Promise<void> | undefined {
  let sinceMs = performance.now()
  return () => {
    if (performance.now() - sinceMs < SLICE_MS) return undefined
    return breathe().then(() => {
      sinceMs = performance.now()
    })
  }
}

/** Takes work that stops now and then to its end, with everything else that is due in between. */
export async function inSlices<T>(work: Generator<void, T>): Promise<T> {
  const othersFirst = turns()
  for (;;) {
    const step = work.next()
    if (step.done) return step.value
    const others = othersFirst()
    if (others) await others
  }
}
