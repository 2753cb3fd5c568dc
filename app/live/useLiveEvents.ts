import { onMounted, onUnmounted } from 'vue'
import { callApi } from './callApi'
import { joinLiveStream } from './joinLiveStream'
import { useMirror } from './useMirror'

const RETRY_MS = 1000

/** Keeps the mirror true for as long as the component lives: the whole state first, then live events from there on. */
export function useLiveEvents(): void {
  const mirror = useMirror()
  let leave: (() => void) | undefined
  let retry: ReturnType<typeof setTimeout> | undefined
  let ended = false

  async function begin(): Promise<void> {
    leave?.()
    leave = undefined
    try {
      // What happens after the state was read comes as live events, which do no harm where it is in the rest already.
      const state = await callApi('state')
      const [levers, bench] = await Promise.all([callApi('listLevers'), callApi('readBench')])
      if (ended) return
      mirror.fill({ state, levers, bench })
      leave = joinLiveStream(state.sequence, {
        event: (_id, event) => mirror.take(event) || void begin(),
        open: (isOpen) => {
          mirror.phase = isOpen ? 'live' : 'cut-off'
        },
      })
    } catch {
      mirror.phase = 'cut-off'
      retry = setTimeout(begin, RETRY_MS)
    }
  }

  onMounted(begin)
  onUnmounted(() => {
    ended = true
    clearTimeout(retry)
    leave?.()
  })
}
