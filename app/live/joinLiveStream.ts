import { LiveStream } from './liveStream'
import type { Listener } from './liveStream'
import type { LiveEvent } from '~~/contract'

type Message = { id: string; live: LiveEvent } | { isOpen: boolean }

let worker: SharedWorker | undefined
let ownStream: LiveStream | undefined

/** Joins the stream that all tabs of this browser share; a browser without shared workers gets one per tab. */
export function joinLiveStream(after: string, listener: Listener): () => void {
  if (typeof SharedWorker === 'undefined') {
    ownStream ??= new LiveStream((from) => new EventSource(`/api/events?after=${encodeURIComponent(from)}`))
    return ownStream.join(after, listener)
  }
  worker ??= new SharedWorker(new URL('./liveStream.worker.ts', import.meta.url), {
    type: 'module',
    name: 'keen-lever-live',
  })
  const { port } = worker
  port.onmessage = ({ data }: MessageEvent<Message>) => {
    if ('isOpen' in data) listener.open(data.isOpen)
    else listener.event(data.id, data.live)
  }
  port.postMessage({ after })
  const bye = () => port.postMessage('bye')
  window.addEventListener('pagehide', bye)
  return () => {
    window.removeEventListener('pagehide', bye)
    bye()
  }
}
