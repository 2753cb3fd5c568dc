import type { LiveEvent } from '~~/contract'
import { LiveStream } from './liveStream'

/**
 * The one event stream of this browser, shared by its tabs: a browser allows six connections to a server, a user more
 * tabs.
 */
const scope = self as unknown as { onconnect: (event: MessageEvent) => void }
const stream = new LiveStream((after) => new EventSource(`/api/events?after=${encodeURIComponent(after)}`))

scope.onconnect = (event) => {
  const port = event.ports[0]!
  let leave: (() => void) | undefined
  port.onmessage = ({ data }: MessageEvent<{ after: string } | 'bye'>) => {
    leave?.()
    leave =
      data === 'bye'
        ? undefined
        : stream.join(data.after, {
            event: (id: string, live: LiveEvent) => port.postMessage({ id, live }),
            open: (isOpen) => port.postMessage({ isOpen }),
          })
  }
  port.start()
}
