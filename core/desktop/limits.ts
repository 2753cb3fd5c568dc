import { escapeVariables } from '../command'
import { LONGEST_NAME } from '../levers'
import { countOf } from '../names'
import type { Issue } from '../result'
import { LONGEST_TEXT, LONGEST_VARIABLE, MOST_ARGUMENTS } from '../steps'
import type { EntryFile } from './entryFile'
import { localizedLine, plainLine } from './entryValues'
import type { DesktopEntry, EntryAction, ExecLine } from './readEntry'

/**
 * What the standard lets be as long as it likes and a lever cannot hold, each with its line. Issues: `name-long`,
 * `argument-long`, `arguments-many`, `path-long`, `variable-long`, `text-long`.
 */
export function tooLong(entry: DesktopEntry, file: EntryFile, locale: string): Issue[] {
  const group = file[0]!
  const at = (key: string) => {
    const line = (key === 'Name' ? localizedLine(group, key, locale) : plainLine(group, key))?.line
    return line === undefined ? undefined : `line ${line}`
  }
  const told = (key: string, code: string, message: string): Issue => {
    const place = at(key)
    const line = place === undefined ? '' : `L${place.slice(1)}: `
    return { code, message: `${line}${key}: ${message}`, ...(place === undefined ? {} : { at: place }) }
  }
  const name = nameProblem(entry.name)
  const path = entry.path === undefined ? undefined : textProblem('The folder', entry.path)
  const others = (['Comment', 'Icon', 'TryExec'] as const).flatMap((key) => {
    const text = { Comment: entry.comment, Icon: entry.icon, TryExec: entry.tryExec ?? '' }[key]
    const problem = textProblem('The text', text)
    return problem ? [told(key, 'text-long', problem)] : []
  })
  return [
    ...(name ? [told('Name', 'name-long', name)] : []),
    ...(path ? [told('Path', 'path-long', path)] : []),
    ...others,
    ...categoryProblems(entry).map((message) => told('Categories', 'text-long', message)),
    ...execProblems(entry.exec).map(({ code, message }) => told('Exec', code, message)),
    ...(entry.url !== undefined && textProblem('The address', entry.url)
      ? [told('URL', 'path-long', textProblem('The address', entry.url)!)]
      : []),
  ]
}

/** Why an action cannot be a lever, as a sentence. */
export function actionProblem(entry: DesktopEntry, action: EntryAction): string | undefined {
  return nameProblem(`${entry.name}: ${action.name}`) ?? execProblems(action.exec)[0]?.message
}

const LONGEST_CATEGORY = 300
const MOST_CATEGORIES = 1000

function categoryProblems({ categories }: DesktopEntry): string[] {
  if (categories.length > MOST_CATEGORIES)
    return [`It has ${countOf(categories.length, 'category', 'categories')}, and may have ${MOST_CATEGORIES}.`]
  const long = categories.find((category) => category.length > LONGEST_CATEGORY)
  return long === undefined ? [] : [`“${long.slice(0, 30)}…” has more than ${LONGEST_CATEGORY} letters. Shorten it.`]
}

function nameProblem(name: string): string | undefined {
  const { length } = name.trim()
  if (length <= LONGEST_NAME) return undefined
  const start = name.trim().slice(0, 30)
  return `“${start}…” has ${countOf(length, 'letter')}; the name of a lever has at most ${LONGEST_NAME}. Shorten it.`
}

function textProblem(what: string, text: string): string | undefined {
  const { length } = escapeVariables(text)
  if (length <= LONGEST_TEXT) return undefined
  return `${what} “${text.slice(0, 30)}…” has ${countOf(length, 'letter')}, and may have ${LONGEST_TEXT.toLocaleString('en')}. Shorten it.`
}

function execProblems(exec: ExecLine | undefined): { code: string; message: string }[] {
  if (!exec) return []
  if (exec.argv.length - 1 > MOST_ARGUMENTS)
    return [
      {
        code: 'arguments-many',
        message: `It has ${countOf(exec.argv.length - 1, 'argument')}, and may have ${MOST_ARGUMENTS.toLocaleString('en')}.`,
      },
    ]
  const long = exec.argv.flatMap((argument, i) => {
    const problem = textProblem(i === 0 ? 'The program' : `Argument ${i}`, argument)
    return problem ? [{ code: 'argument-long', message: problem }] : []
  })
  const variables = exec.environment.flatMap(({ name, value }) => {
    const problem = textProblem(`The value of ${name.slice(0, 30)}`, value)
    if (name.length > LONGEST_VARIABLE)
      return [
        {
          code: 'variable-long',
          message: `The name “${name.slice(0, 30)}…” in the environment has ${name.length} letters, and may have ${LONGEST_VARIABLE}.`,
        },
      ]
    return problem ? [{ code: 'variable-long', message: problem }] : []
  })
  return [...long, ...variables]
}
