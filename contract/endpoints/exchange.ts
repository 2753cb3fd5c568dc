import { z } from 'zod'
import { LONGEST_DOCUMENT } from '../../core/exchange'
import { runFilterSchema } from '../../core/ledger'
import { exportAnswerSchema, exportBodySchema, importBodySchema, importItemSchema } from '../exchangeSchemas'
import { historySchema } from '../schemas'
import { mappingBody, missingThingsSchema, plannedClashesSchema, wantedWaySchema } from './carried'
import { missing, pageFields, unusable } from './endpoint'
import type { Endpoint } from './endpoint'

const importBytes = 24 * 1024 * 1024
const textBody = z.object({
  kind: z.enum(['document', 'bookmarks']),
  text: z.string().max(LONGEST_DOCUMENT, 'A file has at most 24 million letters.'),
  frameId: z
    .string()
    .max(200)
    .optional()
    .meta({ description: 'Bookmarks become levers of this frame, too; only named addresses where it is left out.' }),
  mapping: mappingBody.optional(),
})
const itemSchema = z.object({
  what: z.enum(['frame', 'lever', 'value', 'kit', 'address', 'settings']),
  name: z.string(),
  fate: z.enum(['new', 'changed', 'same']),
  plate: z.number().int().optional(),
  frame: z.string().optional(),
})

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
  writeDocument: {
    method: 'POST',
    path: '/api/exchange/document',
    summary:
      'Some frames, or all, with shared values and kits, as one JSON document (docs/document.schema.json); all come with settings.',
    body: z.object({
      frameIds: z
        .array(z.string().max(200))
        .min(1)
        .max(200)
        .optional()
        .meta({ description: 'All where it is left out.' }),
    }),
    answer: z.object({ name: z.string(), text: z.string() }),
    refusals: missing,
  },
  writeTable: {
    method: 'GET',
    path: '/api/exchange/tables/:id',
    summary:
      'The `levers`, `triggers`, `clashes` or the `ledger` as comma-separated values (RFC 4180), as far as it is meant.',
    query: runFilterSchema
      .extend({
        before: pageFields('Goes on below this `seq`: the `reached` of the part before. It has no head.').before,
      })
      .describe('Of the ledger, which comes in parts, newest first.'),
    answer: z.object({
      name: z.string(),
      text: z.string(),
      rows: z.number().int().meta({ description: 'How many rows this part has.' }),
      reached: z
        .number()
        .int()
        .meta({ description: 'The table goes on below this `seq`; 0 where this is the last part.' }),
    }),
    refusals: missing,
  },
  previewText: {
    method: 'POST',
    path: '/api/exchange/text/preview',
    summary:
      'What reading in a document or a file of bookmarks would make and alter, or what is wrong with it. Nothing is altered.',
    body: textBody,
    mostBytes: importBytes * 3,
    answer: z.object({
      issues: z.array(z.object({ at: z.string(), message: z.string() })),
      items: z.array(itemSchema),
      left: z.array(z.object({ name: z.string(), because: z.string() })).meta({ description: 'What cannot be taken.' }),
      missing: missingThingsSchema,
      clashes: plannedClashesSchema,
    }),
  },
  takeWayOutOfDocument: {
    method: 'POST',
    path: '/api/exchange/text/way-out',
    summary: 'The text of a document with one way out of one of its clashes taken. Nothing is altered.',
    body: wantedWaySchema.extend({
      text: textBody.shape.text,
      mapping: mappingBody.optional(),
      frame: z.string().max(200).meta({ description: 'The frame of the lever, by its name in the document.' }),
    }),
    mostBytes: importBytes * 3,
    answer: z.object({ text: z.string() }),
    refusals: { 422: 'It cannot be read, or that clash is not there any more.' },
  },
  importText: {
    method: 'POST',
    path: '/api/exchange/text',
    summary: 'Reads in a document or a file of bookmarks as one edit: all that the preview shows, or nothing.',
    body: textBody,
    mostBytes: importBytes * 3,
    answer: z.object({ items: z.array(itemSchema), history: historySchema }),
    refusals: { 422: 'It cannot be read, with the place, or it names a lever or frame that is not there.' },
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
