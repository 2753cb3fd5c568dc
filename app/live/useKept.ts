import { computed, ref, watch } from 'vue'
import type { Ref } from 'vue'
import { canonicalJson } from '~~/core/bench'

/**
 * Something that is being filled in, kept by the browser across views and reloads of the tab until it is saved or
 * thrown away.
 * `fresh` is what it begins with, and what it is compared with to tell whether it was touched.
 */
export function useKept<T>(key: string, fresh: T) {
  const began = ref(canonicalJson(fresh))
  const stored = sessionStorage.getItem(key)
  const kept = ref(stored ? (JSON.parse(stored) as T) : copyOf(fresh)) as Ref<T>
  const isTouched = computed(() => canonicalJson(kept.value) !== began.value)
  const wasRestored = isTouched.value
  const stopKeeping = watch(
    kept,
    (value) => {
      if (isTouched.value) sessionStorage.setItem(key, JSON.stringify(value))
      else sessionStorage.removeItem(key)
    },
    { deep: true },
  )

  /** Begins again from this, unaltered or with what is to stand in its place. */
  function restart(from: T, to: T = from): void {
    began.value = canonicalJson(from)
    kept.value = copyOf(to)
    // At once, as whoever holds it may be gone before it is watched again.
    if (!isTouched.value) sessionStorage.removeItem(key)
  }

  /** It was saved or thrown away. */
  function forget(): void {
    stopKeeping()
    sessionStorage.removeItem(key)
  }

  return { kept, isTouched, wasRestored, restart, forget }
}

/** A copy of plain data that shares nothing with it, be it observed or not. */
function copyOf<T>(value: T): T {
  return JSON.parse(JSON.stringify(value)) as T
}
