import { z } from 'zod'
import { scanSchema, shortWordSchema } from '../finding'
import { rackSchema } from '../rack'

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
  /** So many acts by hand are kept to notice what repeats, without anything that was written; none at 0. */
  mostNoticed: z.number().int().min(0, 'None at least.').max(100_000, 'At most 100,000.').default(20_000),
  /** What was copied on the bench, but for what is pinned. */
  clipHours: z.number().int().min(1, 'At least an hour.').max(87_600, 'At most ten years.').default(720),
  revisionDays: days.default(90),
  mostRevisions: z.number().int().min(10, 'At least 10.').max(100_000, 'At most 100,000.').default(10_000),
})

/** What the launcher looks up, and the short words of what is no lever. */
export const launcherSettingsSchema = z.object({
  scan: scanSchema.prefault({}),
  shortWords: z.array(shortWordSchema).max(1000, 'At most 1,000 short words.').default([]),
})

/** Where the bench stands, in degrees, for dusk and dawn; north and east are positive. */
export const placeSchema = z.object({
  latitude: z.number().min(-90, 'From -90 to 90.').max(90, 'From -90 to 90.').default(54.63),
  longitude: z.number().min(-180, 'From -180 to 180.').max(180, 'From -180 to 180.').default(-2.49),
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
  launcher: launcherSettingsSchema.prefault({}),
  rack: rackSchema.prefault({}),
  place: placeSchema.prefault({}),
})
/** What of the settings means the same on any machine: no ids of levers and programs. Parts stand in it whole. */
export const carriedSettingsSchema = z.object({
  theme: settingsSchema.shape.theme.unwrap().optional(),
  retention: retentionSchema.optional(),
  place: placeSchema.optional(),
  scan: scanSchema.optional(),
})
export type CarriedSettings = z.infer<typeof carriedSettingsSchema>

export type Settings = z.infer<typeof settingsSchema>
export type Retention = z.infer<typeof retentionSchema>

export const DEFAULT_SETTINGS: Settings = settingsSchema.parse({})

/** What is carried of settings, and settings with what was carried put in; what was not stays. */
export function carriedOf({ theme, retention, place, launcher }: Settings): CarriedSettings {
  return { theme, retention, place, scan: launcher.scan }
}
export function withCarried(settings: Settings, { scan, ...carried }: CarriedSettings): Settings {
  const said = Object.fromEntries(Object.entries(carried).filter(([, part]) => part !== undefined))
  return { ...settings, ...said, launcher: scan ? { ...settings.launcher, scan } : settings.launcher }
}
