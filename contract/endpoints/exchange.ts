import { z } from 'zod'
import { exportAnswerSchema, exportBodySchema, historySchema, importBodySchema, importItemSchema } from '../schemas'
import { missing, unusable } from './endpoint'
import type { Endpoint } from './endpoint'

const importBytes = 24 * 1024 * 1024

/** Desktop Entry files in and out. */
export const exchangeEndpoints = {
  previewImport: {
    method: 'POST',
    path: '/api/exchange/preview',
    summary: 'What importing Desktop Entry files would create, change and skip, and why. Nothing is altered.',
    body: importBodySchema,
    mostBytes: importBytes,
    answer: z.array(importItemSchema),
    refusals: unusable,
  },
  importEntries: {
    method: 'POST',
    path: '/api/exchange/import',
    summary: 'Imports Desktop Entry files as programs and levers, as one edit: all that the preview shows, or nothing.',
    body: importBodySchema,
    mostBytes: importBytes,
    answer: z.object({ items: z.array(importItemSchema), history: historySchema }),
    refusals: { ...unusable, 409: 'A program cannot be set up on the bench as it stands.' },
  },
  exportEntries: {
    method: 'POST',
    path: '/api/exchange/export',
    summary: 'Levers as Desktop Entry files, and those that none can say, with the reason.',
    body: exportBodySchema,
    answer: exportAnswerSchema,
    refusals: missing,
  },
} as const satisfies Record<string, Endpoint>
