import { nextTick } from 'vue'
import { entryActKeys, ENTRY_ACTS, nextInput, quickActs } from '~~/core/finding'
import { useMirror } from '~/live/useMirror'
import type { Board } from './useBoard'
import type { useBoardDeeds } from './useBoardDeeds'

/** Rows of the board that a page key goes past. */
const PAGE = 10
const GRID_COLUMNS = 6

/** The keys of the field while the board is open: going among the rows, narrowing, acts, inputs. */
export function useBoardKeys(board: Board, deeds: ReturnType<typeof useBoardDeeds>, leave: () => void) {
  const { query, isGrid, chosen, rows, row, leading, mode } = board
  const mirror = useMirror()

  /** Tab goes to the next input of a quick act, and makes one of an alias that stands alone; else it is the browser's. */
  function tab(): boolean {
    const now = row.value
    if (now?.kind === 'quick') {
      const before = query.value
      query.value = nextInput(before, now.quick)
      return query.value !== before
    }
    // By what is typed and not by what was found, which may still be for the letter before.
    const isOfTyped = chosen.value === 0 || (now?.kind === 'hit' && now.hit.tier === 'alias')
    if (mode.value.kind !== 'find' || !isOfTyped) return false
    const isAlias = quickActs(`${query.value.trim()} `, mirror.levers, (lever) => lever.aliases).length > 0
    if (!isAlias) return false
    query.value = `${query.value.trim()} `
    return true
  }

  function move(by: number): void {
    chosen.value = Math.max(0, Math.min(chosen.value + by, rows.value.length - 1))
    void nextTick(() => document.getElementById(`launcher-${chosen.value}`)?.scrollIntoView({ block: 'nearest' }))
  }

  function onAlt(event: KeyboardEvent): boolean {
    if (!event.altKey || event.ctrlKey || event.metaKey) return false
    const digit = /^(?:Digit|Numpad)(\d)$/.exec(event.code)?.[1]
    if (digit !== undefined) board.narrowBy(digit)
    else if (event.code === 'KeyV') isGrid.value = !isGrid.value
    else {
      const act = ENTRY_ACTS.find((one) => entryActKeys[one] === `Alt+${event.code.replace(/^Key/, '')}`)
      if (!act || row.value?.kind !== 'hit' || mode.value.kind !== 'find') return false
      void deeds.perform(act, row.value.hit.entry)
    }
    return true
  }

  /** So many rows an arrow or page key goes; undefined for other keys. */
  function stepOf({ key, altKey, ctrlKey, shiftKey }: KeyboardEvent): number | undefined {
    if (altKey || ctrlKey || shiftKey) return undefined
    const across = isGrid.value ? GRID_COLUMNS : 1
    const isInGrid = isGrid.value && chosen.value >= leading.value
    switch (key) {
      case 'ArrowDown':
        return chosen.value < leading.value ? 1 : across
      case 'ArrowUp':
        return chosen.value <= leading.value ? -1 : -across
      case 'PageDown':
        return PAGE * across
      case 'PageUp':
        return -PAGE * across
      case 'ArrowRight':
        return isInGrid ? 1 : undefined
      case 'ArrowLeft':
        return isInGrid ? -1 : undefined
      default:
        return undefined
    }
  }

  return function onKey(event: KeyboardEvent): void {
    if (!board.isOpen.value) board.open()
    const by = stepOf(event)
    if (event.key === 'Escape') leave()
    else if (event.key === 'Enter') void deeds.go(event.shiftKey)
    else if (by !== undefined) move(by)
    else if (event.key === 'Tab' && !event.shiftKey) {
      if (!tab()) return
    } else if (!onAlt(event)) return
    event.preventDefault()
    event.stopPropagation()
  }
}
