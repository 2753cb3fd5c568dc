import { itemKey } from '~~/core/rack'
import type { RackItem, RackPage } from '~~/core/rack'

/** A place on the page that has the focus: a plate or a folder, in a row or in an open folder of it. */
export interface PlateSpot {
  readonly rowId: string
  readonly folderId?: string
  readonly key: string
}

/** A line of plates as they stand side by side. */
export interface PlateLine {
  readonly spots: readonly PlateSpot[]
}

/** The plates of a page as lines of so many, as they are seen: an open folder’s own stand below the row it is in. */
export function plateLines(page: RackPage, columns: number, open: ReadonlySet<string>): PlateLine[] {
  const lines: PlateLine[] = []
  const add = (spots: readonly PlateSpot[]) => {
    for (let from = 0; from < spots.length; from += columns) lines.push({ spots: spots.slice(from, from + columns) })
  }
  for (const { id: rowId, items } of page.rows) {
    add(items.map((item) => ({ rowId, key: itemKey(item) })))
    for (const item of items)
      if (item.kind === 'folder' && open.has(item.id))
        add(item.entryIds.map((key) => ({ rowId, folderId: item.id, key })))
  }
  return lines
}

/** Where an arrow goes from a spot; the same one at an end. */
export function moveSpot(
  lines: readonly PlateLine[],
  from: PlateSpot | undefined,
  to: 'left' | 'right' | 'up' | 'down' | 'first' | 'last',
): PlateSpot | undefined {
  const all = lines.flatMap(({ spots }) => spots)
  if (all.length === 0) return undefined
  const isSame = (spot: PlateSpot) =>
    spot.key === from?.key && spot.folderId === from.folderId && spot.rowId === from.rowId
  const at = from ? all.findIndex(isSame) : -1
  if (at < 0) return to === 'last' ? all.at(-1) : all[0]
  const lineAt = lines.findIndex(({ spots }) => spots.some(isSame))
  const column = lines[lineAt]!.spots.findIndex(isSame)
  switch (to) {
    case 'left':
      return all[Math.max(0, at - 1)]
    case 'right':
      return all[Math.min(all.length - 1, at + 1)]
    case 'first':
      return all[0]
    case 'last':
      return all.at(-1)
    case 'up':
    case 'down': {
      const line = lines[lineAt + (to === 'up' ? -1 : 1)]
      return line ? line.spots[Math.min(column, line.spots.length - 1)] : all[at]
    }
  }
}

/** A page with only what is meant: folders are opened out, rows without anything left are left out. */
export function pageWith(page: RackPage, isMeant: (entryId: string) => boolean): RackPage {
  const rows = page.rows.map((row) => ({
    ...row,
    items: row.items
      .flatMap((item): RackItem[] =>
        item.kind === 'folder' ? item.entryIds.map((entryId) => ({ kind: 'plate', entryId })) : [item],
      )
      .filter((item) => item.kind === 'plate' && isMeant(item.entryId)),
  }))
  return { ...page, rows: rows.filter(({ items }) => items.length > 0) }
}
