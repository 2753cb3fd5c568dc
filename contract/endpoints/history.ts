import { z } from 'zod'
import { historySchema, revisionSchema } from '../schemas'
import type { Endpoint } from './endpoint'

/** Edits, taken back and made again. */
export const historyEndpoints = {
  listRevisions: {
    method: 'GET',
    path: '/api/revisions',
    summary: 'The history of edits, latest first.',
    query: z.object({ limit: z.coerce.number().int().min(1).max(500).default(100) }),
    answer: z.array(revisionSchema),
  },
  undo: {
    method: 'POST',
    path: '/api/undo',
    summary: 'Takes the last edit back.',
    answer: historySchema,
    refusals: { 409: 'There is nothing to undo.' },
  },
  redo: {
    method: 'POST',
    path: '/api/redo',
    summary: 'Makes the last undone edit again.',
    answer: historySchema,
    refusals: { 409: 'There is nothing to redo.' },
  },
} as const satisfies Record<string, Endpoint>
