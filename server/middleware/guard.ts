import { isOwnHost } from '../http/security'
import { refuse } from '../http/refusal'

/** A page from elsewhere, or a name that resolves to loopback, gets nothing. */
export default defineEventHandler((event) => {
  const { host = '', origin } = event.node.req.headers
  if (!isOwnHost(host))
    throw refuse(403, 'foreign-host', 'Host', `Keen Lever answers to 127.0.0.1 and localhost only, not to “${host}”.`)
  if (origin !== undefined && origin !== `http://${host}`)
    throw refuse(
      403,
      'foreign-origin',
      'Origin',
      `A page of ${origin} may not use Keen Lever. Open http://${host} itself.`,
    )
})
