import { z } from 'zod'
import { uploadBodySchema } from '../exchangeSchemas'
import { missing } from './endpoint'
import type { Endpoint } from './endpoint'

/** Icons, shipped and uploaded. */
export const iconsEndpoints = {
  findIcons: {
    method: 'GET',
    path: '/api/icons',
    summary: 'Icons of the shipped set by words of their names, with the drawing of each (the inside of a 24x24 SVG).',
    query: z.object({
      query: z.string().max(80).default(''),
      limit: z.coerce.number().int().min(1).max(200).default(72),
    }),
    answer: z.object({ icons: z.array(z.object({ name: z.string(), body: z.string() })), total: z.number().int() }),
  },
  readSetIcon: {
    method: 'GET',
    path: '/api/icons/set/:id',
    summary: 'One icon of the shipped set, as an SVG file.',
    answer: z.string().meta({ description: 'An `image/svg+xml`.' }),
    refusals: missing,
  },
  uploadIcon: {
    method: 'POST',
    path: '/api/icons/uploads',
    summary: 'Stores an SVG or PNG icon. What could run or reach outside is taken out, or the file is refused.',
    body: uploadBodySchema,
    answer: z.object({ id: z.string(), type: z.string(), removed: z.array(z.string()) }),
    status: 201,
    refusals: { 422: 'It is no SVG or PNG, too large, or not safe to show.' },
  },
  readUploadedIcon: {
    method: 'GET',
    path: '/api/icons/uploads/:id',
    summary: 'An uploaded icon, as its file.',
    answer: z.string().meta({ description: 'An `image/svg+xml` or `image/png`.' }),
    refusals: missing,
  },
} as const satisfies Record<string, Endpoint>
