import { escapeVariables } from '../command'
import { LONGEST_NAME } from '../levers'
import type { Issue } from '../result'
import { LONGEST_TEXT, LONGEST_VARIABLE, MOST_ARGUMENTS } from '../steps'
import type { EntryFile } from './entryFile'
import { localizedLine, plainLine } from './entryValues'
import { describeIssue, entryIssue } from './issues'
import type { EntryFact } from './issues'
import type { DesktopEntry, EntryAction, ExecLine } from './readEntry'

const LONGEST_CATEGORY = 300
const MOST_CATEGORIES = 1000

/**
 * What the standard lets be as long as it likes and a lever cannot hold, each with its line. Issues: `name-long`,
 * `text-long`, `arguments-many`, `variable-name-long`, `categories-many`.
 */
export function tooLong(entry: DesktopEntry, file: EntryFile, locale: string): Issue[] {
  const group = file[0]!
  const told = (key: string, facts: readonly EntryFact[]): Issue[] => {
    const line = (key === 'Name' ? localizedLine(group, key, locale) : plainLine(group, key))?.line
    return facts.map((fact) => entryIssue(fact, line, key))
  }
  return [
    ...told('Name', nameFacts(entry.name)),
    ...told('Comment', textFacts('The text', entry.comment)),
    ...told('Icon', textFacts('The text', entry.icon)),
    ...told('Exec', execFacts(entry.exec)),
    ...told('TryExec', textFacts('The text', entry.tryExec ?? '')),
    ...told('Path', textFacts('The folder', entry.path ?? '')),
    ...told('URL', textFacts('The address', entry.url ?? '')),
    ...told('Categories', categoryFacts(entry.categories)),
  ]
}

/** Why an action cannot be a lever, as a sentence. */
export function actionProblem(entry: DesktopEntry, action: EntryAction): string | undefined {
  const [fact] = [...nameFacts(`${entry.name}: ${action.name}`), ...execFacts(action.exec)]
  return fact && describeIssue(fact)
}

function nameFacts(name: string): EntryFact[] {
  const trimmed = name.trim()
  return trimmed.length <= LONGEST_NAME ? [] : [{ code: 'name-long', name: trimmed, most: LONGEST_NAME }]
}

function textFacts(what: string, text: string): EntryFact[] {
  const { length } = escapeVariables(text)
  return length <= LONGEST_TEXT ? [] : [{ code: 'text-long', what, text, length, most: LONGEST_TEXT }]
}

function categoryFacts(categories: readonly string[]): EntryFact[] {
  if (categories.length > MOST_CATEGORIES)
    return [{ code: 'categories-many', count: categories.length, most: MOST_CATEGORIES }]
  const long = categories.find(({ length }) => length > LONGEST_CATEGORY)
  if (long === undefined) return []
  return [{ code: 'text-long', what: 'The category', text: long, length: long.length, most: LONGEST_CATEGORY }]
}

function execFacts(exec: ExecLine | undefined): EntryFact[] {
  if (!exec) return []
  const count = exec.argv.length - 1
  if (count > MOST_ARGUMENTS) return [{ code: 'arguments-many', count, most: MOST_ARGUMENTS }]
  return [
    ...exec.argv.flatMap((argument, i) => textFacts(i === 0 ? 'The program' : `Argument ${i}`, argument)),
    ...exec.environment.flatMap(({ name, value }): EntryFact[] =>
      name.length > LONGEST_VARIABLE
        ? [{ code: 'variable-name-long', name, most: LONGEST_VARIABLE }]
        : textFacts(`The value of ${name.slice(0, 30)}`, value),
    ),
  ]
}
