import { onMounted, onUnmounted, ref } from 'vue'

/** One key of a view, as the help lists it. */
export interface ViewKey {
  readonly keys: string
  readonly does: string
}

const current = ref<{ view: string; keys: readonly ViewKey[] }>({ view: '', keys: [] })

/** Tells the help which keys the view has, for as long as the view is shown. */
export function useViewKeys(view: string, keys: readonly ViewKey[]): void {
  onMounted(() => {
    current.value = { view, keys }
  })
  onUnmounted(() => {
    if (current.value.view === view) current.value = { view: '', keys: [] }
  })
}

export function useCurrentViewKeys() {
  return current
}
