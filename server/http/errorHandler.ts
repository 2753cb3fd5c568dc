import type { H3Event } from 'h3'
import { defineNitroErrorHandler } from 'nitropack/runtime'
import { isDiskFull } from '../database/diskFull'
import { Refusal } from './refusal'
import { report } from '../report'

/** RFC 4918, section 11.5, “Insufficient Storage”. */
const FULL = 507

/** Every error of the API leaves as `{ issues: [{ code, path, message }] }`. */
export default defineNitroErrorHandler((error, event) => {
  const cause = error.cause
  const refusal = cause instanceof Refusal ? cause : undefined
  const status = refusal?.status ?? (isDiskFull(error) ? FULL : error.statusCode || 500)
  if (status >= 500) report(`${event.method} ${event.path}`, cause ?? error)
  const issues = refusal?.issues ?? [{ path: '', ...told(status, event, error.message) }]
  const response = event.node.res
  if (!response.headersSent)
    response.writeHead(status, { 'content-type': 'application/json; charset=utf-8', 'cache-control': 'no-store' })
  response.end(response.writableEnded ? undefined : JSON.stringify({ issues }))
})

/** What is said of an error that is no refusal. */
function told(status: number, { method, path }: H3Event, message: string): { code: string; message: string } {
  if (status === 404)
    return {
      code: 'no-such-route',
      message: `There is nothing at ${method} ${path}. The routes are listed at /api/openapi.json.`,
    }
  if (status === FULL)
    return {
      code: 'disk-full',
      message:
        'The disk that the store is on is full, so nothing of this was kept. Make room there and try again; ' +
        'what you entered stays here.',
    }
  if (status >= 500)
    return {
      code: 'server-failed',
      message: 'The server failed at this; nothing was half done. Try again; if it stays, see the server’s output.',
    }
  return { code: 'bad-request', message: message || 'The request cannot be read.' }
}
