import type { Lever } from './schema'

/**
 * Optional fields that are set to nothing are left out, so that equal levers are equal; a lever without such is itself.
 */
export function withoutNothing(lever: Lever): Lever {
  for (const key in lever) {
    if (lever[key as keyof Lever] == null) {
      return Object.fromEntries(
        Object.entries(lever).filter(([, value]) => value !== null && value !== undefined),
      ) as Lever
    }
  }
  return lever
}
