import { z } from 'zod'
import { stateAnswerSchema } from '../schemas'
import type { Endpoint } from './endpoint'

/** What an open tab begins with, and what it is told. */
export const liveEndpoints = {
  state: {
    method: 'GET',
    path: '/api/state',
    summary:
      'What an open tab begins with, beside `/api/levers` and `/api/bench`: frames, values, settings, the newest runs and keys.',
    answer: stateAnswerSchema,
  },
  events: {
    method: 'GET',
    path: '/api/events',
    summary: 'Live events (server-sent events). `after` or `Last-Event-ID` continues where a tab left off.',
    query: z.object({ after: z.string().optional() }),
    answer: z.string().meta({ description: 'A `text/event-stream`; each `data` is one live event as JSON.' }),
  },
  health: {
    method: 'GET',
    path: '/api/health',
    summary: 'Whether the server answers and the store is open.',
    answer: z.object({ ok: z.literal(true), store: z.string(), benchVersion: z.number().int() }),
  },
} as const satisfies Record<string, Endpoint>
