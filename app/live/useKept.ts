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
  /** What it began with has been altered elsewhere since. */
  const isOvertaken = ref(false)
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
    isOvertaken.value = false
    kept.value = copyOf(to)
  }

  /**
   * What it began with is now this: goes along where nothing was typed, else nothing typed is lost and the user is to
   * be asked.
   */
  function follow(from: T): void {
    if (canonicalJson(from) === began.value) return
    if (isTouched.value && canonicalJson(from) !== canonicalJson(kept.value)) isOvertaken.value = true
    else restart(from)
  }

  /** It was saved or thrown away. */
  function forget(): void {
    stopKeeping()
    sessionStorage.removeItem(key)
  }

  return { kept, isTouched, isOvertaken, wasRestored, restart, follow, forget }
}

/** A copy of plain data that shares nothing with it, be it observed or not. */
function copyOf<T>(value: T): T {
  return JSON.parse(JSON.stringify(value)) as T
}
