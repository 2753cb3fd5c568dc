import type { BenchState, Device } from '../../bench'
import { beginsButForASlip, createIndex, fold } from '../../search'
import type { SearchIndex } from '../../search'

/** What words can mean: things on the bench, levers and frames by their names. */
export interface WordNames {
  readonly bench: Pick<BenchState, 'programs' | 'devices' | 'folders' | 'addresses'> &
    Partial<Pick<BenchState, 'desktops'>>
  readonly frames: readonly { readonly id: string; readonly name: string }[]
  readonly levers: readonly { readonly id: string; readonly name: string; readonly plate: number }[]
}

/** A control by its name, with every device that has it. */
export interface ControlEntry {
  readonly id: string
  readonly name: string
  readonly controlId: string
  readonly kind: 'switch' | 'level' | 'choice'
  readonly devices: readonly Device[]
}

export interface Named {
  readonly id: string
  readonly name: string
  readonly aliases?: readonly string[]
}

/** A verb of a program. */
export interface NamedVerb extends Named {
  readonly programId: string
  readonly verb: string
}

/** Things that have names, to be found by words and by their ids. */
export interface NameTable<E extends Named = Named> {
  readonly index: SearchIndex<E>
  /** Whether some name has a word that begins so, but for a slip; what has none need not be looked for. */
  readonly knows: (word: string) => boolean
  readonly byId: ReadonlyMap<string, E>
}

/** Tables of all that slots can mean; made once for the same names. */
export interface Indexes {
  readonly program: NameTable
  readonly device: NameTable
  readonly frame: NameTable
  readonly lever: NameTable
  readonly folder: NameTable
  readonly address: NameTable
  readonly playlist: NameTable
  readonly verb: NameTable<NamedVerb>
  readonly controls: readonly ControlEntry[]
  /** What has exactly that name, in small letters. */
  readonly byName: ReadonlyMap<string, readonly string[]>
  readonly names: WordNames
}

/** So many words that were looked for are remembered. */
const MOST_KNOWN = 5000

const made = new WeakMap<WordNames, Indexes>()

export function indexesFor(names: WordNames): Indexes {
  const known = made.get(names)
  if (known) return known
  const { bench, frames, levers } = names
  const devices = Object.values(bench.devices)
  const programs = Object.values(bench.programs)
  const indexes: Indexes = {
    program: tableOf<Named>(programs.map(({ id, name }) => ({ id, name }))),
    device: tableOf<Named>(devices.map(({ id, name }) => ({ id, name }))),
    frame: tableOf<Named>(frames.map(({ id, name }) => ({ id, name }))),
    lever: tableOf<Named>(levers.map(({ id, name, plate }) => ({ id, name, aliases: [String(plate)] }))),
    folder: tableOf<Named>(Object.keys(bench.folders).map((name) => ({ id: `\${${name}}`, name }))),
    address: tableOf<Named>(bench.addresses.map(({ name, address }) => ({ id: address, name }))),
    playlist: tableOf<Named>(devices.flatMap(({ playlists = [] }) => playlists.map(({ id, name }) => ({ id, name })))),
    verb: tableOf<NamedVerb>(
      programs.flatMap(({ id: programId, verbs = [] }) =>
        verbs.map(({ id, name }) => ({ id: `${programId} ${id}`, name, programId, verb: id })),
      ),
    ),
    controls: controlsOf(devices),
    byName: exactNames(names),
    names,
  }
  made.set(names, indexes)
  return indexes
}

function tableOf<E extends Named>(entries: readonly E[]): NameTable<E> {
  const words = new Set(
    entries.flatMap(({ name, aliases = [] }) => [name, ...aliases].flatMap((said) => fold(said).split(/[^\p{L}\d]+/u))),
  )
  const known = new Map<string, boolean>()
  const knows = (word: string) => {
    let isKnown = known.get(word)
    if (isKnown === undefined) {
      const typed = fold(word)
      isKnown = [...words].some((one) => one.startsWith(typed) || beginsButForASlip(one, typed))
      if (known.size < MOST_KNOWN) known.set(word, isKnown)
    }
    return isKnown
  }
  return { index: createIndex(entries), byId: new Map(entries.map((entry) => [entry.id, entry])), knows }
}

function exactNames({ bench, frames, levers }: WordNames): Map<string, string[]> {
  const found = new Map<string, string[]>()
  const add = (what: string, named: readonly { readonly name: string }[]) => {
    for (const { name } of named) {
      const key = name.toLowerCase()
      found.set(key, [...(found.get(key) ?? []), `${what} ${name}`])
    }
  }
  add('the program', Object.values(bench.programs))
  add('the device', Object.values(bench.devices))
  add('the address', bench.addresses)
  add('the frame', frames)
  add('the lever', levers)
  return found
}

function controlsOf(devices: readonly Device[]): ControlEntry[] {
  const byName = new Map<string, ControlEntry>()
  for (const device of devices) {
    for (const [controlId, control] of Object.entries(device.controls)) {
      if (control.readOnly) continue
      const { name, kind } = control
      const id = `${controlId} ${kind} ${name}`
      byName.set(id, { id, name, controlId, kind, devices: [...(byName.get(id)?.devices ?? []), device] })
    }
  }
  return [...byName.values()]
}
