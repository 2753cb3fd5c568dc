import { own } from '../result'
import { countOf } from '../names'
import { absolutePath, canonicalJson, programSchema, kindAt } from '../bench'
import type { BenchState, Program } from '../bench'
import { escapeVariables } from '../command'
import { leverDraftSchema } from '../levers'
import type { Lever, LeverDraft } from '../levers'
import type { Issue } from '../result'
import { plainCategory } from './categories'
import { decodeEntryFile, parseEntryFile } from './entryFile'
import { readEntry } from './readEntry'
import type { DesktopEntry, ExecLine } from './readEntry'

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
  /** The desktop this counts as, for OnlyShowIn and NotShowIn; empty for none. */
  readonly desktop: string
  readonly frameId: string
  readonly bench: BenchState
  readonly levers: readonly Lever[]
  /** Names of skipped files to take all the same. */
  readonly forced: readonly string[]
}

/** What importing files would create, change and skip, and why. Nothing is altered. */
export function planImport(input: ImportInput): ImportItem[] {
  const taken = new Map<string, string>()
  return input.files.map((file) => {
    const item = planFile(file, input)
    const id = safeId(idOf(file.name))
    const earlier = taken.get(id)
    if (earlier !== undefined && item.fate !== 'fault')
      return {
        ...item,
        fate: 'skip',
        canForce: false,
        program: undefined,
        levers: [],
        reasons: [`${earlier} has the same identifier “${id}” and comes first.`],
      }
    taken.set(id, file.name)
    return item
  })
}

function planFile(file: ImportFile, input: ImportInput): ImportItem {
  const base = { file: file.name, name: idOf(file.name), canForce: false, levers: [] }
  const fault = (issues: readonly Issue[]): ImportItem => ({
    ...base,
    fate: 'fault',
    reasons: issues.map((issue) => issue.message),
  })
  if (!file.name.endsWith('.desktop')) return { ...base, fate: 'skip', reasons: ['Its name does not end in .desktop.'] }
  const text = decodeEntryFile(file.bytes)
  if (!text.ok) return fault(text.issues)
  const parsed = parseEntryFile(text.value)
  if (!parsed.ok) return fault(parsed.issues)
  const read = readEntry(parsed.value, file.name, input.locale)
  if (!read.ok) return fault(read.issues)
  const entry = read.value
  const broken = unusable(entry, input.bench)
  if (broken) return fault([broken])
  const skip = skipReason(entry, input)
  if (skip && !(skip.canForce && input.forced.includes(file.name)))
    return { ...base, name: entry.name, fate: 'skip', reasons: [skip.reason], canForce: skip.canForce }
  return planEntry(entry, file.name, input)
}

/** What the standard lets pass and the bench cannot take. Issues: `url-broken`, `program-broken`. */
function unusable(entry: DesktopEntry, bench: BenchState): Issue | undefined {
  if (entry.url !== undefined && placeOf(entry.url) === undefined)
    return {
      code: 'url-broken',
      message: `URL: in “${entry.url}” a percent sign is not followed by two digits of a character. Write it as %25.`,
    }
  const path = entry.exec && executableOf(entry.exec.argv[0]!)
  const isFile =
    path === undefined ||
    (programSchema.shape.executable.safeParse(path).success && kindAt(bench.files, path) !== 'folder')
  return isFile
    ? undefined
    : { code: 'program-broken', message: `Exec: “${entry.exec!.argv[0]}” names no file that could be started.` }
}

