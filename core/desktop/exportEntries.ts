import type { BenchState } from '../bench'
import type { ValueTable } from '../command'
import type { Lever } from '../levers'
import { atOnce } from '../result'
import { actionLines, freshLines, loneActionLines } from './freshLines'
import { keptFileOf } from './keptFile'
import type { KeptFile } from './keptFile'
import { keptActionEdits, keptMainEdits } from './keptEdits'
import { rewriteEntryFile, writeEntryFile } from './rewriteEntryFile'
import { writeList } from './entryValues'
import { sayLever } from './said'
import type { Said } from './said'
import { describeUnsaid, unsaidOf } from './unsaid'
import type { Unsaid } from './unsaid'

/** What is not in the files of an export, by lever. */
export interface UnsaidOfLever {
  readonly leverId: string
  readonly code: Unsaid['code']
  /** A sentence. */
  readonly because: string
}

/** Files to be written, what they leave out, and the levers that no Desktop Entry can say, with the reason. */
export interface EntryExport {
  readonly files: readonly { readonly name: string; readonly text: string; readonly leverIds: readonly string[] }[]
  readonly unsaid: readonly UnsaidOfLever[]
  readonly skipped: readonly { readonly leverId: string; readonly because: string }[]
}

/** Where an export finds what stands beside the chosen levers. */
export interface ExportSources {
  /** The text of an imported file, by the id its levers have for it. */
  readonly fileText?: (id: string) => string | undefined
  /** All levers: actions that were not chosen stand in the file of their application as they are now. */
  readonly levers?: Iterable<Lever>
}

/**
 * Levers as Desktop Entry files: one for each, one with actions for those that came from one file, and one for an
 * action by itself. What came from a file comes back as it stood there but for what was changed since. Values are
 * filled in as they are now. `tableFor` gives the named values of a frame.
 */
export function exportEntries(
  levers: readonly Lever[],
  bench: BenchState,
  tableFor: (frameId: string) => ValueTable,
  sources: ExportSources = {},
): EntryExport {
  return atOnce(exportInSteps(levers, bench, tableFor, sources))
}

/** The same, stopping after each lever, so that whoever calls can let others through. */
export function* exportInSteps(
  levers: readonly Lever[],
  bench: BenchState,
  tableFor: (frameId: string) => ValueTable,
  { fileText = () => undefined, levers: all = levers }: ExportSources = {},
): Generator<void, EntryExport> {
  const tables = new Map<string, ValueTable>()
  const table = (frameId: string) => {
    if (!tables.has(frameId)) tables.set(frameId, tableFor(frameId))
    return tables.get(frameId)!
  }
  const skipped: { leverId: string; because: string }[] = []
  const unsaid: UnsaidOfLever[] = []
  const tell = (lever: Lever, what: readonly Unsaid[]) =>
    unsaid.push(...what.map((fact) => ({ leverId: lever.id, code: fact.code, because: describeUnsaid(fact) })))
  const say = (lever: Lever): Said | string => sayLever(lever, bench, table(lever.frameId))
  const actionsOf = new Map<string, Lever[]>()
  for (const lever of all) if (lever.origin?.action !== undefined) append(actionsOf, lever.origin.entry, lever)
  const chosen = new Set(levers.map((lever) => lever.id))
  const files = new Map<string, EntryExport['files'][number]>()
  /** Actions that stand in the file of their application. */
  const placed = new Set<string>()
  const put = (lever: Lever, name: string, text: string, leverIds: readonly string[]) => {
    const free = files.has(name) ? `${name.replace(/\.desktop$/, '')}-${lever.plate}.desktop` : name
    files.set(free, { name: free, text, leverIds })
  }

  const mains = levers.filter((lever) => lever.origin?.action === undefined)
  for (const lever of mains) {
    yield
    const said = say(lever)
    const facts = unsaidOf(lever, bench)
    if (typeof said === 'string') {
      skipped.push({ leverId: lever.id, because: said })
      continue
    }
    tell(lever, facts)
    const kept = keptFor(lever, said, fileText)
    const siblings = (lever.origin && actionsOf.get(lever.origin.entry)) ?? []
    const inside = siblings
      .filter(
        (action) => !placed.has(action.id) && (kept ? kept.actionGroup(action.origin!.action!) : chosen.has(action.id)),
      )
      .flatMap((action) => {
        const sayable = say(action)
        return typeof sayable === 'string' || sayable.kind !== 'launch' ? [] : [{ action, said: sayable }]
      })
    for (const { action } of inside) placed.add(action.id)
    const told = (action: Lever, what: readonly Unsaid[]) => (chosen.has(action.id) ? tell(action, what) : undefined)
    const text = kept ? rewritten(lever, said, kept, inside, told, tell) : writtenAnew(lever, said, inside, told)
    for (const { action } of inside) told(action, unsaidOf(action, bench))
    const ids = [lever.id, ...inside.map(({ action }) => action.id).filter((id) => chosen.has(id))]
    put(lever, fileNameOf(lever), text, ids)
  }

  for (const lever of levers) {
    if (lever.origin?.action === undefined || placed.has(lever.id)) continue
    yield
    const said = say(lever)
    if (typeof said === 'string') {
      skipped.push({ leverId: lever.id, because: said })
      continue
    }
    tell(lever, unsaidOf(lever, bench))
    const lines = loneActionLines(lever, said, keptFileOf(lever, fileText))
    put(
      lever,
      `${lever.origin.entry}-${lever.origin.action}.desktop`,
      writeEntryFile([{ name: 'Desktop Entry', lines }]),
      [lever.id],
    )
  }
  return { files: [...files.values()], unsaid, skipped }
}

