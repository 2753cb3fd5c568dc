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
      const answer = await callApi('state')
      if (ended) return
      mirror.fill(answer)
      leave = joinLiveStream(answer.sequence, {
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
