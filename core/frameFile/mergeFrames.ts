import { mapMarked } from '../fields'
import { fileLeverSchema, plateRef } from './document'
import type { FileLever, FrameBase, FrameDocument } from './document'
import { isSameLever, isSamePart } from './sameParts'

/** A frame as one side has it: its levers are told apart by the ids of the store. */
export interface FrameSide {
  readonly document: FrameDocument
  /** What each lever of the document is, in its order. */
  readonly ids: readonly string[]
  /** The levers as they were typed, where that may be another way of saying the same. */
  readonly typed?: readonly FileLever[]
}

/** A part of a frame that both sides altered since they last were alike, each in its own way. */
export interface ApartPart {
  readonly kind: 'frame' | 'value' | 'lever'
  /** The id of a lever, the name of a value, nothing for the frame itself. */
  readonly key: string
  /** What it is called, on the side that has it; in the file, where both have it. */
  readonly name: string
  /** What the store calls it, where that is another name. */
  readonly nameInStore?: string
  /** A side without it has deleted it. */
  readonly inFile: boolean
  readonly inStore: boolean
}

export interface FrameMerge {
  /** What the store is to be, and what the file is to be; what is apart stays on each side as it is. */
  readonly toStore: FrameDocument
  readonly toFile: FrameDocument
  readonly changesStore: boolean
  readonly changesFile: boolean
  readonly apart: readonly ApartPart[]
  /** What both sides have in common afterwards; for what is apart, what they had before. */
  readonly base: FrameBase
}

/** Which side a part that is apart is taken from, by `partKey`. */
export type Choices = ReadonlyMap<string, 'file' | 'store'>

export const partKey = ({ kind, key }: Pick<ApartPart, 'kind' | 'key'>) => `${kind} ${key}`

type Outer = Omit<FrameDocument, 'levers' | 'values'>

/**
 * A three-way merge by lever, value and the frame itself: what only one side altered since `base` is taken over by the
 * other, what both altered alike is agreed, and what they altered in different ways is apart until one is chosen. Without
 * a base, what differs is apart and what only one side has is taken over. The order of the file stays; what comes from
 * the store stands behind it, and plates that the file does not say are not written into it.
 */
export function mergeFrames(
  base: FrameBase | undefined,
  file: FrameSide,
  store: FrameSide,
  chosen: Choices = new Map(),
): FrameMerge {
  const apart: ApartPart[] = []
  const merge = <T>(kind: ApartPart['kind'], sides: readonly Map<string, T>[], same: Same<T>, name: Name<T>) =>
    mergeParts(kind, sides as Three<T>, same, name, chosen, apart)
  const outer = merge('frame', [baseOuter(base), outerOf(file), outerOf(store)], isSamePart, ({ name }) => name)
  const values = merge(
    'value',
    [valuesOf(base), valuesOf(file.document), valuesOf(store.document)],
    isSamePart,
    ({ name }) => name,
  )
  const levers = merge('lever', [baseLevers(base), leversOf(file), leversOf(store)], isSameLever, ({ name }) => name)
  const typed = new Map(file.ids.map((id, i) => [id, (file.typed ?? file.document.levers)[i]!]))
  const inFile = leversOf(file)
  const named = namesWithoutNumber(leversOf(store), typed)
  const documentOf = (side: 'toFile' | 'toStore'): FrameDocument => ({
    ...outer[side].get('')!,
    values: [...values[side].values()],
    levers: [...levers[side]].map(([id, lever]) => {
      if (side !== 'toFile') return lever
      return lever === inFile.get(id) ? typed.get(id)! : likeTyped(lever, typed.get(id), named)
    }),
  })
  const all = [outer, values, levers]
  return {
    toStore: documentOf('toStore'),
    toFile: documentOf('toFile'),
    changesStore: all.some(({ takenFrom }) => takenFrom.has('file')),
    changesFile: all.some(({ takenFrom }) => takenFrom.has('store')),
    apart,
    base: {
      ...(outer.base.has('') ? { frame: outer.base.get('')! } : {}),
      values: [...values.base.values()],
      levers: [...levers.base].map(([id, lever]) => ({ id, lever })),
    },
  }
}

