import { useEventListener } from '@vueuse/core'
import { isTyping } from '~/page/isTyping'
import { useLeverActions } from './useLeverActions'

/** Ctrl+Z and Ctrl+Shift+Z (or Ctrl+Y) for edits of levers, wherever no field has the keys. */
export function useHistoryKeys(): void {
  const { undo, redo } = useLeverActions()
  useEventListener(window, 'keydown', (event) => {
    if (!event.ctrlKey || event.altKey || isTyping()) return
    const key = event.key.toLowerCase()
    if (key === 'z' && !event.shiftKey) void undo()
    else if (key === 'y' || (key === 'z' && event.shiftKey)) void redo()
    else return
    event.preventDefault()
  })
}
