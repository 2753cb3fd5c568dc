import type { Frame, Lever, NamedValue } from '../levers'
import { withNewIds } from '../sheets'
import { everyStep } from '../steps'
import { fileLeverOf, plateRef, renumbered } from './document'
import type { FileLever, FrameDocument } from './document'
import { asStoreSays, documentOf, indexNames, withStoreIds } from './references'
import type { LostReference, StoreNames } from './references'
import { isSameLever, isSamePart } from './sameParts'

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
  /** The frame that the file is about, where that is known otherwise than by its name. */
  readonly frameId?: string
  /** What frames are called, where others are read in with this one. */
  readonly frameNames?: StoreNames['frames']
  /** The ids of its levers, and of all that are read in with them by what they are called. */
  readonly together?: { readonly ids: readonly string[]; readonly own: ReadonlyMap<string, string> }
  /** What levers of the file were, by the names they had; a name of theirs may have been given anew since. */
  readonly idByName?: ReadonlyMap<string, string>
}

/**
 * What a file comes to in the store: the frame of that name, its levers by their plates, by what they are known to be,
 * and else by their names. A plate that another frame has is not this one’s. Nothing is altered.
 */
export function planFrame(document: FrameDocument, input: PlanInput): FramePlan {
  const frame =
    input.frameId === undefined
      ? [...input.frames.values()].find(({ name }) => name === document.name)
      : input.frames.get(input.frameId)
  const here = frame ? [...input.levers.values()].filter(({ frameId }) => frameId === frame.id) : []
  const values = frame ? [...input.values].filter(({ frameId }) => frameId === frame.id) : []
  const index = indexNames({ ...input, frames: input.frameNames ?? input.frames })
  const stands = standing(document.levers, here, input.idByName)
  const ids = input.together?.ids ?? document.levers.map((lever) => stands.get(lever)?.id ?? input.newId())
  const own = new Map([...(input.together?.own ?? []), ...ownIds(document, ids)])
  const said = asStoreSays(document, index, own)
  const now = frame && documentOf(frame, here, values, input)
  const asFile = new Map(now?.levers.map((lever, i) => [here[i]!.id, lever]))
  const lost: LostReference[] = []
  const planned = document.levers.map((lever, i): PlannedLever => {
    const known = stands.get(lever)
    const id = ids[i]!
    if (known && isSameLever(said.levers[i]!, asFile.get(known.id)!))
      return { fate: 'same', name: lever.name, stands: known, lever: fileLeverOf(known), id }
    const resolved = withStoreIds(lever, index, own)
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
  const stays = new Map(
    [...planned, ...left].flatMap(({ fate, id, stands: known }) =>
      known && (fate === 'same' || fate === 'only-here') ? [[id, known] as const] : [],
    ),
  )
  const { levers: _levers, values: _values, ...outer } = document
  const { levers: _l, values: _v, ...outerNow } = now ?? { ...document, name: '' }
  return {
    ...(frame ? { frame } : {}),
    isFrameChanged: !isSamePart(outer, outerNow),
    levers: [...planned, ...left].map((one) =>
      one.lever?.variant && one.fate !== 'same' ? likePattern(one, stays) : one,
    ),
    values: plannedValues(document, values),
    lost,
  }
}

/** A variant whose pattern stays as it is: its steps are called what they are called there, not what the file counts. */
function likePattern(planned: PlannedLever, stays: ReadonlyMap<string, Lever>): PlannedLever {
  const { variant, steps } = planned.lever!
  const pattern = stays.get(variant!.patternId)
  if (!pattern) return planned
  const ids = [...everyStep(pattern.steps)].map(({ step }) => step.id)
  const counted = [...everyStep(renumbered(pattern.steps).steps)].map(({ step }) => step.id)
  const idOf = new Map(counted.map((id, i) => [id, ids[i]!]))
  const args = variant!.args.map((arg) => ({ ...arg, stepId: idOf.get(arg.stepId) ?? arg.stepId }))
  const isLike = !variant!.own.includes('steps') && [...everyStep(steps)].length === ids.length
  let next = 0
  return {
    ...planned,
    lever: {
      ...planned.lever!,
      variant: { ...variant!, args },
      steps: isLike ? steps.map((step) => withNewIds(step, () => ids[next++]!)) : steps,
    },
  }
}

/** The ids of a document’s levers by what they are called in it. */
export function ownIds({ levers }: FrameDocument, ids: readonly string[]): ReadonlyMap<string, string> {
  const own = new Map<string, string>()
  for (const [i, { name, plate }] of levers.entries()) {
    if (plate !== undefined) own.set(plateRef(plate), ids[i]!)
    own.set(name, ids[i]!)
  }
  return own
}

/** The lever of the store that each lever of the file is: by its plate, by what it is known to be, else by its name. */
export function standing(
  levers: readonly FileLever[],
  here: readonly Lever[],
  idByName: ReadonlyMap<string, string> = new Map(),
): ReadonlyMap<FileLever, Lever> {
  const found = new Map<FileLever, Lever>()
  const taken = new Set<string>()
  const take = (lever: FileLever, known: Lever | undefined) => {
    if (!known || found.has(lever) || taken.has(known.id)) return
    found.set(lever, known)
    taken.add(known.id)
  }
  const byPlate = new Map(here.map((lever) => [lever.plate, lever]))
  const byId = new Map(here.map((lever) => [lever.id, lever]))
  const byName = new Map<string, Lever[]>()
  for (const lever of here) byName.set(lever.name, [...(byName.get(lever.name) ?? []), lever])
  for (const lever of levers) if (lever.plate !== undefined) take(lever, byPlate.get(lever.plate))
  for (const lever of levers) take(lever, byId.get(idByName.get(lever.name) ?? ''))
  for (const lever of levers) {
    const free = byName.get(lever.name)?.find(({ id }) => !taken.has(id))
    take(lever, free)
  }
  return found
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
