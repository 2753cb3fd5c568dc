import type { Clash } from './clash'
import { createClashIndex } from './clashIndex'
import type { ClashInput } from './clashIndex'

/** Every clash of every trigger, each pair of levers told from both sides; only those of one lever when it is named. */
export function findClashes({ onlyLeverId, ...input }: ClashInput & { readonly onlyLeverId?: string }): Clash[] {
  const index = createClashIndex(input)
  return onlyLeverId === undefined ? index.all() : index.of(onlyLeverId)
}
