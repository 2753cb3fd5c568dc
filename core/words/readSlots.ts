import type { BenchState, Device } from '../bench'
import { createIndex } from '../search'
import type { SearchIndex } from '../search'
import { parseDuration } from '../steps'
import type { MeantControl, Slot, Slots } from '../steps'

/** What words can mean: things on the bench, levers and frames by their names. */
export interface WordNames {
  readonly bench: Pick<BenchState, 'programs' | 'devices' | 'folders' | 'addresses'>
  readonly frames: readonly { readonly id: string; readonly name: string }[]
  readonly levers: readonly { readonly id: string; readonly name: string; readonly plate: number }[]
}

/** A control by its name, with every device that has it. */
interface ControlEntry {
  readonly id: string
  readonly name: string
  readonly controlId: string
  readonly devices: readonly Device[]
  readonly isSwitch: boolean
}

interface Named {
  readonly id: string
  readonly name: string
  readonly aliases?: readonly string[]
}

/** Indexes over all that slots can mean; made once for the same names. */
export interface Readers {
  readonly programs: SearchIndex<Named>
  readonly devices: SearchIndex<Named>
  readonly frames: SearchIndex<Named>
  readonly levers: SearchIndex<Named>
  readonly folders: SearchIndex<Named>
  readonly addresses: SearchIndex<Named>
  readonly playlists: SearchIndex<Named>
  readonly controls: readonly ControlEntry[]
  readonly all: WordNames['bench']
}

const made = new WeakMap<WordNames, Readers>()

export function readersFor(names: WordNames): Readers {
  const known = made.get(names)
  if (known) return known
  const { bench, frames, levers } = names
  const devices = Object.values(bench.devices)
  const readers: Readers = {
    programs: createIndex(Object.values(bench.programs).map(({ id, name }) => ({ id, name }))),
    devices: createIndex(devices.map(({ id, name }) => ({ id, name }))),
    frames: createIndex(frames.map(({ id, name }) => ({ id, name }))),
    levers: createIndex<Named>(levers.map(({ id, name, plate }) => ({ id, name, aliases: [String(plate)] }))),
    folders: createIndex(Object.keys(bench.folders).map((name) => ({ id: `\${${name}}`, name }))),
    addresses: createIndex(bench.addresses.map(({ name, address }) => ({ id: address, name }))),
    playlists: createIndex(devices.flatMap(({ playlists = [] }) => playlists.map(({ id, name }) => ({ id, name })))),
    controls: controlsOf(devices),
    all: bench,
  }
  made.set(names, readers)
  return readers
}

function controlsOf(devices: readonly Device[]): ControlEntry[] {
  const byName = new Map<string, ControlEntry>()
  for (const device of devices) {
    for (const [controlId, control] of Object.entries(device.controls)) {
      if (control.readOnly) continue
      const key = `${controlId} ${control.name}`
      const before = byName.get(key)?.devices ?? []
      const isSwitch = control.kind === 'switch'
      byName.set(key, { id: key, name: control.name, controlId, devices: [...before, device], isSwitch })
    }
  }
  return [...byName.values()]
}

/**
 * What a slot comes to with the words typed for it, and how sure that is, 0 to 1. `undefined` where the words mean
 * nothing of its kind; an empty text is a slot that is still open.
 */
export function readSlot(slot: Slot, text: string, readers: Readers): { slots: Slots; sureness: number } | undefined {
  if (text === '') return { slots: {}, sureness: -0.1 }
  switch (slot) {
    case 'program':
      return named('program', readers.programs, text)
    case 'device':
      return named('device', readers.devices, text)
    case 'frame':
      return named('frame', readers.frames, text)
    case 'lever':
      return named('lever', readers.levers, text)
    case 'address':
      return /^([a-z][a-z\d+.-]*:|\$\{[^}]*(page|address)\}$)/i.test(text)
        ? { slots: { address: text }, sureness: 1 }
        : named('address', readers.addresses, text)
    case 'playlist':
      return named('playlist', readers.playlists, text)
    case 'folder':
      return isFolder(text, readers)
        ? { slots: { folder: text.replace(/\/+$/, '') }, sureness: 0.8 }
        : named('folder', readers.folders, text)
    case 'path':
      return /^(\/|\$\{)/.test(text) ? { slots: { path: text }, sureness: 0.7 } : undefined
    case 'name':
      return /^[A-Za-z][\w-]*$/.test(text) ? { slots: { name: text }, sureness: 0.9 } : undefined
    case 'control':
      return readControl(text, readers)
    case 'number': {
      const number = /^-?\d+(?:[.,]\d+)?(?=\s*%?$)/.exec(text)?.[0]
      return number === undefined ? undefined : { slots: { number: Number(number.replace(',', '.')) }, sureness: 1 }
    }
    case 'duration': {
      const duration = parseDuration(text)
      return duration === undefined ? undefined : { slots: { duration }, sureness: 1 }
    }
    case 'text':
      return { slots: { text }, sureness: 0.4 }
  }
}

