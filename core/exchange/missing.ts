import { z } from 'zod'
import { kindAt, nearestPath } from '../bench'
import type { BenchState } from '../bench'
import { namesUsed, renameVariable } from '../command'
import { mapMarked, markedFields } from '../fields'
import type { MarkedField } from '../fields'
import { frameDocumentSchema } from '../frameFile'
import type { FileLever } from '../frameFile'
import { nearestName } from '../names'
import { own } from '../result'
import { exchangeDocumentSchema } from './document'
import type { ExchangeDocument } from './document'

/** What levers name that another machine may not have. */
export const THING_KINDS = ['program', 'device', 'folder', 'place'] as const
export type ThingKind = (typeof THING_KINDS)[number]

/** Something that does not exist here: a program or device by its id, a known folder by its name, a place by its path. */
export interface MissingThing {
  readonly kind: ThingKind
  readonly id: string
  /** What here is most like it. */
  readonly nearest?: string
  /** The levers and kits that name it. */
  readonly levers: readonly string[]
}

/** What stands for something that does not exist here. */
export interface Mapping {
  readonly kind: ThingKind
  readonly from: string
  readonly to: string
}

type Here = Pick<BenchState, 'programs' | 'devices' | 'folders' | 'files'>
/** What comes from elsewhere, of a document or of a frame file. */
export type Carried = Pick<ExchangeDocument, 'frames' | 'values' | 'kits'>
const leversSchema = frameDocumentSchema.shape.levers
const kitsSchema = exchangeDocumentSchema.shape.kits

/** What the levers and kits of a document name and is not here, each once, in the order of kinds and names. */
export function missingHere(
  { frames, values, kits }: Carried,
  here: Here,
  known: Iterable<string> = [],
): MissingThing[] {
  const found = new Map<string, { kind: ThingKind; id: string; levers: Set<string> }>()
  const tell = (name: string, named: Iterable<[ThingKind, string]>) => {
    for (const [kind, id] of named) {
      const thing = found.get(`${kind} ${id}`) ?? { kind, id, levers: new Set<string>() }
      found.set(`${kind} ${id}`, thing)
      thing.levers.add(name)
    }
  }
  const shared = new Set([...known, ...values.map(({ name }) => name)])
  for (const frame of frames) {
    const names = new Set([...shared, ...frame.values.map(({ name }) => name)])
    for (const lever of frame.levers) tell(lever.name, namedBy(markedFields(leversSchema, [lever]), lever, here, names))
  }
  for (const kit of kits) {
    const named = [...namedBy(markedFields(kitsSchema, [kit]), kit, here, shared)]
    // A name that nothing has is filled in when the kit is put into a sheet.
    tell(
      kit.name,
      named.filter(([kind]) => kind !== 'folder'),
    )
  }
  return [...found.values()]
    .map(({ kind, id, levers }) => {
      const nearest = nearestHere(kind, id, here)
      return { kind, id, ...(nearest === undefined ? {} : { nearest }), levers: [...levers] }
    })
    .sort((a, b) => THING_KINDS.indexOf(a.kind) - THING_KINDS.indexOf(b.kind) || (a.id < b.id ? -1 : 1))
}

function* namedBy(
  fields: readonly MarkedField[],
  { steps, inputs }: { readonly steps: unknown; readonly inputs?: FileLever['inputs'] },
  here: Here,
  values: ReadonlySet<string>,
): Generator<[ThingKind, string]> {
  const given = new Set([...(inputs ?? []).map(({ name }) => name), ...namesMade(steps)])
  for (const { mark, text } of fields) {
    if (mark.refers === 'program' && text !== '' && !own(here.programs, text)) yield ['program', text]
    if (mark.refers === 'device' && text !== '' && !own(here.devices, text)) yield ['device', text]
    if (mark.text !== 'path') continue
    // A path that begins with a name begins with a folder; other names may be of the run.
    const first = /^\$\{([^}.]+)\}/.exec(text)?.[1]
    if (first !== undefined && !own(here.folders, first) && !values.has(first) && !given.has(first))
      yield ['folder', first]
    if (/^\/[^$*?]+$/.test(text) && kindAt(here.files, text.replace(/\/$/, '')) === undefined) yield ['place', text]
  }
}

/** Every name that steps give to something. */
function namesMade(steps: unknown): string[] {
  if (Array.isArray(steps)) return steps.flatMap(namesMade)
  if (typeof steps !== 'object' || steps === null) return []
  return Object.entries(steps).flatMap(([key, part]) =>
    key === 'as' && typeof part === 'string' ? [part] : namesMade(part),
  )
}

function nearestHere(kind: ThingKind, id: string, here: Here): string | undefined {
  switch (kind) {
    case 'program':
      return nearestOf(id, here.programs)
    case 'device':
      return nearestOf(id, here.devices)
    case 'folder':
      return nearestName(id, Object.keys(here.folders))
    case 'place':
      return nearestPath(here, id)
  }
}

/** The id of what is called most alike, by id or by name. */
function nearestOf(id: string, things: Readonly<Record<string, { readonly id: string; readonly name: string }>>) {
  const ids = Object.keys(things)
  const byId = nearestName(id, ids)
  if (byId !== undefined) return byId
  const names = new Map(Object.values(things).map((thing) => [thing.name.toLowerCase(), thing.id]))
  const byName = nearestName(id.replaceAll('-', ' '), [...names.keys()])
  return byName === undefined ? undefined : names.get(byName)
}

export const mappingSchema = z.array(
  z.object({ kind: z.enum(THING_KINDS), from: z.string().min(1).max(4096), to: z.string().min(1).max(4096) }),
)

/** The document with other things in the place of those that are mapped. */
export function withMapping<D extends Carried>(document: D, mapping: readonly Mapping[]): D {
  if (mapping.length === 0) return document
  const of = (kind: ThingKind) => new Map(mapping.filter((one) => one.kind === kind).map(({ from, to }) => [from, to]))
  const [programs, devices, folders, places] = THING_KINDS.map(of)
  const alterText = (text: string) => {
    let altered = text
    for (const name of namesUsed(text)) {
      const to = folders!.get(name)
      if (to !== undefined) altered = renameVariable(altered, name, to)
    }
    for (const [from, to] of places!)
      if (altered === from || altered.startsWith(`${from.replace(/\/$/, '')}/`))
        altered = to + altered.slice(from.length)
    return altered
  }
  const alter = ({ mark, text }: MarkedField) => {
    if (mark.refers === 'program') return programs!.get(text) ?? text
    if (mark.refers === 'device') return devices!.get(text) ?? text
    return mark.text === undefined ? text : alterText(text)
  }
  const frames = document.frames.map((frame) => ({ ...frame, levers: mapMarked(leversSchema, frame.levers, alter) }))
  return { ...document, frames, kits: mapMarked(kitsSchema, document.kits, alter) }
}
