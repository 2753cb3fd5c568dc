import { absolutePath } from '../bench'
import type { BenchState, Program } from '../bench'
import { escapeVariables } from '../command'
import { plainCategory } from './categories'
import { describeIssue } from './issues'
import { actionProblem } from './limits'
import type { DesktopEntry, ExecLine } from './readEntry'

/**
 * A program that the bench describes under the same path is used as it is there, and so is any for an action by itself.
 */
export function programOf(entry: DesktopEntry, exec: ExecLine, bench: BenchState): Program {
  const executable = executableOf(exec.argv[0]!)
  const described = Object.values(bench.programs).find(
    (program) => program.executable === executable && (program.origin !== 'imported' || entry.partOf !== undefined),
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

/**
 * Drafts of the levers that an entry comes to: itself and its actions, or the one action that the file was made of.
 * `kept` says where its text is kept.
 */
export function draftsOf(
  entry: DesktopEntry,
  programId: string | undefined,
  frameId: string,
  kept: { file?: string; locale?: string },
  reasons: string[],
): unknown[] {
  const shared = {
    frameId,
    aliases: aliasesOf(entry, reasons),
    triggers: [],
    scope: { kind: 'everywhere' },
    enabled: true,
    whileRunning: 'ignore',
    name: entry.name,
    origin: { ...(entry.partOf ?? { entry: entry.id }), ...kept },
  }
  if (entry.url !== undefined)
    return [{ ...shared, steps: [{ id: 's1', kind: 'place.open', places: [escapeVariables(placeOf(entry.url)!)] }] }]
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
      reasons.push(describeIssue({ code: 'action-elsewhere', action: action.name, program: action.exec.argv[0]! }))
    const problem = actionProblem(entry, action)
    if (problem) reasons.push(describeIssue({ code: 'action-broken', action: action.name, because: problem }))
    return same && !problem
  })
  return [
    { ...shared, steps: [step(entry.exec!)] },
    ...actions.map((action) => ({
      ...shared,
      aliases: [],
      name: `${entry.name}: ${action.name}`,
      origin: { ...shared.origin, entry: entry.id, action: action.id },
      steps: [step(action.exec)],
    })),
  ]
}

const MOST_ALIASES = 20
const LONGEST_ALIAS = 40

export function aliasesOf(entry: DesktopEntry, reasons: string[]): string[] {
  const usable = entry.keywords
    .map((word) => word.trim())
    .filter((word) => word !== '' && word.length <= LONGEST_ALIAS && !word.includes(','))
  const kept = [...new Set(usable)].slice(0, MOST_ALIASES)
  if (kept.length < entry.keywords.length)
    reasons.push(
      describeIssue({
        code: 'keywords-left',
        count: entry.keywords.length - kept.length,
        of: entry.keywords.length,
        most: MOST_ALIASES,
        longest: LONGEST_ALIAS,
      }),
    )
  return kept
}

/**
 * `file:` addresses of the machine itself are paths (RFC 8089); undefined where one is not percent-encoded as RFC 3986
 * §2.1 demands.
 */
export function placeOf(url: string): string | undefined {
  const path = /^file:\/\/(?:localhost)?(\/.*)$/.exec(url)?.[1]
  if (path === undefined) return url
  try {
    return decodeURIComponent(path)
  } catch {
    return undefined
  }
}

export function executableOf(command: string): string {
  return absolutePath(command, '/usr/bin')
}

export function idOf(fileName: string): string {
  return fileName.replace(/^.*[/\\]/, '').replace(/\.desktop$/, '')
}

export function safeId(entryId: string): string {
  return entryId.replace(/[^\w.:-]/g, '-').slice(0, 70)
}

/** By the name of the file; a program that came from no such file keeps its id, and what is imported gets another. */
function programIdOf(entryId: string, { programs }: BenchState): string {
  const id = safeId(entryId)
  return programs[id] && programs[id].origin !== 'imported' ? `${id}-imported` : id
}
