import { z } from 'zod'

const id = z.string().min(1).max(80)
const name = z.string().trim().min(1, 'Give it a name.').max(60, 'At most 60 letters.')
/** What a plate stands for, by its kind and key: `lever:lever-2`, `program:dome-desk`, `file:/home/a.log`. */
export const rackEntrySchema = z
  .string()
  .min(3)
  .max(5000)
  .regex(/^[a-z]+:/, 'A kind, a colon and what it is.')

export const folderSchema = z.object({
  kind: z.literal('folder'),
  id,
  name,
  entryIds: z.array(rackEntrySchema).max(200, 'At most 200 plates in a folder.'),
})
const plateSchema = z.object({ kind: z.literal('plate'), entryId: rackEntrySchema })
const itemSchema = z.discriminatedUnion('kind', [plateSchema, folderSchema])

export const rackRowSchema = z.object({ id, name, items: z.array(itemSchema).max(200, 'At most 200 plates in a row.') })
export const rackPageSchema = z.object({ id, name, rows: z.array(rackRowSchema).max(50, 'At most 50 rows on a page.') })

export const PLATE_SIZES = ['small', 'medium', 'large'] as const
export type PlateSize = (typeof PLATE_SIZES)[number]

/** Pages of plates in named rows, as somebody has arranged them. */
export const rackSchema = z.object({
  size: z.enum(PLATE_SIZES).default('medium'),
  pages: z.array(rackPageSchema).max(30, 'At most 30 pages.').default([]),
})

export type RackItem = z.infer<typeof itemSchema>
export type RackFolder = z.infer<typeof folderSchema>
export type RackRow = z.infer<typeof rackRowSchema>
export type RackPage = z.infer<typeof rackPageSchema>
export type Rack = z.infer<typeof rackSchema>
