import { onMounted, onUnmounted } from 'vue'
import type { LiveEvent } from '~~/contract'
import { callApi } from './callApi'
import { useMirror } from './useMirror'

const RETRY_MS = 1000

/**
 * Keeps the mirror true for as long as the component lives: the whole state first, then live events from there on.
 * The browser asks again by itself when the stream breaks, naming the last event it saw.
 */
export function useLiveEvents(): void {
  const mirror = useMirror()
  let stream: EventSource | undefined
  let retry: ReturnType<typeof setTimeout> | undefined
  let ended = false

  async function begin(): Promise<void> {
    stream?.close()
    try {
      const answer = await callApi('state')
      if (ended) return
      mirror.fill(answer)
      listen(answer.sequence)
    }
    catch {
      mirror.phase = 'cut-off'
      retry = setTimeout(begin, RETRY_MS)
    }
  }

  function listen(after: string): void {
    stream = new EventSource(`/api/events?after=${encodeURIComponent(after)}`)
    stream.onmessage = (message: MessageEvent<string>) => {
      if (!mirror.take(JSON.parse(message.data) as LiveEvent)) void begin()
    }
    stream.onopen = () => {
      mirror.phase = 'live'
    }
    stream.onerror = () => {
      mirror.phase = 'cut-off'
      if (stream?.readyState !== EventSource.CLOSED) return
      clearTimeout(retry)
      retry = setTimeout(begin, RETRY_MS)
    }
  }

  onMounted(begin)
  onUnmounted(() => {
    ended = true
    clearTimeout(retry)
    stream?.close()
  })
}
