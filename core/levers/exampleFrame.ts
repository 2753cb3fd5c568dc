import { frameSchema } from './schema'
import type { Frame } from './schema'

/** A frame that is on, with rules numbered in their order, for tests of keys. */
export function exampleFrame(rules: readonly object[], part: Partial<Frame> = {}): Frame {
  return frameSchema.parse({
    id: 'desk',
    name: 'Desk',
    on: true,
    position: 1,
    rules: rules.map((rule, i) => ({ id: `r${i}`, ...rule })),
    ...part,
  })
}
