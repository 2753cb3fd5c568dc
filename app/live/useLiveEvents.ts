import { onMounted, onUnmounted } from 'vue'
import { callApi } from './callApi'
import { joinLiveStream } from './joinLiveStream'
import { useMirror } from './useMirror'

const RETRY_MS = 1000

/**
 * Keeps the mirror true for as long as the component lives: the state first, then live events from there on. Files that
 * nothing shows come last, so that nothing waits for them.
 */
export function useLiveEvents(): void {
  const mirror = useMirror()
  let leave: (() => void) | undefined
  let retry: ReturnType<typeof setTimeout> | undefined
  let ended = false
  let isFilled = false
  let turn = 0

  async function begin(): Promise<void> {
    const mine = ++turn
    leave?.()
    leave = undefined
    try {
      // What happens after the state was read comes as live events, which do no harm where it is in the rest already.
      const state = await callApi('state')
      const files = isFilled ? 'all' : 'shown'
      const [levers, bench] = await Promise.all([callApi('listLevers'), callApi('readBench', { query: { files } })])
      if (ended) return
      mirror.fill({ state, levers, bench })
      isFilled = true
      leave = joinLiveStream(state.sequence, {
        event: (_id, event) => mirror.take(event) || void begin(),
        open: (isOpen) => {
          mirror.phase = isOpen ? 'live' : 'cut-off'
        },
      })
      if (!bench.isPartial) return
      const whole = await callApi('readBench')
      if (!ended && mine === turn && !mirror.takeBench(whole)) void begin()
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
