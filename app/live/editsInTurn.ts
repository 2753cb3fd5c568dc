import { computed, shallowRef } from 'vue'
import { sameValue } from '~~/core/bench'

/** Something that is edited as a whole, in the version that it stands in. */
export interface Standing<T> {
  readonly body: T
  readonly version: number
}

interface EditsInTurn<T> {
  /** As it stands here; each edit that is stored makes its version one more. */
  readonly standing: () => Standing<T>
  /** Stores it in place of this version, and no other; rejects where that is refused. */
  readonly store: (body: T, version: number) => Promise<unknown>
}

/**
 * Edits one thing in turn: each begins from what the one before has made, be that told here yet or not, so that two in
 * quick succession never refuse each other. What is edited elsewhere meanwhile refuses an edit, and with it all that
 * began from it.
 */
export function editsInTurn<T>({ standing, store }: EditsInTurn<T>) {
  /** What the latest edit makes; it counts until something as late stands here. */
  const ahead = shallowRef<Standing<T> & { stored: Promise<unknown> }>()
  const latest = computed(() => {
    const stands = standing()
    const isAhead = ahead.value && ahead.value.version > stands.version
    return isAhead ? ahead.value! : { ...stands, stored: Promise.resolve() }
  })

  /** Resolves to whether anything was to change, once that is stored; rejects with what refused it. */
  async function edit(change: (before: T) => T): Promise<boolean> {
    const before = latest.value
    const body = change(before.body)
    if (sameValue(body, before.body)) return before.stored.then(() => false)
    const stored = before.stored.then(() => store(body, before.version))
    const mine = { body, version: before.version + 1, stored }
    ahead.value = mine
    stored.catch(() => {
      if (ahead.value === mine) ahead.value = undefined
    })
    await stored
    return true
  }

  return { body: computed(() => latest.value.body), edit }
}