function skipReason(
  entry: DesktopEntry,
  { desktop, bench }: ImportInput,
): { reason: string; canForce: boolean } | undefined {
  if (entry.hidden) return { reason: 'Hidden=true: whoever installed it has deleted it.', canForce: false }
  if (entry.type === 'Directory') return { reason: 'It describes a menu, not a program.', canForce: false }
  if (entry.onlyShowIn.length > 0 && !entry.onlyShowIn.includes(desktop))
    return { reason: `It is for ${entry.onlyShowIn.join(', ')} only (OnlyShowIn).`, canForce: true }
  if (entry.notShowIn.includes(desktop) && desktop !== '')
    return { reason: `It is not for ${desktop} (NotShowIn).`, canForce: true }
  if (entry.tryExec && !kindAt(bench.files, executableOf(entry.tryExec)))
    return {
      reason: `${entry.tryExec} is not installed on the bench (TryExec). Taken all the same, it is set up as a stand-in.`,
      canForce: true,
    }
  return undefined
}

function planEntry(entry: DesktopEntry, file: string, input: ImportInput): ImportItem {
  const reasons = [...entry.remarks]
  const program = entry.exec && programOf(entry, entry.exec, input.bench)
  const standing = program && own(input.bench.programs, program.id)
  const programChanges = program !== undefined && canonicalJson(standing ?? null) !== canonicalJson(program)
  const drafts = entry.noDisplay ? [] : draftsOf(entry, program?.id, input.frameId, reasons)
  if (entry.noDisplay) reasons.push('NoDisplay=true: the program is set up, but no lever is made for it.')
  const levers = drafts.flatMap((draft) => planLever(draft, input, reasons))
  const fates = [
    ...levers.map((lever) => lever.fate),
    ...(programChanges ? [standing ? ('change' as const) : ('create' as const)] : []),
  ]
  const fate = fates.includes('create') ? 'create' : fates.includes('change') ? 'change' : 'same'
  return { file, name: entry.name, fate, reasons, canForce: false, ...(programChanges ? { program } : {}), levers }
}

function planLever(draft: unknown, input: ImportInput, reasons: string[]): PlannedLever[] {
  const checked = leverDraftSchema.safeParse(draft)
  if (!checked.success) {
    reasons.push(...checked.error.issues.map((issue) => `${issue.path.join('.')}: ${issue.message}`))
    return []
  }
  const origin = checked.data.origin!
  const known = input.levers.find(
    (lever) => lever.origin?.entry === origin.entry && lever.origin.action === origin.action,
  )
  if (!known) return [{ fate: 'create', draft: checked.data }]
  // What the user has bound, scoped or placed stays; the entry says what it starts and how it is called.
  const { name, aliases, steps } = checked.data
  const same =
    canonicalJson({ name, aliases, steps }) ===
    canonicalJson({ name: known.name, aliases: known.aliases, steps: known.steps })
  const { id: _id, plate: _plate, version: _version, variant: _variant, ...rest } = known
  return [{ fate: same ? 'same' : 'change', leverId: known.id, draft: { ...rest, name, aliases, steps, origin } }]
}

/** A program that the bench has under the same path is used as it is described there. */
function programOf(entry: DesktopEntry, exec: ExecLine, bench: BenchState): Program {
  const executable = executableOf(exec.argv[0]!)
  const described = Object.values(bench.programs).find(
    (program) => program.executable === executable && program.origin !== 'imported',
  )
  if (described) return described
  return {
    id: programIdOf(entry.id, bench),
    name: entry.name,
    executable,
    categories: entry.categories.map(plainCategory),
    icon: 'app-window',
    instances: 'multi',
    whenRunning: 'comes-to-front',
    opens: [],
    claims: [],
    origin: 'imported',
    arguments: {
      options: [],
      positionals: positionalsOf(exec),
      order: [],
      onUnknown: 'ignored',
      onMissingFile: 'error-window',
    },
    entry: {
      icon: entry.icon,
      comment: entry.comment,
      terminal: entry.terminal,
      command: exec.argv[0]!,
      ...(exec.fieldCode ? { fieldCode: exec.fieldCode } : {}),
      ...(entry.tryExec ? { tryExec: entry.tryExec } : {}),
    },
  }
}

