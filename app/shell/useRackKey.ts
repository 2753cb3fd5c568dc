import { useEventListener } from '@vueuse/core'
import { useRoute, useRouter } from 'vue-router'

/** One key from anywhere shows the rack, and goes back to where one was; a lever that has the key comes first. */
export function useRackKey(): void {
  const router = useRouter()
  const route = useRoute()
  let cameFrom = '/levers'

  useEventListener(window, 'keydown', (event) => {
    if (
      event.defaultPrevented ||
      event.code !== 'F8' ||
      event.ctrlKey ||
      event.altKey ||
      event.metaKey ||
      event.shiftKey
    )
      return
    event.preventDefault()
    if (route.path === '/rack') return void router.push(cameFrom)
    cameFrom = route.fullPath
    void router.push('/rack')
  })
}
