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

/** A frame as it is called within steps: small letters, digits and dashes. */
export function frameRef(name: string): string {
  const word = name
    .toLowerCase()
    .replaceAll(/[^a-z\d]+/g, '-')
    .replaceAll(/^-|-$/g, '')
  return word === '' ? 'frame' : word
}

/** A frame of the store as a document: levers in the order of the frame, what they refer to by number and name. */
export function documentOf(
  frame: Frame,
  levers: readonly Lever[],
  values: readonly NamedValue[],
  names: StoreNames,
): FrameDocument {
  const told = (lever: FileLever): FileLever =>
    mapMarked(fileLeverSchema, lever, ({ mark, text }) => {
      if (mark.refers === 'lever') {
        const plate = names.levers.get(text)?.plate
        return plate === undefined ? text : plateRef(plate)
      }
      const named = mark.refers === 'frame' ? names.frames.get(text) : undefined
      return named ? frameRef(named.name) : text
    })
  return withOwnIds({
    name: frame.name,
    on: frame.on,
    ...(frame.condition ? { condition: frame.condition } : {}),
    rules: [...(frame.rules ?? [])],
    values: values.map(({ name, text }) => ({ name, text })),
    levers: levers.map((lever) => told(fileLeverOf(lever))),
  })
}

/** A reference of a lever in a file that leads to nothing. */
export interface LostReference {
  readonly lever: string
  readonly message: string
}

/** A lever of a file with what it refers to by the ids of the store; `own` are the ids of the levers in the file itself. */
export function withStoreIds(
  lever: FileLever,
  names: StoreNames,
  own: ReadonlyMap<string, string>,
): { lever: FileLever; lost: LostReference[] } {
  const lost: LostReference[] = []
  const all = [...names.levers.values()]
  const resolved = mapMarked(fileLeverSchema, lever, ({ mark, text }) => {
    if (text === '') return text
    if (mark.refers === 'lever') {
      const id = own.get(text) ?? leverIdOf(text, all)
      if (id !== undefined) return id
      const known = all.map(({ name }) => name)
      lost.push({
        lever: lever.name,
        message: `There is no lever “${text.replace(/^plate:/, '')}”.${didYouMean(text, known)}`,
      })
    } else if (mark.refers === 'frame') {
      const frame = [...names.frames.values()].find(({ id, name }) => id === text || frameRef(name) === text)
      if (frame) return frame.id
      const known = [...names.frames.values()].map(({ name }) => frameRef(name))
      lost.push({ lever: lever.name, message: `There is no frame “${text}”.${didYouMean(text, known)}` })
    }
    return text
  })
  return { lever: resolved, lost }
}

function leverIdOf(text: string, all: readonly { id: string; name: string; plate: number }[]): string | undefined {
  const plate = /^plate:(\d+)$/.exec(text)?.[1]
  if (plate !== undefined) return all.find((one) => one.plate === Number(plate))?.id
  return all.find(({ id }) => id === text)?.id ?? all.find(({ name }) => name === text)?.id
}
