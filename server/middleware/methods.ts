import { endpoints } from '../../contract'
import type { Endpoint } from '../../contract'
import { refuse } from '../http/refusal'

const routes = Object.values<Endpoint>(endpoints).map(({ method, path }) => ({
  method: method as string,
  parts: path.split('/'),
}))

/** A path of the API that is asked for in another way than it can be, and what `HEAD` and `OPTIONS` get. */
export default defineEventHandler(async (event) => {
  const path = event.path.split('?')[0]!
  if (!path.startsWith('/api/')) return
  const parts = path.split('/')
  const methods = routes.flatMap((route) => (isAt(parts, route.parts) ? [route.method] : []))
  const { method } = event
  if (methods.length === 0 || methods.includes(method)) return
  const allowed = [...new Set([...methods, ...(methods.includes('GET') ? ['HEAD'] : []), 'OPTIONS'])]
  setResponseHeader(event, 'allow', allowed.join(', '))
  if (method === 'OPTIONS') return sendNoContent(event)
  if (method !== 'HEAD' || !methods.includes('GET'))
    throw refuse(405, 'no-such-method', '', `${path} cannot be asked for by ${method}, only by ${methods.join(', ')}.`)
  if (path === endpoints.events.path) {
    setResponseHeader(event, 'content-type', 'text/event-stream')
    return sendNoContent(event, 200)
  }
  const answer = await event.fetch(event.path, { headers: { host: event.node.req.headers.host ?? '' } })
  setResponseStatus(event, answer.status)
  setResponseHeader(event, 'content-type', answer.headers.get('content-type') ?? 'application/json')
  return sendNoContent(event, answer.status)
})

/** Whether a path is that of a route, whose parts with a colon stand for anything. */
function isAt(parts: readonly string[], wanted: readonly string[]): boolean {
  return parts.length === wanted.length && wanted.every((part, i) => part.startsWith(':') || part === parts[i])
}
