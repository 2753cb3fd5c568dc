import { preloadRouteComponents } from '#imports'
import { useTimeoutFn } from '@vueuse/core'
import { watch } from 'vue'
import { useMirror } from '~/live/useMirror'
import { VIEWS } from '~/page/views'

/** The view that was asked for stands by then, also on a slow machine. */
const LATER_MS = 4000

/**
 * Loads the other views one by one when nothing else is to be done, so that each is there at once, also while the
 * server is away.
 */
export function useViewsAhead(): void {
  const mirror = useMirror()
  const paths = VIEWS.map(({ to }): string => to)

  function loadNext(): void {
    const path = paths.shift()
    if (path === undefined) return
    requestIdleCallback(() => {
      // One that cannot be had now is asked for again when it is gone to.
      void preloadRouteComponents(path)
        .catch(() => undefined)
        .then(loadNext)
    })
  }

  const { start } = useTimeoutFn(loadNext, LATER_MS, { immediate: false })
  watch(
    () => mirror.phase !== 'loading',
    (isFilled) => isFilled && start(),
    { immediate: true },
  )
}
