import { devicesIn } from '../conditions'
import { waysOf } from '../steps'
import type { Lever } from './schema'

/** The devices a lever names, each once: in its steps, its interlock and its lamp. */
export function devicesNamed({ steps, interlock, lamp }: Pick<Lever, 'steps' | 'interlock' | 'lamp'>): string[] {
  const controlled = steps
    .flatMap(waysOf)
    .flatMap((step) => (step.kind === 'device.control' && step.target.kind === 'devices' ? step.target.deviceIds : []))
  return [
    ...new Set([...controlled, ...(interlock ? devicesIn(interlock.condition) : []), ...(lamp ? [lamp.deviceId] : [])]),
  ]
}
