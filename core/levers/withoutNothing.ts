import type { Lever } from './schema'

/** Optional fields that are set to nothing are left out, so that equal levers are equal. */
export function withoutNothing(lever: Lever): Lever {
  return Object.fromEntries(Object.entries(lever).filter(([, value]) => value !== null && value !== undefined)) as Lever
}
