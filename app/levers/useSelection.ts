import { computed, ref, watch } from 'vue'
import type { ComputedRef } from 'vue'
import type { Lever } from '~~/core/levers'

/** One lever that is at hand, and any number that are marked with it, in a list that may change under them. */
export function useSelection(inOrder: ComputedRef<readonly Lever[]>) {
  const currentId = ref<string>()
  const markedIds = ref<ReadonlySet<string>>(new Set())
  let anchorId: string | undefined
  const byId = computed(() => new Map(inOrder.value.map((lever) => [lever.id, lever])))

  const current = computed(() => byId.value.get(currentId.value ?? '') ?? inOrder.value[0])
  const marked = computed(() =>
    markedIds.value.size === 0 ? [] : inOrder.value.filter((lever) => markedIds.value.has(lever.id)),
  )
  /** What an act on "the levers" is about: the marked ones, or the one at hand. */
  const chosen = computed(() => (marked.value.length > 0 ? marked.value : current.value ? [current.value] : []))

  watch(byId, (ids) => {
    if ([...markedIds.value].some((id) => !ids.has(id)))
      markedIds.value = new Set([...markedIds.value].filter((id) => ids.has(id)))
  })

  function go(lever: Lever | undefined, extend = false): void {
    if (!lever) return
    if (extend) {
      anchorId ??= current.value?.id
      const ids = inOrder.value.map((entry) => entry.id)
      const [from, to] = [ids.indexOf(anchorId!), ids.indexOf(lever.id)].sort((a, b) => a - b) as [number, number]
      markedIds.value = new Set(ids.slice(Math.max(0, from), to + 1))
    } else anchorId = undefined
    currentId.value = lever.id
  }

  function move(by: number, extend = false): void {
    const at = current.value ? inOrder.value.indexOf(current.value) : 0
    go(inOrder.value[Math.min(Math.max(0, at + by), inOrder.value.length - 1)], extend)
  }

  function toggle(lever: Lever | undefined): void {
    if (!lever) return
    const next = new Set(markedIds.value)
    if (!next.delete(lever.id)) next.add(lever.id)
    markedIds.value = next
    currentId.value = lever.id
  }

  function markAll(): void {
    markedIds.value = new Set(inOrder.value.map((lever) => lever.id))
  }

  function clear(): void {
    markedIds.value = new Set()
    anchorId = undefined
  }

  return { current, marked, markedIds, chosen, go, move, toggle, markAll, clear }
}
