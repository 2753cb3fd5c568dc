import { sameValue } from '../bench'
import type { Frame, Lever, NamedValue } from '../levers'
import { fileLeverOf, plateRef } from './document'
import type { FileLever, FrameDocument } from './document'
import { documentOf, withStoreIds } from './references'
import type { LostReference, StoreNames } from './references'

/** What reading a file in comes to for one lever. */
export interface PlannedLever {
  readonly fate: 'new' | 'changed' | 'same' | 'only-here'
  readonly name: string
  /** The lever that stands, for all but new ones. */
  readonly stands?: Lever
  /** The lever as it is to be, its frame, plate and version apart; absent for one that is only here. */
  readonly lever?: FileLever
  /** The id it has or is to have. */
  readonly id: string
}

export interface FramePlan {
  /** The frame that the file is about, where there is one already. */
  readonly frame?: Frame
  /** Whether its name, switch, condition or rules differ. */
  readonly isFrameChanged: boolean
  readonly levers: readonly PlannedLever[]
  readonly values: readonly {
    readonly fate: 'new' | 'changed' | 'same' | 'only-here'
    readonly name: string
    readonly text: string
    readonly stands?: NamedValue
  }[]
  readonly lost: readonly LostReference[]
}

export interface PlanInput extends StoreNames {
  readonly levers: ReadonlyMap<string, Lever>
  readonly frames: ReadonlyMap<string, Frame>
  readonly values: Iterable<NamedValue>
  readonly newId: () => string
}

/**
 * What a file comes to in the store: the frame of that name, its levers by their plates, and else by their names. A
 * plate that another frame has is not this one’s. Nothing is altered.
 */
export function planFrame(document: FrameDocument, input: PlanInput): FramePlan {
  const frame = [...input.frames.values()].find(({ name }) => name === document.name)
  const here = frame ? [...input.levers.values()].filter(({ frameId }) => frameId === frame.id) : []
  const values = frame ? [...input.values].filter(({ frameId }) => frameId === frame.id) : []
  const stands = standing(document.levers, here)
  const ids = document.levers.map((lever) => stands.get(lever)?.id ?? input.newId())
  const own = new Map<string, string>()
  for (const [i, { name, plate }] of document.levers.entries()) {
    if (plate !== undefined) own.set(plateRef(plate), ids[i]!)
    own.set(name, ids[i]!)
  }
  const now = frame && documentOf(frame, here, values, input)
  const asFile = new Map(now?.levers.map((lever, i) => [here[i]!.id, lever]))
  const lost: LostReference[] = []
  const planned = document.levers.map((lever, i): PlannedLever => {
    const known = stands.get(lever)
    const id = ids[i]!
    if (known && isSameLever(lever, asFile.get(known.id)!))
      return { fate: 'same', name: lever.name, stands: known, lever: fileLeverOf(known), id }
    const resolved = withStoreIds(lever, input, own)
    lost.push(...resolved.lost)
    return {
      fate: known ? 'changed' : 'new',
      name: lever.name,
      lever: resolved.lever,
      id,
      ...(known ? { stands: known } : {}),
    }
  })
  const taken = new Set([...stands.values()].map(({ id }) => id))
  const left = here
    .filter(({ id }) => !taken.has(id))
    .map((lever): PlannedLever => ({ fate: 'only-here', name: lever.name, stands: lever, id: lever.id }))
  const { levers: _levers, values: _values, ...outer } = document
  const { levers: _l, values: _v, ...outerNow } = now ?? { ...document, name: '' }
  return {
    ...(frame ? { frame } : {}),
    isFrameChanged: !sameValue(withoutIds(outer), withoutIds(outerNow)),
    levers: [...planned, ...left],
    values: plannedValues(document, values),
    lost,
  }
}

/** The lever of the store that each lever of the file is: by its plate, and else by its name. */
function standing(levers: readonly FileLever[], here: readonly Lever[]): Map<FileLever, Lever> {
  const found = new Map<FileLever, Lever>()
  const free = new Set(here)
  const take = (lever: FileLever, fits: (one: Lever) => boolean) => {
    const known = found.has(lever) ? undefined : [...free].find(fits)
    if (!known) return
    found.set(lever, known)
    free.delete(known)
  }
  for (const lever of levers) if (lever.plate !== undefined) take(lever, ({ plate }) => plate === lever.plate)
  for (const lever of levers) take(lever, ({ name }) => name === lever.name)
  return found
}

/** Whether a file says the lever that stands; a plate that it does not say is no difference. */
function isSameLever(said: FileLever, stands: FileLever): boolean {
  return sameValue(plain({ ...said, plate: undefined }), plain({ ...stands, plate: undefined }))
}

const withoutIds = (value: unknown): unknown => plain(value)

/** Without what is absent: `null` and `undefined` mean the same here. */
function plain(value: unknown): unknown {
  return JSON.parse(JSON.stringify(value), (_key, part: unknown) => (part === null ? undefined : part)) as unknown
}

function plannedValues({ values }: FrameDocument, here: readonly NamedValue[]): FramePlan['values'] {
  const said = values.map(({ name, text }) => {
    const stands = here.find((one) => one.name === name)
    const fate = !stands ? ('new' as const) : stands.text === text ? ('same' as const) : ('changed' as const)
    return { fate, name, text, ...(stands ? { stands } : {}) }
  })
  const names = new Set(values.map(({ name }) => name))
  const left = here.filter(({ name }) => !names.has(name))
  return [
    ...said,
    ...left.map((stands) => ({ fate: 'only-here' as const, name: stands.name, text: stands.text, stands })),
  ]
}
