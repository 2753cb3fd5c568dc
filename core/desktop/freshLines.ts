import type { Lever } from '../levers'
import { fileCategory } from './categories'
import { escapeString, plain, writeList } from './entryValues'
import type { KeptFile } from './keptFile'
import { ACTION_KEY, ENTRY_KEY, fieldCodeValues } from './readEntry'
import { rewriteExec } from './rewriteExec'
import { argvOfExec } from './said'
import type { Said } from './said'
import type { Unsaid } from './unsaid'

type Lines = { key: string; value: string }[]
type Launch = Extract<Said, { kind: 'launch' }>

/** The lines of an entry that is written anew. */
export function freshLines(lever: Lever, said: Said): Lines {
  if (said.kind === 'link') return [...head('Link', lever), { key: 'URL', value: escapeString(said.url) }]
  const { program } = said
  const { entry } = program
  const fieldCode = entry?.fieldCode ? ` %${entry.fieldCode}` : ''
  return [
    ...head('Application', lever),
    ...text('Comment', entry?.comment),
    ...text('Icon', iconOf(lever) ?? (entry ? entry.icon : program.icon)),
    { key: 'Exec', value: said.exec + fieldCode },
    ...text('TryExec', entry?.tryExec),
    ...text('Path', said.workingDirectory),
    ...(entry?.terminal ? [{ key: 'Terminal', value: 'true' }] : []),
    ...list('Categories', program.categories.map(fileCategory)),
    ...list('Keywords', lever.aliases),
  ]
}

/**
 * The lines of an action in a file that is written anew: a name, a command and at most an icon of its own, and nothing
 * of its application's.
 */
export function actionLines(action: Lever, main: Lever, said: Launch): { lines: Lines; unsaid: Unsaid[] } {
  const name = actionName(action.name, [main.name])
  return {
    lines: [
      { key: 'Name', value: escapeString(name) },
      ...text('Icon', iconOf(action)),
      { key: 'Exec', value: said.exec },
    ],
    unsaid: unsaidOfAction(action, said, undefined),
  }
}

/** An action as an entry of its own, which says whose action it is, so that it is known again. */
export function loneActionLines(action: Lever, said: Said, kept: KeptFile | undefined): Lines {
  const whose = [
    { key: ENTRY_KEY, value: escapeString(action.origin!.entry) },
    { key: ACTION_KEY, value: escapeString(action.origin!.action!) },
  ]
  if (said.kind === 'link') return [...freshLines(action, said), ...whose]
  const group = kept?.actionGroup(action.origin!.action!)
  const before = group && plain(group, 'Exec')
  const icon = iconOf(action) ?? (group && plain(group, 'Icon'))
  const argv = argvOfExec(said, said.command)
  const values = fieldCodeValues({
    name: kept?.entry.name ?? '',
    icon: icon ?? '',
    file: `${action.origin!.entry}.desktop`,
  })
  const exec = before === undefined ? undefined : rewriteExec(before, values, argv, 'fFuU')
  return [
    ...head('Application', action),
    ...(icon ? [{ key: 'Icon', value: group && icon === plain(group, 'Icon') ? icon : escapeString(icon) }] : []),
    { key: 'Exec', value: exec?.ok ? exec.value : said.exec },
    ...text('Path', said.workingDirectory),
    ...(kept?.entry.terminal ? [{ key: 'Terminal', value: 'true' }] : []),
    ...list('Keywords', action.aliases),
    ...whose,
  ]
}

/** What a group of an action cannot say: `path` is the working directory of its application. */
export function unsaidOfAction(action: Lever, said: Launch, path: string | undefined): Unsaid[] {
  return [
    ...(action.aliases.length > 0 ? [{ code: 'action-aliases' } as const] : []),
    ...(path !== undefined && said.workingDirectory !== path ? [{ code: 'action-directory' } as const] : []),
  ]
}

/** The name of an action, without that of its application in front. */
export function actionName(name: string, applications: readonly string[]): string {
  const before = applications.find((application) => name.startsWith(`${application}: `))
  return before === undefined ? name : name.slice(before.length + 2)
}

/** An icon that the user chose; files name icons of the desktop, so an uploaded one is none. */
export function iconOf({ icon }: Lever): string | undefined {
  return icon?.kind === 'set' ? icon.name : undefined
}

/** 1.4 is the latest version that common validators know; nothing newer is written. */
function head(type: 'Application' | 'Link', lever: Lever): Lines {
  return [
    { key: 'Type', value: type },
    { key: 'Version', value: '1.4' },
    { key: 'Name', value: escapeString(lever.name) },
  ]
}

function text(key: string, value: string | undefined): Lines {
  return value ? [{ key, value: escapeString(value) }] : []
}

function list(key: string, items: readonly string[]): Lines {
  return items.length > 0 ? [{ key, value: writeList(items) }] : []
}