/** A path, or the name of a known folder, as a text has it. */
function isFolder(text: string, { all }: Readers): boolean {
  const name = /^\$\{([^}]*)\}/.exec(text)?.[1]
  return name === undefined ? text.startsWith('/') : Object.hasOwn(all.folders, name)
}

/** How sure each way of matching a name is. */
const SURE: Record<string, number> = {
  alias: 1,
  name: 1,
  'name-start': 0.9,
  initials: 0.6,
  'word-start': 0.8,
  words: 0.8,
  inside: 0.5,
  detail: 0.3,
  letters: 0.2,
}

function named(slot: keyof Slots, index: SearchIndex<Named>, text: string) {
  const [hit] = index.search(text, { limit: 1 })
  return hit && { slots: { [slot]: hit.entry.id } as Slots, sureness: SURE[hit.tier] ?? 0.2 }
}

/** `brightness`, `mute intercom`: a control by its name, of all devices that have it, or of the one that is named. */
function readControl(text: string, { controls, all }: Readers): { slots: Slots; sureness: number } | undefined {
  const words = text.toLowerCase().split(/\s+/)
  let best: { control: MeantControl; sureness: number } | undefined
  for (const entry of controls) {
    const name = entry.name.toLowerCase()
    for (let count = words.length; count > 0; count--) {
      const said = words.slice(0, count).join(' ')
      if (!name.startsWith(said) && entry.controlId.toLowerCase() !== said) continue
      const rest = words.slice(count).join(' ')
      const devices = rest === '' ? entry.devices : entry.devices.filter((device) => isCalled(device, rest))
      if (devices.length === 0) continue
      const sureness = (name === said ? 1 : 0.7) - (rest === '' ? 0 : 0.05)
      if (!best || sureness > best.sureness) best = { control: meant(entry, devices, rest === ''), sureness }
      break
    }
  }
  return best ? { slots: { control: best.control }, sureness: best.sureness } : readSwitch(text, all)
}

/** A device by its name stands for its first switch. */
function readSwitch(text: string, { devices }: Readers['all']): { slots: Slots; sureness: number } | undefined {
  const wanted = text.toLowerCase()
  const device = Object.values(devices).find(({ name }) => name.toLowerCase().startsWith(wanted))
  const [controlId] = Object.entries(device?.controls ?? {}).find(([, { kind }]) => kind === 'switch') ?? []
  if (!device || controlId === undefined) return undefined
  const control: MeantControl = { controlId, target: { kind: 'devices', deviceIds: [device.id] }, isSwitch: true }
  return { slots: { control }, sureness: device.name.toLowerCase() === wanted ? 0.9 : 0.5 }
}

function isCalled(device: Device, text: string): boolean {
  return (
    device.name
      .toLowerCase()
      .split(/\s+/)
      .some((word) => word.startsWith(text)) || device.name.toLowerCase().startsWith(text)
  )
}

function meant({ controlId, isSwitch }: ControlEntry, devices: readonly Device[], isAll: boolean): MeantControl {
  const [first] = devices
  // Of several kinds that have such a control, the one is meant of which there are most.
  const ofKind = (kind: string) => devices.filter((device) => device.kind === kind).length
  const kind = devices.map((device) => device.kind).reduce((best, one) => (ofKind(one) > ofKind(best) ? one : best))
  const target =
    isAll && ofKind(kind) > 1
      ? { kind: 'all' as const, deviceKind: kind }
      : { kind: 'devices' as const, deviceIds: [first!.id] }
  return { controlId, target, isSwitch }
}
