import { deviceKindWords, placeName, stackedWindows, windowTitle } from '../bench'
import type { BenchFile, BenchState, Clip, Program } from '../bench'
import { lastPart } from '../command'
import type { Frame, Lever, NamedValue } from '../levers'
import { own } from '../result'
import { describeSteps } from '../steps'
import type { Names } from '../steps'
import { mainCategories } from './categories'
import { fileKindOf } from './fileKinds'
import { findableId } from './findable'
import type { Findable, Target } from './findable'
import { FINDABLE_KINDS } from './kinds'
import type { KeptSum } from './keptSum'

type Said = Pick<Findable, 'name' | 'aliases' | 'detail' | 'categories' | 'weight'>

/** Among equally good matches, levers come first, then programs, and so on in the order of the kinds. */
function findable(target: Target, said: Said): Findable {
  return { id: findableId(target), kind: target.kind, target, weight: FINDABLE_KINDS.indexOf(target.kind), ...said }
}

export function leverEntry(lever: Lever, names: Names): Findable {
  return findable(
    { kind: 'lever', leverId: lever.id },
    {
      name: lever.name,
      aliases: [...lever.aliases, String(lever.plate)],
      detail: describeSteps(lever.steps, names),
    },
  )
}

export function programEntry(program: Program): Findable {
  const { id, name, executable, categories } = program
  return findable(
    { kind: 'program', programId: id },
    { name, detail: executable, categories: mainCategories(categories) },
  )
}

/** Every window, the topmost first, and every tab of those that have several. */
export function windowEntries(bench: BenchState): Findable[] {
  return stackedWindows(bench)
    .reverse()
    .flatMap((window) => {
      const program = own(bench.programs, window.programId)?.name ?? window.programId
      const { documents } = window.content
      const tabs =
        documents.length < 2
          ? []
          : documents.map(({ path }) =>
              findable(
                { kind: 'tab', windowId: window.id, path },
                { name: placeName(path), detail: `${program} · ${path}` },
              ),
            )
      const detail = [program, ...documents.map(({ path }) => path)].join(' · ')
      return [findable({ kind: 'window', windowId: window.id }, { name: windowTitle(bench, window), detail }), ...tabs]
    })
}

/** A file or folder; `variables` has the known folders by path. */
export function fileEntry(path: string, file: BenchFile, variables: ReadonlyMap<string, string>): Findable {
  if (file.kind === 'file')
    return findable({ kind: 'file', path }, { name: lastPart(path), detail: path, categories: [fileKindOf(path)] })
  const variable = variables.get(path)
  return findable(
    { kind: 'folder', path },
    { name: file.label ?? lastPart(path), detail: path, ...(variable === undefined ? {} : { aliases: [variable] }) },
  )
}

export function addressEntries({ addresses }: Pick<BenchState, 'addresses'>): Findable[] {
  return addresses.map(({ name, address }) => findable({ kind: 'address', address }, { name, detail: address }))
}

export function controlEntries({ devices }: Pick<BenchState, 'devices'>): Findable[] {
  return Object.values(devices).flatMap((device) =>
    Object.entries(device.controls).map(([controlId, control]) =>
      findable(
        { kind: 'control', deviceId: device.id, controlId },
        { name: `${device.name}: ${control.name}`, detail: deviceKindWords[device.kind].one },
      ),
    ),
  )
}

export function frameEntries(frames: readonly Frame[]): Findable[] {
  return frames.map(({ id, name }) => findable({ kind: 'frame', frameId: id }, { name, detail: 'frame of levers' }))
}

export function valueEntries(values: readonly NamedValue[]): Findable[] {
  return values.map(({ id, name, text }) => findable({ kind: 'value', valueId: id }, { name, detail: text }))
}

/** A weight within those of a kind that is the lower, the later something was; it never alters. */
function newestFirst(kind: 'clip' | 'sum', atMs: number): number {
  return FINDABLE_KINDS.indexOf(kind) + 0.9 - Math.min(Math.max(0, atMs), 8e12) / 1e13
}

/** So much of a clip is found; the rest of a long one is not. */
const CLIP_NAME = 160
const CLIP_DETAIL = 2000

/** What was copied, newest first. */
export function clipEntries(clips: readonly Clip[]): Findable[] {
  return clips
    .filter(({ passing }) => !passing)
    .map(({ id, text, atMs, kind = 'text' }) =>
      findable(
        { kind: 'clip', clipId: id },
        {
          name: text.slice(0, CLIP_NAME).replace(/\s+/g, ' ').trim() || 'blank',
          categories: [kind],
          weight: newestFirst('clip', atMs),
          ...(text.length > CLIP_NAME ? { detail: text.slice(CLIP_NAME, CLIP_DETAIL) } : {}),
        },
      ),
    )
}

export function sumEntries(sums: readonly KeptSum[]): Findable[] {
  return sums.map(({ id, text, value, atMs }) =>
    findable({ kind: 'sum', sumId: id }, { name: `${text} = ${value}`, weight: newestFirst('sum', atMs) }),
  )
}

/** A setting or view of the product. */
export function productEntry(
  target: Extract<Target, { kind: 'setting' | 'view' }>,
  name: string,
  detail: string,
): Findable {
  return findable(target, { name, detail })
}
