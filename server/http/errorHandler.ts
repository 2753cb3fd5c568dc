import { defineNitroErrorHandler } from 'nitropack/runtime'
import { Refusal } from './refusal'
import { report } from '../report'

/** Every error of the API leaves as `{ issues: [{ code, path, message }] }`. */
export default defineNitroErrorHandler((error, event) => {
  const cause = error.cause
  const refusal = cause instanceof Refusal ? cause : undefined
  const status = refusal?.status ?? (error.statusCode || 500)
  if (status >= 500) report(`${event.method} ${event.path}`, cause ?? error)
  const issues = refusal?.issues ?? [
    status === 404
      ? {
          code: 'no-such-route',
          path: '',
          message: `There is nothing at ${event.method} ${event.path}. The routes are listed at /api/openapi.json.`,
        }
      : status >= 500
        ? {
            code: 'server-failed',
            path: '',
            message:
              'The server failed at this; nothing was half done. Try again; if it stays, see the server’s output.',
          }
        : { code: 'bad-request', path: '', message: error.message || 'The request cannot be read.' },
  ]
  const response = event.node.res
  if (!response.headersSent)
    response.writeHead(status, { 'content-type': 'application/json; charset=utf-8', 'cache-control': 'no-store' })
  response.end(response.writableEnded ? undefined : JSON.stringify({ issues }))
})
