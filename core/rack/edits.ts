import type { Rack, RackFolder, RackItem, RackPage, RackRow } from './schema'

/** Where a plate or a folder stands: in a row, or in a folder of it, so many places from the left. */
export interface RackPlace {
  readonly rowId: string
  readonly folderId?: string
  readonly at: number
}

/** What an item is told from others of its page by. */
export function itemKey(item: RackItem): string {
  return item.kind === 'folder' ? `folder ${item.id}` : item.entryId
}

/** All plates of a page, in folders too, from top left on. */
export function entriesOn(page: RackPage): string[] {
  return page.rows.flatMap(({ items }) =>
    items.flatMap((item) => (item.kind === 'folder' ? item.entryIds : [item.entryId])),
  )
}

/** Where an item of a page stands; undefined where it is not on it. */
export function placeOf(page: RackPage, key: string): RackPlace | undefined {
  for (const { id: rowId, items } of page.rows) {
    const at = items.findIndex((item) => itemKey(item) === key)
    if (at >= 0) return { rowId, at }
    for (const item of items) {
      const inside = item.kind === 'folder' ? item.entryIds.indexOf(key) : -1
      if (inside >= 0) return { rowId, folderId: (item as RackFolder).id, at: inside }
    }
  }
  return undefined
}

export function withPage(rack: Rack, page: RackPage): Rack {
  const isKnown = rack.pages.some(({ id }) => id === page.id)
  const pages = isKnown ? rack.pages.map((known) => (known.id === page.id ? page : known)) : [...rack.pages, page]
  return { ...rack, pages }
}

export function withoutPage(rack: Rack, pageId: string): Rack {
  return { ...rack, pages: rack.pages.filter(({ id }) => id !== pageId) }
}

/** Puts plates at a place; those that are on the page already are moved there. A folder takes plates only. */
export function putOn(page: RackPage, entryIds: readonly string[], place: RackPlace): RackPage {
  return insert(
    page,
    entryIds.map((entryId): RackItem => ({ kind: 'plate', entryId })),
    place,
  )
}

/** Moves items of a page to a place of it, in the order in which they are named; what is not there is left out. */
export function moveItems(page: RackPage, keys: readonly string[], place: RackPlace): RackPage {
  return insert(
    page,
    keys.flatMap((key) => itemOf(page, key) ?? []),
    place,
  )
}

/** Takes items off a page; what was in a folder that goes, goes with it. */
export function takeOff(page: RackPage, keys: readonly string[]): RackPage {
  const gone = new Set(keys)
  return mapItems(page, (items) => items.filter((item) => !gone.has(itemKey(item))), gone)
}

/**
 * Makes a folder of plates, where the first of them stands; in it they stand in the order in which they stood on the
 * page. The same page where none of them is on it.
 */
export function makeFolder(page: RackPage, keys: readonly string[], folder: { id: string; name: string }): RackPage {
  const wanted = new Set(keys)
  const entryIds = entriesOn(page).filter((entryId) => wanted.has(entryId))
  const first = entryIds[0] === undefined ? undefined : placeOf(page, entryIds[0])
  if (!first) return page
  if (placeOf(page, `folder ${folder.id}`)) throw new RangeError(`a folder ${folder.id} is there already`)
  const row = page.rows.find(({ id }) => id === first.rowId)!
  const at =
    first.folderId === undefined
      ? first.at
      : row.items.findIndex((item) => itemKey(item) === `folder ${first.folderId}`) + 1
  return insert(page, [{ kind: 'folder', ...folder, entryIds }], { rowId: row.id, at }, new Set(entryIds))
}

/** What was in a folder stands in its place. */
export function dissolveFolder(page: RackPage, folderId: string): RackPage {
  return mapItems(page, (items) =>
    items.flatMap((item): RackItem[] =>
      item.kind === 'folder' && item.id === folderId
        ? item.entryIds.map((entryId) => ({ kind: 'plate', entryId }))
        : [item],
    ),
  )
}

export function renameFolder(page: RackPage, folderId: string, name: string): RackPage {
  return mapItems(page, (items) =>
    items.map((item) => (item.kind === 'folder' && item.id === folderId ? { ...item, name } : item)),
  )
}