type Inside = readonly { readonly action: Lever; readonly said: Extract<Said, { kind: 'launch' }> }[]
type Tell = (lever: Lever, what: readonly Unsaid[]) => void

/** The file as it was imported, with what was changed since. */
function rewritten(lever: Lever, said: Said, kept: KeptFile, inside: Inside, told: Tell, tell: Tell): string {
  const main = keptMainEdits(lever, said, kept)
  tell(lever, main.unsaid)
  const actions = inside.map(({ action, said: saidOfAction }) => {
    const { edits, unsaid } = keptActionEdits(action, saidOfAction, lever, kept)
    told(action, unsaid)
    return edits
  })
  return rewriteEntryFile(kept.text, [...main.edits, ...actions.flat()])
}

/** A file of the application and its actions, as the levers say them. */
function writtenAnew(lever: Lever, said: Said, inside: Inside, told: Tell): string {
  const lines = freshLines(lever, said)
  const actions = inside.map(({ action, said: saidOfAction }) => {
    const { lines: own, unsaid } = actionLines(action, lever, saidOfAction)
    told(action, unsaid)
    return { name: `Desktop Action ${action.origin!.action}`, lines: own }
  })
  const list = { key: 'Actions', value: writeList(inside.map(({ action }) => action.origin!.action!)) }
  return writeEntryFile([{ name: 'Desktop Entry', lines: actions.length > 0 ? [...lines, list] : lines }, ...actions])
}

/** Only where it still is of the same type: a Link that became an application is another file. */
function keptFor(lever: Lever, said: Said, fileText: (id: string) => string | undefined): KeptFile | undefined {
  const kept = keptFileOf(lever, fileText)
  const type = said.kind === 'link' ? 'Link' : 'Application'
  return kept?.entry.type === type ? kept : undefined
}

function append<K, V>(map: Map<K, V[]>, key: K, value: V): void {
  const list = map.get(key)
  if (list) list.push(value)
  else map.set(key, [value])
}

/** The file it came from, or one by its number and name; file names are kept to what every system takes. */
function fileNameOf(lever: Lever): string {
  const words = lever.name
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
  return `${lever.origin?.entry ?? `keen-lever-${lever.plate}${words === '' ? '' : `-${words}`}`}.desktop`
}
