import { z } from 'zod'
import { noticedSchema } from '../noticingSchemas'
import type { Endpoint } from './endpoint'

/** What repeats among what is done by hand. */
export const noticingEndpoints = {
  readNoticed: {
    method: 'GET',
    path: '/api/noticing',
    summary:
      'What repeats among acts by hand, as levers that would do it; and levers that are alike or taken back at once.',
    answer: noticedSchema,
  },
  setNoticedAside: {
    method: 'POST',
    path: '/api/noticing/aside',
    summary: 'Tells something that was noticed no more, or again.',
    body: z.object({ id: z.string().min(1).max(200), aside: z.boolean() }),
    answer: noticedSchema,
  },
  forgetNoticed: {
    method: 'DELETE',
    path: '/api/noticing',
    summary: 'Forgets every act that was watched; what the acts by hand list of them stays.',
    answer: z.object({ forgotten: z.number().int() }),
  },
} as const satisfies Record<string, Endpoint>