export function withRow(page: RackPage, row: RackRow): RackPage {
  const isKnown = page.rows.some(({ id }) => id === row.id)
  return {
    ...page,
    rows: isKnown ? page.rows.map((known) => (known.id === row.id ? row : known)) : [...page.rows, row],
  }
}

/** Takes a row off; its plates go with it. */
export function withoutRow(page: RackPage, rowId: string): RackPage {
  return { ...page, rows: page.rows.filter(({ id }) => id !== rowId) }
}

/** Moves a row up (below nothing) or down among the rows; the same page where it cannot go on. */
export function moveRow(page: RackPage, rowId: string, by: number): RackPage {
  const from = page.rows.findIndex(({ id }) => id === rowId)
  const to = from + by
  if (from < 0 || to < 0 || to >= page.rows.length) return page
  return { ...page, rows: page.rows.toSpliced(from, 1).toSpliced(to, 0, page.rows[from]!) }
}

function itemOf(page: RackPage, key: string): RackItem | undefined {
  const place = placeOf(page, key)
  if (!place) return undefined
  if (place.folderId !== undefined) return { kind: 'plate', entryId: key }
  return page.rows.find(({ id }) => id === place.rowId)!.items[place.at]
}

/** Takes items out where they stand and puts them in; the place is counted with them still there. */
function insert(page: RackPage, given: readonly RackItem[], place: RackPlace, more = new Set<string>()): RackPage {
  // What is in a folder that goes goes with it.
  const inside = new Set(given.flatMap((item) => (item.kind === 'folder' ? item.entryIds : [])))
  const items = given.filter((item) => item.kind === 'folder' || !inside.has(item.entryId))
  const { rowId, folderId } = place
  const folder = folderIn(page, place)
  if (!page.rows.some(({ id }) => id === rowId) || items.length === 0) return page
  // A folder does not go into a folder.
  if (folderId !== undefined && (!folder || items.some(({ kind }) => kind === 'folder'))) return page
  const keys = new Set([...items.map(itemKey), ...more])
  const rest = mapItems(page, (all) => all.filter((item) => !keys.has(itemKey(item))), keys, folderId)
  const standing = (now: RackPage) => {
    if (folderId !== undefined) return folderIn(now, place)!.entryIds
    return now.rows.find(({ id }) => id === rowId)!.items.map(itemKey)
  }
  const left = new Set(standing(rest))
  const at = standing(page)
    .slice(0, Math.max(0, place.at))
    .filter((key) => left.has(key)).length
  return {
    ...rest,
    rows: rest.rows.map((row) => {
      if (row.id !== rowId) return row
      if (folderId === undefined) return { ...row, items: row.items.toSpliced(at, 0, ...items) }
      return {
        ...row,
        items: row.items.map((item) =>
          item.kind === 'folder' && item.id === folderId
            ? { ...item, entryIds: item.entryIds.toSpliced(at, 0, ...items.map(itemKey)) }
            : item,
        ),
      }
    }),
  }
}

function folderIn(page: RackPage, { rowId, folderId }: RackPlace): RackFolder | undefined {
  const row = page.rows.find(({ id }) => id === rowId)
  return row?.items.find((item): item is RackFolder => item.kind === 'folder' && item.id === folderId)
}

/** Each row through a function, after plates that are gone were taken out of its folders; empty ones go, but for one. */
function mapItems(
  page: RackPage,
  map: (items: RackItem[]) => RackItem[],
  gone: ReadonlySet<string> = new Set(),
  stays?: string,
): RackPage {
  return {
    ...page,
    rows: page.rows.map((row) => ({
      ...row,
      items: map(row.items).flatMap((item): RackItem[] => {
        if (item.kind !== 'folder' || !item.entryIds.some((entryId) => gone.has(entryId))) return [item]
        const entryIds = item.entryIds.filter((entryId) => !gone.has(entryId))
        return entryIds.length === 0 && item.id !== stays ? [] : [{ ...item, entryIds }]
      }),
    })),
  }
}
