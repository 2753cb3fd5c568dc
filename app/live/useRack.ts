import { defineStore } from 'pinia'
import { computed } from 'vue'
import { entriesOn, putOn, withPage, withRow } from '~~/core/rack'
import type { Rack, RackPage } from '~~/core/rack'
import { useNotices } from './useNotices'
import { useSettingEdits } from './useSettingEdits'
import { useUndo } from './useUndo'

const newId = (): string => crypto.randomUUID().slice(0, 12)

/** The pages of plates as they stand; an edit shows at once, is stored, and can be undone. */
export const useRack = defineStore('rack', () => {
  const edits = useSettingEdits()
  const notices = useNotices()
  const { undo } = useUndo()
  const rack = computed(() => edits.settings.rack)

  async function save(edit: (rack: Rack) => Rack, told?: string): Promise<void> {
    const done = await notices.attempt(() => edits.editSettings((before) => ({ ...before, rack: edit(before.rack) })))
    if (done && told !== undefined) notices.say(told, { label: 'Undo', act: undo })
  }

  const savePage = (page: RackPage, told?: string) => save((now) => withPage(now, page), told)

  /** Puts an entry at the end of a row of a page. */
  function put(entryId: string, name: string, pageId: string, rowId: string): void {
    const page = rack.value.pages.find(({ id }) => id === pageId)
    const row = page?.rows.find(({ id }) => id === rowId)
    if (!page || !row) return
    const isThere = entriesOn(page).includes(entryId)
    void savePage(
      putOn(page, [entryId], { rowId, at: row.items.length }),
      isThere ? `${name} was on ${page.name} already; it was moved.` : `Put ${name} on ${page.name}, ${row.name}.`,
    )
  }

  /** A new page with one row. */
  function addPage(name: string): RackPage {
    const page: RackPage = { id: newId(), name, rows: [{ id: newId(), name: 'Row 1', items: [] }] }
    void savePage(page, `Made the page ${name}.`)
    return page
  }

  function addRow(page: RackPage): void {
    void savePage(withRow(page, { id: newId(), name: `Row ${page.rows.length + 1}`, items: [] }))
  }

  return { rack, save, savePage, put, addPage, addRow, newId }
})
