import { endpoints } from '../../contract'
import { useEngine } from '../engine'
import { check } from '../http/route'

const HEARTBEAT_MS = 15_000
/** What may wait for a tab that does not read. It is cut off then, and asks for what it missed when it comes back. */
const MOST_WAITING_BYTES = 16_000_000

/** Server-sent events (WHATWG HTML, §9.2): the stream stays open until the tab or the server goes. */
export default defineEventHandler(async (event) => {
  const { after } = check(endpoints.events.query, getQuery(event)) as { after?: string }
  const { feed } = await useEngine()
  const response = event.node.res
  response.writeHead(200, {
    'content-type': 'text/event-stream',
    'cache-control': 'no-store',
    connection: 'keep-alive',
    'x-accel-buffering': 'no',
  })
  response.write(': open\n\n')
  const lastSeen = event.node.req.headers['last-event-id']
  const unsubscribe = feed.subscribe(
    {
      send: (text) => {
        // What is told at once is sent at once, in one piece.
        if (response.writableCorked === 0) {
          response.cork()
          process.nextTick(() => response.uncork())
        }
        response.write(text)
        if (response.writableLength > MOST_WAITING_BYTES) response.destroy()
      },
      end: () => response.end(),
    },
    typeof lastSeen === 'string' ? lastSeen : after,
  )
  const heartbeat = setInterval(() => response.write(': still here\n\n'), HEARTBEAT_MS)
  event._handled = true
  await new Promise<void>((resolve) => response.on('close', resolve))
  clearInterval(heartbeat)
  unsubscribe()
})
