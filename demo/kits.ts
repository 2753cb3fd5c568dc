import type { Kit } from '../core/sheets'

export const kits: Kit[] = []
