import { canonicalJson, kindAt, programSchema } from '../bench'
import type { BenchState, Program } from '../bench'
import { leverDraftSchema } from '../levers'
import type { Lever, LeverDraft } from '../levers'
import { atOnce, own } from '../result'
import type { Issue } from '../result'
import { decodeEntryFile, parseEntryFileInSteps } from './entryFile'
import { draftsOf, executableOf, idOf, placeOf, programOf, safeId } from './entryTerms'
import { describeIssue, entryIssue } from './issues'
import type { EntryFact } from './issues'
import { keptFileOf } from './keptFile'
import { readEntry } from './readEntry'
import type { DesktopEntry } from './readEntry'
import { tooLong } from './limits'

export interface ImportFile {
  readonly name: string
  readonly bytes: Uint8Array
}

/** A lever that an import would make or alter. */
export interface PlannedLever {
  readonly fate: 'create' | 'change' | 'same'
  /** The lever it alters. */
  readonly leverId?: string
  readonly draft: LeverDraft
}

/** What one file would come to. */
export interface ImportItem {
  readonly file: string
  readonly fate: 'create' | 'change' | 'same' | 'skip' | 'fault'
  readonly name: string
  /** Why it is skipped or cannot be read, and what was left out; full sentences. */
  readonly reasons: readonly string[]
  /** A skipped entry that may be taken all the same. */
  readonly canForce: boolean
  /** The program to be set up or described anew; absent when the bench has it as it is. */
  readonly program?: Program
  readonly levers: readonly PlannedLever[]
}

export interface ImportInput {
  readonly files: readonly ImportFile[]
  /** Such as `de_AT`; names and keywords are taken in it where the file has them. */
  readonly locale: string
  /** The desktops this counts as, for OnlyShowIn and NotShowIn, with colons between; empty for none. */
  readonly desktop: string
  readonly frameId: string
  readonly bench: BenchState
  readonly levers: readonly Lever[]
  /** Names of skipped files to take all the same. */
  readonly forced: readonly string[]
  /** Names a text by what is in it; where it is given, the text of each file is kept under that with its levers. */
  readonly fileId?: (text: string) => string
  /** A text that was kept. */
  readonly fileText?: (id: string) => string | undefined
  /** The text that the file of an entry, or of one action by itself, would be exported as now. */
  readonly exported?: (origin: { entry: string; action?: string }) => string | undefined
}

/** What of the input is looked up for every file. */
interface Known extends ImportInput {
  leverOf(origin: { entry: string; action?: string }): Lever | undefined
}

/** What importing files would create, change and skip, and why. Nothing is altered. */
export function planImport(input: ImportInput): ImportItem[] {
  return atOnce(planImportInSteps(input))
}

/** The same, stopping after each file and between its lines, so that whoever calls can let others through. */
export function* planImportInSteps(input: ImportInput): Generator<void, ImportItem[]> {
  const taken = new Map<string, string>()
  const byOrigin = new Map<string, Lever>()
  const key = ({ entry, action }: { entry: string; action?: string }) => JSON.stringify([entry, action])
  for (const lever of input.levers)
    if (lever.origin && !byOrigin.has(key(lever.origin))) byOrigin.set(key(lever.origin), lever)
  const known: Known = { ...input, leverOf: (origin) => byOrigin.get(key(origin)) }
  const items: ImportItem[] = []
  for (const file of input.files) {
    yield
    const item = yield* planFile(file, known)
    const id = safeId(idOf(file.name))
    const earlier = taken.get(id)
    if (earlier === undefined || item.fate === 'fault') {
      taken.set(id, file.name)
      items.push(item)
      continue
    }
    const { program: _program, ...rest } = item
    const reasons = [describeIssue({ code: 'same-identifier', earlier, id })]
    items.push({ ...rest, fate: 'skip', canForce: false, levers: [], reasons })
  }
  return items
}