function positionalsOf({ fieldCode }: ExecLine): Program['arguments']['positionals'] {
  const most = fieldCode === 'f' || fieldCode === 'u' ? { most: 1 } : {}
  const text = { kind: 'text' as const, role: 'argument' }
  if (fieldCode === 'f' || fieldCode === 'F') return [{ kind: 'file', role: 'file', ...most }, text]
  if (fieldCode === 'u' || fieldCode === 'U')
    return [{ kind: 'address', role: 'address', ...most }, { kind: 'file', role: 'file', ...most }, text]
  return [text]
}

function draftsOf(entry: DesktopEntry, programId: string | undefined, frameId: string, reasons: string[]): unknown[] {
  const shared = {
    frameId,
    aliases: aliasesOf(entry, reasons),
    triggers: [],
    scope: { kind: 'everywhere' },
    enabled: true,
    whileRunning: 'ignore',
  }
  if (entry.url !== undefined)
    return [
      {
        ...shared,
        name: entry.name,
        origin: { entry: entry.id },
        steps: [{ id: 's1', kind: 'place.open', places: [escapeVariables(placeOf(entry.url)!)] }],
      },
    ]
  const step = (exec: ExecLine) => ({
    id: 's1',
    kind: 'program.open',
    programId,
    args: exec.argv.slice(1).map(escapeVariables),
    ...(entry.path ? { workingDirectory: escapeVariables(entry.path) } : {}),
    ...(exec.environment.length > 0
      ? { environment: exec.environment.map(({ name, value }) => ({ name, value: escapeVariables(value) })) }
      : {}),
  })
  const actions = entry.actions.filter((action) => {
    const same = executableOf(action.exec.argv[0]!) === executableOf(entry.exec!.argv[0]!)
    if (!same)
      reasons.push(`The action “${action.name}” starts another program (${action.exec.argv[0]}), so it is left out.`)
    return same
  })
  return [
    { ...shared, name: entry.name, origin: { entry: entry.id }, steps: [step(entry.exec!)] },
    ...actions.map((action) => ({
      ...shared,
      aliases: [],
      name: `${entry.name}: ${action.name}`,
      origin: { entry: entry.id, action: action.id },
      steps: [step(action.exec)],
    })),
  ]
}

const MOST_ALIASES = 20
const LONGEST_ALIAS = 40

function aliasesOf(entry: DesktopEntry, reasons: string[]): string[] {
  const usable = entry.keywords
    .map((word) => word.trim())
    .filter((word) => word !== '' && word.length <= LONGEST_ALIAS && !word.includes(','))
  const kept = [...new Set(usable)].slice(0, MOST_ALIASES)
  if (kept.length < entry.keywords.length)
    reasons.push(
      `${entry.keywords.length - kept.length} of its ${countOf(entry.keywords.length, 'keyword')} are left out; ` +
        `a lever has at most ${MOST_ALIASES} aliases, without commas, of ${LONGEST_ALIAS} letters each.`,
    )
  return kept
}

/**
 * `file:` addresses of the machine itself are paths (RFC 8089); undefined where one is not percent-encoded as RFC 3986
 * §2.1 demands.
 */
function placeOf(url: string): string | undefined {
  const path = /^file:\/\/(?:localhost)?(\/.*)$/.exec(url)?.[1]
  if (path === undefined) return url
  try {
    return decodeURIComponent(path)
  } catch {
    return undefined
  }
}

function executableOf(command: string): string {
  return absolutePath(command, '/usr/bin')
}

function idOf(fileName: string): string {
  return fileName.replace(/^.*[/\\]/, '').replace(/\.desktop$/, '')
}

function safeId(entryId: string): string {
  return entryId.replace(/[^\w.:-]/g, '-').slice(0, 70)
}

/** By the name of the file; a program that came from no such file keeps its id, and what is imported gets another. */
function programIdOf(entryId: string, { programs }: BenchState): string {
  const id = safeId(entryId)
  return programs[id] && programs[id].origin !== 'imported' ? `${id}-imported` : id
}
