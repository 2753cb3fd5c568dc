import { onScopeDispose, watch } from 'vue'
import { whenIdle } from '~/page/whenIdle'
import { useMirror } from './useMirror'

/** So long a key waits at most for what is done ahead. */
const MOST_MS = 10

/** One after the other, in the order in which they were begun, so that what keys wait for is there first. */
let queue = Promise.resolve()

/**
 * Does work bit by bit while the browser has nothing else to do, as soon as the tab is filled, and again whenever it is
 * filled anew. It ends with the component.
 */
export function useAhead(begin: () => Generator<void, void>): void {
  const mirror = useMirror()
  let round = 0

  async function work(own: number): Promise<void> {
    let freeUntil = 0
    let endAt = 0
    const waitForTurn = async () => {
      // Keys that came meanwhile are first.
      await new Promise((free) => setTimeout(free))
      if (performance.now() >= freeUntil) freeUntil = (await whenIdle()) + performance.now()
      endAt = Math.min(freeUntil, performance.now() + MOST_MS)
    }
    if (round !== own) return
    await waitForTurn()
    for (const parts = begin(); round === own && !parts.next().done;)
      if (performance.now() >= endAt) await waitForTurn()
  }
  watch(
    () => mirror.phase === 'live',
    (isLive) => {
      if (!isLive) return
      const own = ++round
      queue = queue.then(() => work(own)).catch(reportError)
    },
    { immediate: true },
  )
  onScopeDispose(() => (round = 0))
}
