import { keySettingsSchema } from './schema'
import type { KeySettings } from './schema'

export const DEFAULT_KEYS: KeySettings = keySettingsSchema.parse({})
