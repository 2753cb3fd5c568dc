import { z } from 'zod'
import { namedValueSchema } from '../../core/levers'
import { historySchema } from '../schemas'
import { missing, stale, unusable } from './endpoint'
import type { Endpoint } from './endpoint'

const valueBody = namedValueSchema.omit({ id: true, version: true })

/** Texts that levers use by name. */
export const valuesEndpoints = {
  listValues: { method: 'GET', path: '/api/values', summary: 'All named values.', answer: z.array(namedValueSchema) },
  createValue: {
    method: 'POST',
    path: '/api/values',
    summary: 'A new named value, of one frame or of all (`frameId` null).',
    body: valueBody,
    answer: namedValueSchema,
    status: 201,
    refusals: unusable,
  },
  editValue: {
    method: 'PATCH',
    path: '/api/values/:id',
    summary: 'Alters a named value. A new name is written into everything that uses it.',
    body: valueBody.partial().extend({ version: z.number().int().positive() }),
    answer: namedValueSchema,
    refusals: { ...missing, ...stale, ...unusable },
  },
  deleteValue: {
    method: 'DELETE',
    path: '/api/values/:id',
    summary: 'Deletes a named value; what uses it says so from then on.',
    answer: historySchema,
    refusals: missing,
  },
} as const satisfies Record<string, Endpoint>
