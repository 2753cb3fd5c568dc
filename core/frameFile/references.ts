import { mapMarked } from '../fields'
import type { Frame, Lever, NamedValue } from '../levers'
import { didYouMean } from '../names'
import { fileLeverOf, fileLeverSchema, plateRef, withOwnIds } from './document'
import type { FileLever, FrameDocument } from './document'

/** Levers and frames of the store, by which a file is told from, and which it tells of. */
export interface StoreNames {
  readonly levers: ReadonlyMap<string, Pick<Lever, 'id' | 'name' | 'plate' | 'frameId'>>
  readonly frames: ReadonlyMap<string, Pick<Frame, 'id' | 'name'>>
}

/** The levers and frames of the store by what a file calls them. */
export interface NameIndex {
  readonly names: StoreNames
  /** Ids of levers by id, by `plate:` reference, and by name; of levers of one name the first. */
  readonly leverIds: ReadonlyMap<string, string>
  /** Ids of frames by id and by reference. */
  readonly frameIds: ReadonlyMap<string, string>
}

/** A frame as it is called within steps: small letters, digits and dashes. */
export function frameRef(name: string): string {
  const word = name
    .toLowerCase()
    .replaceAll(/[^a-z\d]+/g, '-')
    .replaceAll(/^-|-$/g, '')
  return word === '' ? 'frame' : word
}

/** Made once for all levers of a file. */
export function indexNames(names: StoreNames): NameIndex {
  const leverIds = new Map<string, string>()
  const levers = [...names.levers.values()]
  for (const { id, name } of levers.toReversed()) leverIds.set(name, id)
  for (const { id, plate } of levers) leverIds.set(plateRef(plate), id).set(id, id)
  const frameIds = new Map<string, string>()
  const frames = [...names.frames.values()]
  for (const { id, name } of frames.toReversed()) frameIds.set(frameRef(name), id)
  for (const { id } of frames) frameIds.set(id, id)
  return { names, leverIds, frameIds }
}

/** A frame of the store as a document: levers in the order of the frame, what they refer to by number and name. */
export function documentOf(
  frame: Frame,
  levers: readonly Lever[],
  values: readonly NamedValue[],
  names: StoreNames,
): FrameDocument {
  return withOwnIds({
    name: frame.name,
    on: frame.on,
    ...(frame.condition ? { condition: frame.condition } : {}),
    rules: [...(frame.rules ?? [])],
    values: values.map(({ name, text }) => ({ name, text })),
    levers: levers.map((lever) => withFileRefs(fileLeverOf(lever), names)),
  })
}

/** A lever with ids of the store as what a file calls them. */
function withFileRefs(lever: FileLever, names: StoreNames): FileLever {
  return mapMarked(fileLeverSchema, lever, ({ mark, text }) => {
    if (mark.refers === 'lever') {
      const plate = names.levers.get(text)?.plate
      return plate === undefined ? text : plateRef(plate)
    }
    const named = mark.refers === 'frame' ? names.frames.get(text) : undefined
    return named ? frameRef(named.name) : text
  })
}

/**
 * The document with what is known by name said by number, as `documentOf` says it, so that the two can be compared;
 * `own` are the ids of the levers in the file itself.
 */
export function asStoreSays(
  document: FrameDocument,
  { names, leverIds, frameIds }: NameIndex,
  own: ReadonlyMap<string, string>,
): FrameDocument {
  const levers = document.levers.map((lever) =>
    mapMarked(fileLeverSchema, lever, ({ mark, text }) => {
      if (mark.refers === 'lever') {
        const plate = names.levers.get(own.get(text) ?? leverIds.get(text) ?? '')?.plate
        return plate === undefined ? text : plateRef(plate)
      }
      const frame = mark.refers === 'frame' ? names.frames.get(frameIds.get(text) ?? '') : undefined
      return frame ? frameRef(frame.name) : text
    }),
  )
  return { ...document, levers }
}

/** A reference of a lever in a file that leads to nothing. */
export interface LostReference {
  readonly lever: string
  readonly message: string
}

/** A lever of a file with what it refers to by the ids of the store; `own` are the ids of the levers in the file itself. */
export function withStoreIds(
  lever: FileLever,
  { names, leverIds, frameIds }: NameIndex,
  own: ReadonlyMap<string, string>,
): { lever: FileLever; lost: LostReference[] } {
  const lost: LostReference[] = []
  const tell = (message: string) => lost.push({ lever: lever.name, message })
  const resolved = mapMarked(fileLeverSchema, lever, ({ mark, text }) => {
    if (text === '') return text
    if (mark.refers === 'lever') {
      const id = own.get(text) ?? leverIds.get(text)
      if (id !== undefined) return id
      const known = [...names.levers.values()].map(({ name }) => name)
      tell(`There is no lever “${text.replace(/^plate:/, '')}”.${didYouMean(text, known)}`)
    } else if (mark.refers === 'frame') {
      const id = frameIds.get(text)
      if (id !== undefined) return id
      const known = [...names.frames.values()].map(({ name }) => frameRef(name))
      tell(`There is no frame “${text}”.${didYouMean(text, known)}`)
    }
    return text
  })
  return { lever: resolved, lost }
}