type Three<T> = readonly [base: Map<string, T>, file: Map<string, T>, store: Map<string, T>]
type Same<T> = (a: T, b: T) => boolean
type Name<T> = (part: T) => string

interface Merged<T> {
  readonly toFile: Map<string, T>
  readonly toStore: Map<string, T>
  readonly base: Map<string, T>
  readonly takenFrom: Set<'file' | 'store'>
}

function mergeParts<T>(
  kind: ApartPart['kind'],
  [base, file, store]: Three<T>,
  same: Same<T>,
  nameOf: Name<T>,
  chosen: Choices,
  apart: ApartPart[],
): Merged<T> {
  const merged: Merged<T> = { toFile: new Map(), toStore: new Map(), base: new Map(), takenFrom: new Set() }
  const put = (to: Map<string, T>, key: string, part: T | undefined) => {
    if (part !== undefined) to.set(key, part)
  }
  const isSame = (a: T | undefined, b: T | undefined) => a === b || (a !== undefined && b !== undefined && same(a, b))
  for (const key of new Set([...file.keys(), ...store.keys()])) {
    const [was, typed, stands] = [base.get(key), file.get(key), store.get(key)]
    const taken = isSame(typed, stands)
      ? 'agreed'
      : isSame(typed, was)
        ? 'store'
        : isSame(stands, was)
          ? 'file'
          : chosen.get(partKey({ kind, key }))
    if (taken === undefined) {
      const name = nameOf(typed ?? stands!)
      const nameInStore = stands && nameOf(stands)
      apart.push({
        kind,
        key,
        name,
        ...(nameInStore === undefined || nameInStore === name ? {} : { nameInStore }),
        inFile: typed !== undefined,
        inStore: stands !== undefined,
      })
    }
    if (taken === 'file' || taken === 'store') merged.takenFrom.add(taken)
    put(merged.toFile, key, taken === 'store' ? stands : typed)
    put(merged.toStore, key, taken === 'file' ? typed : stands)
    put(merged.base, key, taken === undefined ? was : taken === 'file' ? typed : stands)
  }
  return merged
}

/** The names in the file of levers whose number it does not say, by what the store calls them. */
function namesWithoutNumber(
  inStore: ReadonlyMap<string, FileLever>,
  typed: ReadonlyMap<string, FileLever>,
): ReadonlyMap<string, string> {
  const names = new Map<string, string>()
  for (const [id, { name, plate }] of typed) {
    const said = inStore.get(id)?.plate
    if (plate === undefined && said !== undefined) names.set(plateRef(said), name)
  }
  return names
}

/** A lever of the store as it is written where the file had it: numbers that the file does not say are not said. */
function likeTyped(lever: FileLever, typed: FileLever | undefined, named: ReadonlyMap<string, string>): FileLever {
  const said =
    named.size === 0
      ? lever
      : mapMarked(fileLeverSchema, lever, ({ mark, text }) =>
          mark.refers === 'lever' ? (named.get(text) ?? text) : text,
        )
  if (!typed || typed.plate !== undefined || said.plate === undefined) return said
  const { plate: _plate, ...rest } = said
  return rest
}

const baseOuter = (base: FrameBase | undefined) => new Map(base?.frame ? [['', base.frame]] : [])
const baseLevers = (base: FrameBase | undefined) => new Map(base?.levers.map(({ id, lever }) => [id, lever]))

function outerOf({ document }: FrameSide): Map<string, Outer> {
  const { levers: _levers, values: _values, ...outer } = document
  return new Map([['', outer]])
}

function valuesOf(part: Pick<FrameDocument, 'values'> | undefined) {
  return new Map(part?.values.map((value) => [value.name, value]))
}

function leversOf({ document, ids }: FrameSide): Map<string, FileLever> {
  return new Map(document.levers.map((lever, i) => [ids[i]!, lever]))
}
