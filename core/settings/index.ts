export {
  carriedOf,
  carriedSettingsSchema,
  DEFAULT_SETTINGS,
  retentionSchema,
  settingsSchema,
  THEMES,
  withCarried,
} from './schema'
export type { CarriedSettings, Retention, Settings, Theme } from './schema'
