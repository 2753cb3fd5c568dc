export { DEFAULT_SETTINGS, retentionSchema, settingsSchema, THEMES } from './schema'
export type { Retention, Settings, Theme } from './schema'
