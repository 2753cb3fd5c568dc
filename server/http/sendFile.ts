import type { H3Event } from 'h3'

/**
 * Sends a picture that never changes under its address; should a browser open it by itself, nothing in it may run or
 * load.
 */
export function sendFile(event: H3Event, type: string, body: string | Buffer): string | Buffer {
  setResponseHeaders(event, {
    'content-type': type,
    'cache-control': 'public, max-age=31536000, immutable',
    'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; sandbox",
  })
  return body
}
