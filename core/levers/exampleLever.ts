import { leverSchema } from './schema'
import type { Lever } from './schema'

/** A lever with one trigger and a step of no matter, for tests of keys. */
export function exampleLever(plate: number, trigger: Record<string, unknown>, part: Partial<Lever> = {}): Lever {
  return leverSchema.parse({
    id: `l${plate}`,
    plate,
    version: 1,
    frameId: 'desk',
    name: `Lever ${plate}`,
    aliases: [],
    enabled: true,
    whileRunning: 'ignore',
    scope: { kind: 'everywhere' },
    steps: [{ id: 's', kind: 'wait', ms: 1 }],
    triggers: [{ id: 't', ...trigger }],
    ...part,
  })
}
