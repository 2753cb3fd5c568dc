import { markedFields } from '../fields'
import type { Reference } from '../fields'
import { leverSchema } from '../levers'
import type { Lever } from '../levers'
import { nearestName } from '../names'
import { own } from '../result'
import type { World } from './world'

/** A name of a lever that leads to nothing. */
export interface LostName {
  /** The dotted path in the lever. */
  readonly path: string
  readonly refers: Reference
  readonly id: string
  /** What it most likely is now. */
  readonly nearest?: { readonly id: string; readonly name: string }
}

/** Every program, device, frame and lever that a lever names and that is not there, once for each place. */
export function lostNames({ steps, scope, interlock, lamp, doors }: Lever, world: World): LostName[] {
  return markedFields(leverSchema, { steps, scope, interlock, lamp, doors }).flatMap(({ path, mark, text }) => {
    const { refers } = mark
    if (refers === undefined || text === '' || isThere(refers, text, world)) return []
    const nearest = nearestOf(refers, text, world)
    return [{ path, refers, id: text, ...(nearest ? { nearest } : {}) }]
  })
}

function isThere(refers: Reference, id: string, { bench, lever, frame }: World): boolean {
  switch (refers) {
    case 'program':
      return own(bench.programs, id) !== undefined
    case 'device':
      return own(bench.devices, id) !== undefined
    case 'frame':
      return frame(id) !== undefined
    case 'lever':
      return lever(id) !== undefined
  }
}

/** By its id or by its name, whichever is like it; of levers and frames, whose ids say nothing, none is. */
function nearestOf(refers: Reference, wanted: string, { bench }: World): LostName['nearest'] {
  if (refers !== 'program' && refers !== 'device') return undefined
  const all: Readonly<Record<string, { readonly id: string; readonly name: string }>> =
    refers === 'program' ? bench.programs : bench.devices
  const id =
    nearestName(wanted, Object.keys(all)) ??
    idByName(
      nearestName(
        wanted.replaceAll('-', ' '),
        Object.values(all).map(({ name }) => name),
      ),
      all,
    )
  const found = id === undefined ? undefined : own(all, id)
  return found && { id: found.id, name: found.name }
}

function idByName(
  name: string | undefined,
  all: Readonly<Record<string, { readonly id: string; readonly name: string }>>,
): string | undefined {
  return name === undefined ? undefined : Object.values(all).find((one) => one.name === name)?.id
}
