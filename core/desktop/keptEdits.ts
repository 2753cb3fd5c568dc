import type { Lever } from '../levers'
import { fileCategory, plainCategory } from './categories'
import type { EntryGroup } from './entryFile'
import { aliasesOf, executableOf, placeOf } from './entryTerms'
import { escapeString, localesOf, plain, unescapeString, writeList } from './entryValues'
import { actionName, iconOf, unsaidOfAction } from './freshLines'
import type { KeptFile } from './keptFile'
import { fieldCodeValues } from './readEntry'
import type { ExecLine } from './readEntry'
import type { EntryEdit } from './rewriteEntryFile'
import { rewriteExec } from './rewriteExec'
import { argvOfExec } from './said'
import type { Said } from './said'
import type { Unsaid } from './unsaid'

type Launch = Extract<Said, { kind: 'launch' }>

/** What has to be changed in a kept file, and what of it cannot be said there. */
export interface KeptEdits {
  readonly edits: readonly EntryEdit[]
  readonly unsaid: readonly Unsaid[]
}

/** What was changed since the file of an application or a link was imported. */
export function keptMainEdits(lever: Lever, said: Said, kept: KeptFile): KeptEdits {
  const { entry, main } = kept
  const changes = changesOf(main)
  if (lever.name !== entry.name.trim()) changes.set('Name', escapeString(lever.name))
  const dropped: string[] = []
  const aliases = aliasesOf(entry, dropped)
  if (!sameList(lever.aliases, aliases)) {
    const unusable = entry.keywords.filter((word) => !aliases.includes(word.trim()))
    changes.set('Keywords', nothingOr(writeList([...lever.aliases, ...unusable])))
  }
  setIcon(changes, lever, main)
  if (said.kind === 'link') {
    if (placeOf(entry.url!) !== placeOf(said.url)) changes.set('URL', escapeString(said.url))
    return changes.done()
  }
  setExec(changes, said, main, entry.exec!, { name: entry.name, icon: entry.icon, file: `${entry.id}.desktop` })
  if (said.workingDirectory !== (entry.path ?? '')) changes.set('Path', nothingOr(escapeString(said.workingDirectory)))
  const { program } = said
  const isOwn = program.origin === 'imported' && program.executable === executableOf(entry.exec!.argv[0]!)
  if (isOwn && !sameList(program.categories, entry.categories.map(plainCategory)))
    changes.set('Categories', nothingOr(writeList(program.categories.map(fileCategory))))
  return changes.done()
}

/** The same of one of its actions, whose lever this is; `main` is the lever of the application. */
export function keptActionEdits(action: Lever, said: Launch, main: Lever, kept: KeptFile): KeptEdits {
  const id = action.origin!.action!
  const group = kept.actionGroup(id)!
  const before = kept.entry.actions.find((entry) => entry.id === id)!
  const changes = changesOf(group)
  const applications = [main.name, kept.entry.name.trim()]
  if (!applications.some((name) => action.name === `${name}: ${before.name}`.trim())) {
    const name = actionName(action.name, applications)
    changes.set('Name', escapeString(name))
    if (name === action.name) changes.tell({ code: 'action-name', name: `${main.name}: ${name}` })
  }
  setIcon(changes, action, group)
  const icon = unescapeString(plain(group, 'Icon') ?? '')
  setExec(changes, said, group, before.exec, { name: kept.entry.name, icon, file: `${kept.entry.id}.desktop` })
  for (const fact of unsaidOfAction(action, said, kept.entry.path ?? '')) changes.tell(fact)
  return changes.done()
}

type Changes = ReturnType<typeof changesOf>

/** Collects the edits of a group, and tells of translations that the new values leave behind. */
function changesOf(group: EntryGroup) {
  const edits: EntryEdit[] = []
  const unsaid: Unsaid[] = []
  return {
    set(key: string, value: string | null) {
      edits.push({ group: group.name, key, value })
      const locales = localesOf(group, key)
      if (locales.length > 0) unsaid.push({ code: 'translations-differ', key, locales })
    },
    tell: (fact: Unsaid) => void unsaid.push(fact),
    done: (): KeptEdits => ({ edits, unsaid }),
  }
}

function setIcon(changes: Changes, lever: Lever, group: EntryGroup): void {
  const icon = iconOf(lever)
  if (icon !== undefined && icon !== unescapeString(plain(group, 'Icon') ?? '')) changes.set('Icon', escapeString(icon))
}

/** The command as it was written where it still names the same file. */
function setExec(
  changes: Changes,
  said: Launch,
  group: EntryGroup,
  exec: ExecLine,
  names: { name: string; icon: string; file: string },
): void {
  const before = plain(group, 'Exec')!
  const isSame = executableOf(exec.argv[0]!) === said.program.executable
  const written = /^\s*"?([^\s"]*\/)?env\b/.exec(before)
  const env = exec.environment.length > 0 && written ? `${written[1] ?? ''}env` : 'env'
  const argv = argvOfExec(said, isSame ? exec.argv[0]! : said.command, env)
  const value = rewriteExec(before, fieldCodeValues(names), argv)
  if (value.ok && value.value !== before) changes.set('Exec', value.value)
}

function sameList(one: readonly string[], other: readonly string[]): boolean {
  return one.length === other.length && one.every((item, i) => item === other[i])
}

/** An empty value says nothing: its line goes. */
function nothingOr(value: string): string | null {
  return value === '' ? null : value
}
