import { z } from 'zod'

export const THEMES = ['day', 'night', 'dark-adapted'] as const
export type Theme = (typeof THEMES)[number]

const days = z.number().int().min(1, 'At least a day.').max(3650, 'At most ten years.')

/**
 * How long what has happened is kept. Where two limits meet, the stricter counts; sums per lever and day outlive both.
 */
export const retentionSchema = z.object({
  runDays: days.default(90),
  mostRuns: z.number().int().min(100, 'At least 100.').max(1_000_000, 'At most a million.').default(1_000_000),
  /** So many of the newest runs keep their log, and can be put back; of older ones the line in the ledger stays. */
  mostLogs: z.number().int().min(100, 'At least 100.').max(200_000, 'At most 200,000.').default(50_000),
  /** So many of the newest acts by hand are kept; none at 0. */
  mostActs: z.number().int().min(0, 'None at least.').max(100_000, 'At most 100,000.').default(2000),
  revisionDays: days.default(90),
  mostRevisions: z.number().int().min(10, 'At least 10.').max(100_000, 'At most 100,000.').default(10_000),
})

const pins = z.array(z.string().max(80)).max(200).default([])

/** Kinds of step, names and kits that are chosen often. */
export const pinnedSchema = z.object({ kinds: pins, names: pins, kits: pins })

/** What holds for the whole product, beside the keyboard and the timing of keys. */
export const settingsSchema = z.object({
  /** `browser`: as each browser has chosen for itself. */
  theme: z.enum([...THEMES, 'browser']).default('browser'),
  retention: retentionSchema.prefault({}),
  /** What stands at the top where one chooses, in the order in which it was put there. */
  pinned: pinnedSchema.prefault({}),
})
export type Settings = z.infer<typeof settingsSchema>
export type Retention = z.infer<typeof retentionSchema>

export const DEFAULT_SETTINGS: Settings = settingsSchema.parse({})
