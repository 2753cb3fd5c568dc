import { ownIds, planFrame, standing } from '../frameFile'
import type { FramePlan, LostReference, PlanInput } from '../frameFile'
import { sameValue } from '../bench'
import type { KeySettings, NamedValue } from '../levers'
import { withCarried } from '../settings'
import type { Settings } from '../settings'
import type { Kit } from '../sheets'
import type { ExchangeDocument } from './document'

/** What reading a document in comes to. */
export interface DocumentPlan {
  readonly frames: readonly (FramePlan & { readonly frameId: string })[]
  readonly values: FramePlan['values']
  readonly kits: readonly {
    readonly fate: 'new' | 'changed' | 'same'
    readonly name: string
    readonly steps: Kit['steps']
    readonly stands?: Kit
  }[]
  /** Settings as they would be, where the document has some. */
  readonly settings?: { readonly fate: 'changed' | 'same'; readonly after: Settings }
  readonly keys?: { readonly fate: 'changed' | 'same'; readonly after: KeySettings }
  readonly lost: readonly LostReference[]
}

export interface DocumentInput extends Omit<PlanInput, 'frameId' | 'idByName' | 'together'> {
  readonly kits: Iterable<Kit>
  readonly settings: Settings
  readonly keys: KeySettings
}

/**
 * What a document comes to in the store, frame by frame as a frame file would; levers that are new in one frame are
 * known to the others. What the document does not have stays. Nothing is altered.
 */
export function planDocument(document: ExchangeDocument, input: DocumentInput): DocumentPlan {
  const levers = [...input.levers.values()]
  const values = [...input.values]
  const byName = new Map([...input.frames.values()].toReversed().map((frame) => [frame.name, frame]))
  const all = document.frames.map((frame) => {
    const stands = byName.get(frame.name)
    const frameId = stands?.id ?? input.newId()
    const known = standing(
      frame.levers,
      levers.filter((lever) => lever.frameId === frameId),
    )
    const ids = frame.levers.map((lever) => known.get(lever)?.id ?? input.newId())
    return { frame, frameId, ids, isNew: stands === undefined }
  })
  const ids = new Map(all.flatMap(({ frame, ids: own }) => [...ownIds(frame, own)]))
  const made = all.flatMap(({ frame, frameId, isNew }) =>
    isNew ? [[frameId, { id: frameId, name: frame.name }] as const] : [],
  )
  const names = new Map([...input.frames, ...made])
  const frames = all.map(({ frame, frameId, ids: own }) => ({
    ...planFrame(frame, { ...input, values, frameNames: names, frameId, together: { ids: own, own: ids } }),
    frameId,
  }))
  const kits = [...input.kits]
  return {
    frames,
    values: plannedShared(document, values),
    kits: document.kits.map(({ name, steps }) => {
      const stands = kits.find((kit) => kit.name === name)
      const isSame = stands !== undefined && JSON.stringify(stands.steps) === JSON.stringify(steps)
      return { fate: !stands ? 'new' : isSame ? 'same' : 'changed', name, steps, ...(stands ? { stands } : {}) }
    }),
    ...(document.settings ? { settings: fateOf(input.settings, withCarried(input.settings, document.settings)) } : {}),
    ...(document.keys ? { keys: fateOf(input.keys, document.keys) } : {}),
    lost: frames.flatMap(({ lost }) => lost),
  }
}

function fateOf<T>(stands: T, after: T) {
  return { fate: sameValue(stands, after) ? ('same' as const) : ('changed' as const), after }
}

function plannedShared({ values }: ExchangeDocument, all: readonly NamedValue[]): FramePlan['values'] {
  const shared = all.filter(({ frameId }) => frameId === null)
  return values.map(({ name, text }) => {
    const stands = shared.find((one) => one.name === name)
    const fate = !stands ? ('new' as const) : stands.text === text ? ('same' as const) : ('changed' as const)
    return { fate, name, text, ...(stands ? { stands } : {}) }
  })
}
