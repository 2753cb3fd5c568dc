import { readExecWords } from '../command'
import type { FieldCodeValues } from '../command'
import { fail, succeed } from '../result'
import type { Issue, Result } from '../result'
import type { EntryFile, EntryGroup } from './entryFile'
import { describeIssue, entryIssue, placed } from './issues'
import type { EntryFact } from './issues'
import { localized, plain, readList, unescapeString } from './entryValues'

/**
 * What an `Exec` line starts: the argv without its field codes, the environment set in front of it, and whether it
 * takes files or addresses.
 */
export interface ExecLine {
  readonly argv: readonly string[]
  readonly environment: readonly { readonly name: string; readonly value: string }[]
  readonly fieldCode?: 'f' | 'F' | 'u' | 'U'
}

/** An additional action of an application. */
export interface EntryAction {
  readonly id: string
  readonly name: string
  readonly exec: ExecLine
}

/** The keys by which a file that one action was written into says which entry and which action that was. */
export const ENTRY_KEY = 'X-KeenLever-Entry'
export const ACTION_KEY = 'X-KeenLever-Action'

/** What a Desktop Entry says, in one locale. */
export interface DesktopEntry {
  /** The file's name without `.desktop`. */
  readonly id: string
  readonly type: 'Application' | 'Link' | 'Directory'
  readonly name: string
  readonly comment: string
  readonly icon: string
  readonly exec?: ExecLine
  readonly url?: string
  readonly tryExec?: string
  readonly path?: string
  readonly terminal: boolean
  readonly categories: readonly string[]
  readonly keywords: readonly string[]
  readonly actions: readonly EntryAction[]
  readonly hidden: boolean
  readonly noDisplay: boolean
  readonly onlyShowIn: readonly string[]
  readonly notShowIn: readonly string[]
  /** The entry and the action that the file was made of, where it is one action by itself. */
  readonly partOf?: { readonly entry: string; readonly action: string }
  /** What was left out and why, where the rest is good. */
  readonly remarks: readonly string[]
}

/**
 * The entry of a file that was taken apart, with localised strings for `locale`. Issues, `at` as `line N` where there
 * is one: `type-unknown`,
 * `key-missing` (Name, Type; Exec of an application, URL of a link), `boolean`, and those of `splitExec`.
 */
