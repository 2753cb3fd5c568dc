import { createHash } from 'node:crypto'

/** What every answer has, whatever it is. */
export const COMMON_HEADERS = {
  'x-content-type-options': 'nosniff',
  'x-frame-options': 'DENY',
  'referrer-policy': 'no-referrer',
} as const

const LOOPBACK = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/

/** Whether a request says that it is for this machine; one through another name may be of a page from elsewhere. */
export function isOwnHost(host: string): boolean {
  return LOOPBACK.test(host)
}

/**
 * The content security policy of a page (W3C CSP 3): nothing but its own, and of inline scripts those that stand in it,
 * by their SHA-256.
 */
export function policyFor(html: string): string {
  const inline = [...html.matchAll(/<script(?![^>]*\ssrc=)[^>]*>([\s\S]*?)<\/script>/g)].map(([, text]) => text!)
  const hashes = [...new Set(inline)].map((text) => `'sha256-${createHash('sha256').update(text).digest('base64')}'`)
  return [
    "default-src 'self'",
    ['script-src', "'self'", ...hashes].join(' '),
    // The component library and drag and drop set styles of elements.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self' data:",
    "worker-src 'self' blob:",
    "connect-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ')
}