function* planFile(file: ImportFile, input: Known): Generator<void, ImportItem> {
  const base = { file: file.name, name: idOf(file.name), canForce: false, levers: [] }
  const fault = (issues: readonly Issue[]): ImportItem => ({
    ...base,
    fate: 'fault',
    reasons: issues.map((issue) => issue.message),
  })
  if (!file.name.endsWith('.desktop'))
    return { ...base, fate: 'skip', reasons: [describeIssue({ code: 'not-an-entry' })] }
  const text = decodeEntryFile(file.bytes)
  if (!text.ok) return fault(text.issues)
  const parsed = yield* parseEntryFileInSteps(text.value)
  if (!parsed.ok) return fault(parsed.issues)
  const read = readEntry(parsed.value, file.name, input.locale)
  if (!read.ok) return fault(read.issues)
  const entry = read.value
  const broken = [unusable(entry, input.bench), ...tooLong(entry, parsed.value, input.locale)].filter(
    (issue) => issue !== undefined,
  )
  if (broken.length > 0) return fault(broken)
  const skip = skipReason(entry, input)
  if (skip && !(skip.canForce && input.forced.includes(file.name)))
    return { ...base, name: entry.name, fate: 'skip', reasons: [describeIssue(skip.fact)], canForce: skip.canForce }
  return planEntry(entry, file.name, text.value, input)
}

/** What the standard lets pass and the bench cannot take. Issues: `url-broken`, `program-broken`. */
function unusable(entry: DesktopEntry, bench: BenchState): Issue | undefined {
  if (entry.url !== undefined && placeOf(entry.url) === undefined)
    return entryIssue({ code: 'url-broken', url: entry.url })
  const path = entry.exec && executableOf(entry.exec.argv[0]!)
  const isFile =
    path === undefined ||
    (programSchema.shape.executable.safeParse(path).success && kindAt(bench.files, path) !== 'folder')
  return isFile ? undefined : entryIssue({ code: 'program-broken', program: entry.exec!.argv[0]! })
}

function skipReason(
  entry: DesktopEntry,
  { desktop, bench }: ImportInput,
): { fact: EntryFact; canForce: boolean } | undefined {
  if (entry.hidden) return { fact: { code: 'hidden' }, canForce: false }
  if (entry.type === 'Directory') return { fact: { code: 'directory' }, canForce: false }
  const shown = shownIn(
    entry,
    desktop.split(':').filter((name) => name !== ''),
  )
  if (!shown && entry.onlyShowIn.length > 0)
    return { fact: { code: 'only-shown-in', desktops: entry.onlyShowIn }, canForce: true }
  if (!shown) return { fact: { code: 'not-shown-in', desktop }, canForce: true }
  if (entry.tryExec && !kindAt(bench.files, executableOf(entry.tryExec)))
    return { fact: { code: 'not-installed', program: entry.tryExec }, canForce: true }
  return undefined
}

/** The first of the desktops that one of the two lists names decides (Desktop Entry Specification 1.5, §6). */
function shownIn({ onlyShowIn, notShowIn }: DesktopEntry, desktops: readonly string[]): boolean {
  for (const name of desktops) {
    if (onlyShowIn.includes(name)) return true
    if (notShowIn.includes(name)) return false
  }
  return onlyShowIn.length === 0
}

function planEntry(entry: DesktopEntry, file: string, text: string, input: Known): ImportItem {
  const reasons = [...entry.remarks]
  const read = entry.exec && programOf(entry, entry.exec, input.bench)
  const standing = read && own(input.bench.programs, read.id)
  const program = read && withOwn(read, standing, entry.id, input)
  const kept = keptAs(entry, text, input)
  const programChanges = program !== undefined && !kept.isExported && !sameProgram(standing, program)
  const drafts = entry.noDisplay ? [] : draftsOf(entry, program?.id, input.frameId, kept.origin, reasons)
  if (entry.noDisplay) reasons.push(describeIssue({ code: 'no-display' }))
  const levers = drafts.flatMap((draft) => planLever(draft, input, kept, reasons))
  const fates = [
    ...levers.map((lever) => lever.fate),
    ...(programChanges ? [standing ? ('change' as const) : ('create' as const)] : []),
  ]
  const fate = fates.includes('create') ? 'create' : fates.includes('change') ? 'change' : 'same'
  return { file, name: entry.name, fate, reasons, canForce: false, ...(programChanges ? { program } : {}), levers }
}

