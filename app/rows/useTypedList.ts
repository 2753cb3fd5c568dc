import { computed } from 'vue'
import type { Ref } from 'vue'

/** So many entries are about what is seen of a list at once. */
const PAGE = 12

/** What a list that is gone through by arrows and filtered by typing is about. */
interface TypedList<T> {
  readonly entries: () => readonly T[]
  /** The id of the one that is selected; the first one where it is none of them. */
  readonly selectedId: () => string | undefined
  readonly select: (id: string) => void
  readonly filter: Ref<string>
  /** Keys of the view itself; true for those that it has taken. */
  readonly own?: (event: KeyboardEvent) => boolean
}

/** The entry that is selected, and the keys of the list: arrows go on, letters filter, Escape shows all again. */
export function useTypedList<T extends { readonly id: string }>({
  entries,
  selectedId,
  select,
  filter,
  own = () => false,
}: TypedList<T>) {
  const selected = computed(() => {
    const all = entries()
    return all.find(({ id }) => id === selectedId()) ?? all[0]
  })

  function move(by: number): void {
    const all = entries()
    const at = selected.value ? all.indexOf(selected.value) : 0
    const next = all[Math.min(Math.max(0, at + by), all.length - 1)]
    if (next) select(next.id)
  }

  function onKey(event: KeyboardEvent): void {
    if (event.altKey || event.metaKey || event.key === '?') return
    if (!own(event)) {
      if (event.ctrlKey) return
      if (event.key === 'ArrowDown') move(1)
      else if (event.key === 'ArrowUp') move(-1)
      else if (event.key === 'PageDown') move(PAGE)
      else if (event.key === 'PageUp') move(-PAGE)
      else if (event.key === 'Home') move(-Infinity)
      else if (event.key === 'End') move(Infinity)
      else if (event.key === 'Escape') filter.value = ''
      else if (event.key === 'Backspace') filter.value = filter.value.slice(0, -1)
      else if (event.key.length === 1 && event.key !== '/') filter.value += event.key
      else return
    }
    event.preventDefault()
  }

  return { selected, onKey }
}
