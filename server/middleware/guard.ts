import { refuse } from '../http/refusal'

const LOOPBACK = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/

/** A page from elsewhere, or a name that resolves to loopback, gets nothing. */
export default defineEventHandler((event) => {
  const { host = '', origin } = event.node.req.headers
  if (!LOOPBACK.test(host))
    throw refuse(403, 'foreign-host', 'Host', `Keen Lever answers to 127.0.0.1 and localhost only, not to “${host}”.`)
  if (origin !== undefined && origin !== `http://${host}`)
    throw refuse(
      403,
      'foreign-origin',
      'Origin',
      `A page of ${origin} may not use Keen Lever. Open http://${host} itself.`,
    )
  setResponseHeaders(event, {
    'x-content-type-options': 'nosniff',
    'x-frame-options': 'DENY',
    'referrer-policy': 'no-referrer',
  })
})
