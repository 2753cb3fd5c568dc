import type { Frame, Lever, NamedValue } from '../levers'
import type { FrameBase, FrameDocument } from './document'
import type { FrameSide } from './mergeFrames'
import { ownIds, standing } from './planFrame'
import { asStoreSays, documentOf, indexNames } from './references'
import type { StoreNames } from './references'

/** A frame of the store with all that is in it, and the names of what else there is. */
export interface StoredFrame {
  readonly frame: Frame
  readonly levers: readonly Lever[]
  readonly values: readonly NamedValue[]
  readonly names: StoreNames
}

export function storeSide({ frame, levers, values, names }: StoredFrame): FrameSide {
  return { document: documentOf(frame, levers, values, names), ids: levers.map(({ id }) => id) }
}

/** What the levers were called when both sides last agreed on them, with what they are. */
export function idsByName(base: FrameBase | undefined): ReadonlyMap<string, string> {
  return new Map(base?.levers.map(({ id, lever }) => [lever.name, id]))
}

/**
 * A file as a side: its levers are those of the store by plate, by the names they last had, or by name; one that is not
 * there any more is still what it was, and a new one is nothing else’s.
 */
export function fileSide(document: FrameDocument, stored: StoredFrame, base: FrameBase | undefined): FrameSide {
  const known = idsByName(base)
  const stands = standing(document.levers, stored.levers, known)
  const taken = new Set([...stands.values()].map(({ id }) => id))
  const ids = document.levers.map((lever) => {
    const was = known.get(lever.name)
    return stands.get(lever)?.id ?? (was !== undefined && !taken.has(was) ? was : `new ${lever.name}`)
  })
  const own = ownIds(document, ids)
  return { document: asStoreSays(document, indexNames(stored.names), own), ids, typed: document.levers }
}
