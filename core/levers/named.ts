import { markedFields } from '../fields'
import type { Reference } from '../fields'
import { leverSchema } from './schema'
import type { Lever } from './schema'

/** What can name others: its steps, its scope, its interlock, its lamp, its doors. */
type Naming = Partial<Pick<Lever, 'steps' | 'scope' | 'interlock' | 'lamp' | 'doors'>>

/** The programs, devices, frames or levers that a lever names anywhere but as its own place, each once. */
export function namedByLever({ steps, scope, interlock, lamp, doors }: Naming, reference: Reference): string[] {
  const fields = markedFields(leverSchema, { steps, scope, interlock, lamp, doors })
  return [...new Set(fields.flatMap(({ mark, text }) => (mark.refers === reference && text !== '' ? [text] : [])))]
}

/** Asked for all levers whenever the bench changes; a lever is never altered in place. */
const devicesOf = new WeakMap<object, string[]>()

/** The devices a lever names, each once: in its steps, its interlock and its lamp. */
export function devicesNamed(lever: Pick<Lever, 'steps' | 'interlock' | 'lamp' | 'doors'>): string[] {
  let named = devicesOf.get(lever)
  if (!named) {
    const { steps, interlock, lamp, doors } = lever
    named = namedByLever({ steps, interlock, lamp, doors }, 'device')
    devicesOf.set(lever, named)
  }
  return named
}
