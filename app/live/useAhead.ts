import { onScopeDispose, watch } from 'vue'
import { whenIdle } from '~/page/whenIdle'
import { useMirror } from './useMirror'

/** So long a key waits at most for what is done ahead. */
const MOST_MS = 10

/**
 * Does work bit by bit while the browser has nothing else to do, as soon as the tab is filled, and again whenever it is
 * filled anew. It ends with the component.
 */
export function useAhead(begin: () => Generator<void, void>): void {
  const mirror = useMirror()
  let round = 0

  async function work(): Promise<void> {
    const own = ++round
    let endAt = performance.now() + Math.min(await whenIdle(), MOST_MS)
    for (const parts = begin(); round === own && !parts.next().done;)
      if (performance.now() >= endAt) endAt = performance.now() + Math.min(await whenIdle(), MOST_MS)
  }
  watch(
    () => mirror.phase === 'live',
    (isLive) => isLive && void work(),
    { immediate: true },
  )
  onScopeDispose(() => (round = 0))
}
