import { z } from 'zod'
import { kitSchema } from '../../core/sheets'
import { historySchema } from '../schemas'
import { missing, stale, unusable } from './endpoint'
import type { Endpoint } from './endpoint'

const kitBody = kitSchema.omit({ id: true, version: true })

/** Steps saved under a name, to be put into any sheet as a copy. */
export const kitsEndpoints = {
  listKits: { method: 'GET', path: '/api/kits', summary: 'All kits, by name.', answer: z.array(kitSchema) },
  createKit: {
    method: 'POST',
    path: '/api/kits',
    summary: 'A new kit.',
    body: kitBody,
    answer: kitSchema,
    status: 201,
    refusals: unusable,
  },
  editKit: {
    method: 'PATCH',
    path: '/api/kits/:id',
    summary: 'Alters a kit. Sheets that it was put into stay as they are.',
    body: kitBody.partial().extend({ version: z.number().int().positive() }),
    answer: kitSchema,
    refusals: { ...missing, ...stale, ...unusable },
  },
  deleteKit: {
    method: 'DELETE',
    path: '/api/kits/:id',
    summary: 'Deletes a kit; undo brings it back.',
    answer: historySchema,
    refusals: missing,
  },
} as const satisfies Record<string, Endpoint>
