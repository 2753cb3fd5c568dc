import { refuse } from '../http/refusal'

export default defineEventHandler((event) => {
  throw refuse(
    404,
    'no-such-route',
    '',
    `There is nothing at ${event.method} ${event.path}. The routes are listed at /api/openapi.json.`,
  )
})
