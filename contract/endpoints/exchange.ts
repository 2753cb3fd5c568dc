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
  writeScript: {
    method: 'POST',
    path: '/api/exchange/script',
    summary:
      'A lever, a frame or what a run did as a script of the POSIX shell, with the commands that are to be filled in. Nothing is altered.',
    body: z.object({ of: z.enum(['lever', 'frame', 'run']), id: z.string().max(200) }),
    answer: z.object({
      name: z.string().meta({ description: 'A name for the file.' }),
      text: z.string().meta({ description: 'Empty where nothing of it can be said.' }),
      byHand: z
        .array(z.object({ name: z.string(), says: z.string(), gives: z.enum(['nothing', 'value', 'condition']) }))
        .meta({ description: 'What it calls and whoever uses it fills in.' }),
      left: z
        .array(z.object({ plate: z.number().int(), name: z.string(), because: z.string() }))
        .meta({ description: 'Levers that are not in it.' }),
    }),
    refusals: {
      ...missing,
      409: 'What the run did is kept no longer.',
      422: 'The frame has more levers than a script holds.',
    },
  },
} as const satisfies Record<string, Endpoint>