export function readEntry(file: EntryFile, fileName: string, locale: string): Result<DesktopEntry> {
  const group = file[0]!
  const issues: Issue[] = []
  const remarks: string[] = []
  const id = fileName.replace(/^.*[/\\]/, '').replace(/\.desktop$/, '')
  // Blanks after a word do not make it another one.
  const word = (key: string) => plain(group, key)?.replace(/[ \t]+$/, '')
  const text = (key: string) => unescapeString(localized(group, key, locale) ?? '')
  const type = word('Type')
  const name = text('Name')
  const icon = text('Icon')
  const lineOf = (key: string) => group.lines.find((line) => line.key === key)?.line
  const report = (fact: EntryFact, line?: number) => issues.push(entryIssue(fact, line))

  if (type === undefined || type === '') report({ code: 'key-missing', key: 'Type' })
  else if (!['Application', 'Link', 'Directory'].includes(type)) report({ code: 'type-unknown', type }, lineOf('Type'))
  if (name === '') report({ code: 'key-missing', key: 'Name' })

  const flag = (key: string) => {
    const value = word(key)
    if (value !== undefined && value !== 'true' && value !== 'false' && value !== '0' && value !== '1')
      report({ code: 'boolean', key, value }, lineOf(key))
    return value === 'true' || value === '1'
  }
  /** `%c` is the name of the application in an action too; `%i` is the icon of the group by itself. */
  const readExec = (from: EntryGroup, ownIcon: string): Result<ExecLine> | undefined => {
    const line = from.lines.find((entry) => entry.key === 'Exec' && entry.locale === undefined)
    const localizedLine = from.lines.find((entry) => entry.key === 'Exec' && entry.locale !== undefined)
    if (localizedLine) remarks.push(entryIssue({ code: 'exec-localized' }, localizedLine.line).message)
    if (!line || line.value.trim() === '') return undefined
    const exec = readExecLine(line.value, { name, icon: ownIcon, file: `${id}.desktop` })
    if (exec.ok) return exec
    return fail(...exec.issues.map((issue) => placed(issue, line.line, 'Exec')))
  }

  const mainExec = type === 'Application' ? readExec(group, icon) : undefined
  if (mainExec && !mainExec.ok) issues.push(...mainExec.issues)
  const exec = mainExec?.ok ? mainExec.value : undefined
  const activatable = flag('DBusActivatable')
  if (type === 'Application' && !exec && issues.length === 0)
    report({ code: 'key-missing', key: activatable ? 'started-by-message' : 'Exec' })
  const url = type === 'Link' ? unescapeString(plain(group, 'URL') ?? '') : undefined
  if (url === '') report({ code: 'key-missing', key: 'URL' })

  const partOf = { entry: text(ENTRY_KEY), action: text(ACTION_KEY) }
  // An action that is listed twice is one action.
  const actionIds = new Set(readList(plain(group, 'Actions') ?? ''))
  const groups = new Map(actionIds.size === 0 ? [] : file.map((entry) => [entry.name, entry]))
  const actions = [...actionIds].flatMap((actionId): EntryAction[] => {
    const action = groups.get(`Desktop Action ${actionId}`)
    const actionName = action && unescapeString(localized(action, 'Name', locale) ?? '')
    const [faulty] = action?.faults ?? []
    if (faulty) {
      remarks.push(describeIssue({ code: 'action-broken', action: actionId, because: faulty.message }))
      return []
    }
    const actionIcon = action ? unescapeString(localized(action, 'Icon', locale) ?? '') : ''
    const actionExec = action && actionName ? readExec(action, actionIcon) : undefined
    if (actionExec?.ok) return [{ id: actionId, name: actionName!, exec: actionExec.value }]
    // A broken action blocks only itself.
    if (actionExec) {
      const because = actionExec.issues.map(({ message }) => message).join(' ')
      remarks.push(describeIssue({ code: 'action-broken', action: actionId, because }))
    } else {
      const lacks = !action ? 'group' : actionName ? 'Exec' : 'Name'
      remarks.push(describeIssue({ code: 'action-left', action: actionId, lacks }))
    }
    return []
  })
  const entry: DesktopEntry = {
    id,
    type: type as DesktopEntry['type'],
    name,
    comment: text('Comment'),
    icon,
    ...(exec ? { exec } : {}),
    ...(url ? { url } : {}),
    ...optional('tryExec', plain(group, 'TryExec')),
    ...optional('path', plain(group, 'Path')),
    terminal: flag('Terminal'),
    categories: readList(plain(group, 'Categories') ?? ''),
    keywords: readList(localized(group, 'Keywords', locale) ?? ''),
    actions,
    hidden: flag('Hidden'),
    noDisplay: flag('NoDisplay'),
    onlyShowIn: readList(plain(group, 'OnlyShowIn') ?? ''),
    notShowIn: readList(plain(group, 'NotShowIn') ?? ''),
    ...(partOf.entry !== '' && partOf.action !== '' ? { partOf } : {}),
    remarks,
  }
  return issues.length > 0 ? fail(...issues) : succeed(entry)
}

function optional<K extends string>(key: K, value: string | undefined): Partial<Record<K, string>> {
  return value ? ({ [key]: unescapeString(value) } as Record<K, string>) : {}
}

/**
 * `%i` is the icon with its option, `%c` the name, `%k` the file; files and addresses are none yet. A leading `env A=b`
 * sets the environment.
 */
export function readExecLine(
  value: string,
  { name, icon, file }: { name: string; icon: string; file: string },
): Result<ExecLine> {
  let fieldCode: ExecLine['fieldCode']
  const words = readExecWords(value, fieldCodeValues({ name, icon, file }))
  if (!words.ok) return words
  for (const code of words.value.flatMap((word) => [...word.codes]))
    if ('fFuU'.includes(code)) fieldCode = code as ExecLine['fieldCode']
  let argv = words.value.flatMap((word) => word.args)
  const environment: { name: string; value: string }[] = []
  if (/(^|\/)env$/.test(argv[0] ?? '')) {
    let i = 1
    for (; i < argv.length && /^[^=\s-][^=]*=/.test(argv[i]!); i++) {
      const at = argv[i]!.indexOf('=')
      environment.push({ name: argv[i]!.slice(0, at), value: argv[i]!.slice(at + 1) })
    }
    if (environment.length > 0 && i < argv.length) argv = argv.slice(i)
    else environment.length = 0
  }
  if (!argv[0]) return fail(entryIssue({ code: 'no-program' }))
  if (argv[0].includes('=')) return fail(entryIssue({ code: 'program-equals', program: argv[0] }))
  return succeed({ argv, environment, ...(fieldCode ? { fieldCode } : {}) })
}

/** What field codes come to while no file or address is given. */
export function fieldCodeValues({ name, icon, file }: { name: string; icon: string; file: string }): FieldCodeValues {
  return (code) => {
    if (code === 'i') return icon === '' ? [] : ['--icon', icon]
    if (code === 'c') return [name]
    return code === 'k' ? [file] : []
  }
}
