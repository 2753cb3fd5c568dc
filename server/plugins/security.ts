import { COMMON_HEADERS, isOwnHost, policyFor } from '../http/security'

/** What holds for files and pages as well, which are served before any route is asked. */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('request', ({ node: { req, res } }) => {
    for (const [name, value] of Object.entries(COMMON_HEADERS)) res.setHeader(name, value)
    // Files are given to GET and HEAD only; the guard says why this one gets nothing.
    if (!isOwnHost(req.headers.host ?? '')) req.method = 'POST'
  })
  nitro.hooks.hook('render:response', (response) => {
    const headers = response.headers as Record<string, string> | undefined
    if (!headers || typeof response.body !== 'string') return
    delete headers['x-powered-by']
    // The development server puts scripts of its own into the page.
    if (!import.meta.dev) headers['content-security-policy'] = policyFor(response.body)
  })
})
