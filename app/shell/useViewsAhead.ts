import { preloadRouteComponents } from '#imports'
import { useIdle } from '@vueuse/core'
import { computed, watch } from 'vue'
import { useMirror } from '~/live/useMirror'
import { whenIdle } from '~/page/whenIdle'
import { VIEWS } from '~/page/views'

/** So long nothing was pressed, turned or moved: the view that was asked for stands, and no key waits for another. */
const IDLE_MS = 4000

/**
 * Loads the other views one by one while nothing else is to be done, so that each is there at once, also while the
 * server is away.
 */
export function useViewsAhead(): void {
  const mirror = useMirror()
  const { idle } = useIdle(IDLE_MS)
  const isFree = computed(() => idle.value && mirror.phase === 'live')
  const paths = VIEWS.map(({ to }): string => to)
  let isLoading = false

  async function load(): Promise<void> {
    if (isLoading) return
    isLoading = true
    for (let path = paths.at(0); path !== undefined && isFree.value; path = paths.at(0)) {
      await whenIdle()
      paths.shift()
      // One that cannot be had now is asked for again when it is gone to.
      await preloadRouteComponents(path).catch(() => undefined)
    }
    isLoading = false
  }

  watch(isFree, () => void load(), { immediate: true })
}
