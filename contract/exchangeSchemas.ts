import { z } from 'zod'
import { idSchema, programSchema } from '../core/bench'
import { leverDraftSchema } from '../core/levers'

/** An uploaded icon: the bytes of an SVG or PNG file, in base64. */
export const uploadBodySchema = z.object({
  name: z.string().max(200),
  base64: z.base64().max(400_000, 'An icon has at most 256 KiB.'),
})

/** What is larger than a Desktop Entry may be is told file by file, not here. */
const MOST_BASE64 = 24 * 1024 * 1024
const entryFilesSchema = z
  .array(z.object({ name: z.string().min(1).max(400), base64: z.base64().max(MOST_BASE64) }))
  .min(1, 'Choose at least one file.')
  .max(1000, 'At most 1,000 files at once.')

export const importBodySchema = z.object({
  files: entryFilesSchema,
  frameId: idSchema,
  locale: z.string().max(40).default('en'),
  desktop: z.string().max(60).default(''),
  /** Names of files that would be skipped and shall be taken all the same. */
  forced: z.array(z.string().max(400)).max(1000).default([]),
})

export const importItemSchema = z.object({
  file: z.string(),
  fate: z.enum(['create', 'change', 'same', 'skip', 'fault']),
  name: z.string(),
  reasons: z.array(z.string()).readonly(),
  canForce: z.boolean(),
  program: programSchema.optional(),
  levers: z
    .array(
      z.object({ fate: z.enum(['create', 'change', 'same']), leverId: z.string().optional(), draft: leverDraftSchema }),
    )
    .readonly(),
})

export const exportBodySchema = z.object({
  leverIds: z.array(idSchema).min(1, 'Choose at least one lever.').max(10_000),
})
export const exportAnswerSchema = z.object({
  files: z.array(z.object({ name: z.string(), text: z.string(), leverIds: z.array(z.string()).readonly() })).readonly(),
  /** What the files leave out of a lever, by a code, in a sentence. */
  unsaid: z.array(z.object({ leverId: z.string(), code: z.string(), because: z.string() })).readonly(),
  skipped: z.array(z.object({ leverId: z.string(), because: z.string() })).readonly(),
})

export type ImportBody = z.infer<typeof importBodySchema>
export type ImportItem = z.infer<typeof importItemSchema>
export type ExportAnswer = z.infer<typeof exportAnswerSchema>
