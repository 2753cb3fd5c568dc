import { computed, ref } from 'vue'
import type { Ref } from 'vue'
import { listed } from '~~/core/names'
import {
  ALL_PAGE,
  dissolveFolder,
  itemKey,
  makeFolder,
  moveItems,
  moveRow as moveRowOf,
  placeOf,
  PLATE_SIZES,
  proposeName,
  renameFolder,
  takeOff as takeOffOf,
  withoutRow,
  withRow,
} from '~~/core/rack'
import type { RackPage, RackPlace } from '~~/core/rack'
import { useRack } from '~/live/useRack'
import { moveSpot } from './plateLines'
import type { PlateLine, PlateSpot } from './plateLines'
import { usePlates } from './usePlates'

/** What is being given a name: a row, or a folder. */
export type Naming = { readonly rowId: string } | { readonly folderId: string }

/** Arranging a page of one’s own: by key what is at hand or marked, and what is dragged. */
export function useArranging({
  page,
  at,
  marked,
  open,
}: {
  page: Ref<RackPage>
  at: Ref<PlateSpot | undefined>
  marked: Ref<ReadonlySet<string>>
  open: Ref<ReadonlySet<string>>
}) {
  const rack = useRack()
  const { plateOf, groupsOf } = usePlates()
  const renaming = ref<Naming>()

  /** What an act is about: all that is marked, else what is at hand. */
  const meant = computed(() => (marked.value.size > 0 ? [...marked.value] : at.value ? [at.value.key] : []))
  const nameOf = (key: string) => plateOf.value(key).entry?.name ?? 'a plate'

  function save(after: RackPage, told?: string): void {
    if (after !== page.value && page.value.id !== ALL_PAGE) void rack.savePage(after, told)
  }

  /** The place of something after an edit, so that the focus goes with it. */
  function follow(after: RackPage, key: string): void {
    const place = placeOf(after, key)
    if (place) at.value = { rowId: place.rowId, ...(place.folderId ? { folderId: place.folderId } : {}), key }
  }

  function place(key: string, to: RackPlace): void {
    const after = moveItems(page.value, [key], to)
    follow(after, key)
    save(after)
  }

  /** One place on in the direction of an arrow; up and down to the line there, so into an open folder and out of it. */
  function shift(to: 'left' | 'right' | 'up' | 'down', lines: readonly PlateLine[]): void {
    const spot = at.value
    if (!spot) return
    if (to === 'left' || to === 'right') {
      const now = placeOf(page.value, spot.key)
      // Counted with it still there: to the right it goes behind the next one.
      if (now) place(spot.key, { ...now, at: to === 'left' ? now.at - 1 : now.at + 2 })
      return
    }
    const target = moveSpot(lines, spot, to)
    const isElsewhere = target && (target.rowId !== spot.rowId || target.folderId !== spot.folderId)
    if (isElsewhere) {
      const there = placeOf(page.value, target.key)!
      return place(spot.key, to === 'up' ? { ...there, at: there.at + 1 } : there)
    }
    // Past the last line of a row: to the next row, which may be empty.
    const rowAt = page.value.rows.findIndex(({ id }) => id === spot.rowId) + (to === 'up' ? -1 : 1)
    const row = page.value.rows[rowAt]
    if (row) place(spot.key, { rowId: row.id, at: to === 'up' ? row.items.length : 0 })
  }

  /** A folder of what is marked, with a name from what that shares, which can be altered at once. */
  function fold(): void {
    const keys = meant.value.filter((key) => !key.startsWith('folder '))
    if (keys.length === 0) return
    const id = rack.newId()
    const name = proposeName(keys.map((key) => ({ name: nameOf(key), groups: groupsOf(key) })))
    const after = makeFolder(page.value, keys, { id, name })
    marked.value = new Set()
    open.value = new Set([...open.value, id])
    follow(after, `folder ${id}`)
    save(after, `Made the folder ${name}.`)
    renaming.value = { folderId: id }
  }

  /** Into the folder beside it in its row: the next before it, else the next behind it. */
  function into(): void {
    const keys = meant.value.filter((key) => !key.startsWith('folder '))
    const spot = at.value
    const row = page.value.rows.find(({ id }) => id === spot?.rowId)
    if (!spot || !row || keys.length === 0) return
    const from = row.items.findIndex((item) => itemKey(item) === spot.key)
    const folders = row.items.flatMap((item, i) => (item.kind === 'folder' ? [{ item, i }] : []))
    const [near] = folders.sort((a, b) => Math.abs(a.i - from) - Math.abs(b.i - from) || a.i - b.i)
    if (!near) return
    const to = { rowId: row.id, folderId: near.item.id, at: near.item.entryIds.length }
    const after = moveItems(page.value, keys, to)
    marked.value = new Set()
    open.value = new Set([...open.value, near.item.id])
    follow(after, keys[0]!)
    save(
      after,
      `Put ${listed(keys.slice(0, 3).map(nameOf))}${keys.length > 3 ? ' and more' : ''} into ${near.item.name}.`,
    )
  }

  function takeOff(): void {
    const keys = meant.value
    if (keys.length === 0) return
    marked.value = new Set()
    const what = keys.length === 1 && !keys[0]!.startsWith('folder ') ? nameOf(keys[0]!) : `${keys.length} plates`
    save(takeOffOf(page.value, keys), `Took ${what} off ${page.value.name}.`)
  }

  function drop(key: string, to: RackPlace): void {
    const from = placeOf(page.value, key)
    const isSame = from && from.rowId === to.rowId && from.folderId === to.folderId
    // The package counts without what is dragged.
    place(key, isSame && to.at > from.at ? { ...to, at: to.at + 1 } : to)
  }

  function rename(): void {
    const spot = at.value
    if (!spot) return
    renaming.value = spot.key.startsWith('folder ') ? { folderId: spot.key.slice(7) } : { rowId: spot.rowId }
  }

  function nameIt(name: string): void {
    const of = renaming.value
    renaming.value = undefined
    if (!of) return
    if ('folderId' in of) return save(renameFolder(page.value, of.folderId, name))
    const row = page.value.rows.find(({ id }) => id === of.rowId)
    if (row) save(withRow(page.value, { ...row, name }))
  }

  const moveRow = (rowId: string, by: number) => save(moveRowOf(page.value, rowId, by))
  const removeRow = (rowId: string) => {
    const row = page.value.rows.find(({ id }) => id === rowId)
    save(withoutRow(page.value, rowId), `Took the row ${row?.name ?? ''} off ${page.value.name}.`)
  }
  const dissolve = (folderId: string) => save(dissolveFolder(page.value, folderId), 'Dissolved the folder.')

  function resize(by: number): void {
    const size = PLATE_SIZES[PLATE_SIZES.indexOf(rack.rack.size) + by]
    if (size) void rack.save((now) => ({ ...now, size }))
  }

  return { renaming, shift, fold, into, takeOff, drop, rename, nameIt, moveRow, removeRow, dissolve, resize }
}
