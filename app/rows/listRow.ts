/** One row of a list: an entry, or the head of the entries below it. */
export type ListRow<T> = { readonly kind: 'entry'; readonly entry: T } | { readonly kind: 'head'; readonly id: string }

/** Entries in groups, each under its head. */
export function groupedRows<T>(
  groups: readonly { readonly id: string; readonly entries: readonly T[] }[],
): ListRow<T>[] {
  const rows: ListRow<T>[] = []
  for (const { id, entries } of groups) {
    rows.push({ kind: 'head', id })
    for (const entry of entries) rows.push({ kind: 'entry', entry })
  }
  return rows
}

/** Entries without heads. */
export function plainRows<T>(entries: readonly T[]): ListRow<T>[] {
  return entries.map((entry) => ({ kind: 'entry', entry }))
}