/** How the text is kept with its levers, and whether it is the text that is kept already, or the one that would be exported now. */
function keptAs(
  entry: DesktopEntry,
  text: string,
  { fileId, exported, leverOf, locale }: Known,
): { origin: { file?: string; locale?: string }; isSame: boolean; isExported: boolean } {
  if (!fileId) return { origin: {}, isSame: true, isExported: false }
  const file = fileId(text)
  const origin = entry.partOf ?? { entry: entry.id }
  const known = leverOf(origin)
  const isSame = known?.origin?.file === file
  const isExported = known !== undefined && !isSame && exported?.(origin) === text
  return { origin: { file, locale }, isSame, isExported }
}

/** What was changed of an imported program since its file was read stays as it is. */
function withOwn(read: Program, standing: Program | undefined, entryId: string, input: Known): Program {
  const lever = input.leverOf({ entry: entryId })
  const kept = lever && input.fileText && keptFileOf(lever, input.fileText)
  if (!standing || standing.origin !== 'imported' || !kept?.entry.exec) return read
  const before = programOf(kept.entry, kept.entry.exec, input.bench)
  const changed = (Object.keys(read) as (keyof Program)[]).filter(
    (field) => canonicalJson(standing[field] ?? null) !== canonicalJson(before[field] ?? null),
  )
  return { ...read, ...Object.fromEntries(changed.map((field) => [field, standing[field]])) }
}

function sameProgram(standing: Program | undefined, program: Program): boolean {
  const plain = ({ version: _version, ...rest }: Program) => canonicalJson(rest)
  return standing !== undefined && plain(standing) === plain(program)
}

function planLever(
  draft: unknown,
  input: Known,
  kept: { isSame: boolean; isExported: boolean },
  reasons: string[],
): PlannedLever[] {
  const checked = leverDraftSchema.safeParse(draft)
  if (!checked.success) {
    reasons.push(...checked.error.issues.map((issue) => `${issue.path.join('.')}: ${issue.message}`))
    return []
  }
  const origin = checked.data.origin!
  const known = input.leverOf(origin)
  if (!known) return [{ fate: 'create', draft: checked.data }]
  // What the user has bound, scoped or placed stays; the entry says what it starts and how it is called.
  const { name, aliases } = checked.data
  const steps = stepsWith(known, checked.data.steps)
  if (known.steps.length > 1) reasons.push(describeIssue({ code: 'steps-kept', lever: known.name }))
  // What would be exported now says nothing new.
  const same =
    kept.isExported ||
    (kept.isSame &&
      canonicalJson({ name, aliases, steps }) ===
        canonicalJson({ name: known.name, aliases: known.aliases, steps: known.steps }))
  const { id: _id, plate: _plate, version: _version, variant: _variant, ...rest } = known
  return [{ fate: same ? 'same' : 'change', leverId: known.id, draft: { ...rest, name, aliases, steps, origin } }]
}

/** The steps of a lever with what an entry can say of them taken over; what it cannot say stays. */
function stepsWith(known: Lever, read: LeverDraft['steps']): Lever['steps'] {
  const [step, ...more] = known.steps
  const [said] = read
  if (more.length > 0) return known.steps
  if (step?.kind !== 'program.open' || said?.kind !== 'program.open' || step.programId !== said.programId) return read
  const { args: _args, workingDirectory: _directory, environment: _environment, ...rest } = step
  const { args, workingDirectory, environment } = said
  return [
    {
      ...rest,
      args,
      ...(workingDirectory === undefined ? {} : { workingDirectory }),
      ...(environment === undefined ? {} : { environment }),
    },
  ]
}
