import { countOf } from '../names'
import { assertNever } from '../result'
import type { Issue } from '../result'

/** What is wrong with a Desktop Entry file, what of it is not taken, and why it is passed over, as facts. */
export type EntryFact =
  | { readonly code: 'file-large'; readonly kib: number; readonly most: number }
  | { readonly code: 'encoding'; readonly line: number }
  | { readonly code: 'no-group' }
  | { readonly code: 'group-first' }
  | { readonly code: 'group-twice'; readonly group: string }
  | { readonly code: 'key-twice'; readonly key: string }
  | { readonly code: 'line-unknown'; readonly line: string }
  | { readonly code: 'key-missing'; readonly key: 'Type' | 'Name' | 'Exec' | 'URL' | 'started-by-message' }
  | { readonly code: 'type-unknown'; readonly type: string }
  | { readonly code: 'boolean'; readonly key: string; readonly value: string }
  | { readonly code: 'exec-localized' }
  | { readonly code: 'no-program' }
  | { readonly code: 'program-equals'; readonly program: string }
  | { readonly code: 'action-left'; readonly action: string; readonly lacks: 'group' | 'Name' | 'Exec' }
  | { readonly code: 'action-broken'; readonly action: string; readonly because: string }
  | { readonly code: 'action-elsewhere'; readonly action: string; readonly program: string }
  | {
      readonly code: 'keywords-left'
      readonly count: number
      readonly of: number
      readonly most: number
      readonly longest: number
    }
  | { readonly code: 'url-broken'; readonly url: string }
  | { readonly code: 'program-broken'; readonly program: string }
  | { readonly code: 'name-long'; readonly name: string; readonly most: number }
  | {
      readonly code: 'text-long'
      readonly what: string
      readonly text: string
      readonly length: number
      readonly most: number
    }
  | { readonly code: 'arguments-many'; readonly count: number; readonly most: number }
  | { readonly code: 'variable-name-long'; readonly name: string; readonly most: number }
  | { readonly code: 'categories-many'; readonly count: number; readonly most: number }
  | { readonly code: 'not-an-entry' }
  | { readonly code: 'same-identifier'; readonly earlier: string; readonly id: string }
  | { readonly code: 'hidden' }
  | { readonly code: 'directory' }
  | { readonly code: 'only-shown-in'; readonly desktops: readonly string[] }
  | { readonly code: 'not-shown-in'; readonly desktop: string }
  | { readonly code: 'not-installed'; readonly program: string }
  | { readonly code: 'no-display' }
  | { readonly code: 'steps-kept'; readonly lever: string }

/** The sentence of a fact: what is so, and what to do about it where that is not plain. */
export function describeIssue(fact: EntryFact): string {
  switch (fact.code) {
    case 'file-large':
      return `It has ${fact.kib} KiB; a Desktop Entry has at most ${fact.most}.`
    case 'encoding':
      return `Line ${fact.line} is not UTF-8, the only encoding a Desktop Entry may have. Save the file as UTF-8.`
    case 'no-group':
      return 'there is something before the first group. A Desktop Entry begins with [Desktop Entry].'
    case 'group-first':
      return 'the first group has to be [Desktop Entry].'
    case 'group-twice':
      return `the group [${fact.group}] stands twice.`
    case 'key-twice':
      return `the key ${fact.key} stands twice in its group.`
    case 'line-unknown':
      return `“${fact.line.slice(0, 40)}” is no Key=Value. Keys have letters, digits and dashes only.`
    case 'key-missing':
      return missing[fact.key]
    case 'type-unknown':
      return `“${fact.type}” is no type of a Desktop Entry; there are Application, Link and Directory.`
    case 'boolean':
      return `${fact.key} is “${fact.value}”; it has to be true or false.`
    case 'exec-localized':
      return 'Exec cannot be for one language, so this line is not read.'
    case 'no-program':
      return 'There is no program in it.'
    case 'program-equals':
      return `“${fact.program}” has an equals sign, which the name of a program in an Exec line must not have.`
    case 'action-left':
      return fact.lacks === 'group'
        ? `The action “${fact.action}” is listed but has no group, so it is left out.`
        : `The action “${fact.action}” has no ${fact.lacks}, so it is left out.`
    case 'action-broken':
      return `The action “${fact.action.slice(0, 40)}” is left out. ${fact.because}`
    case 'action-elsewhere':
      return `The action “${fact.action}” starts another program (${fact.program}), so it is left out.`
    case 'keywords-left':
      return (
        `${fact.count} of its ${countOf(fact.of, 'keyword')} are left out; ` +
        `a lever has at most ${fact.most} aliases, without commas, of ${fact.longest} letters each.`
      )
    case 'url-broken':
      return `URL: in “${fact.url}” a percent sign is not followed by two digits of a character. Write it as %25.`
    case 'program-broken':
      return `Exec: “${fact.program}” names no file that could be started.`
    case 'name-long': {
      const start = `“${fact.name.slice(0, 30)}…”`
      return `${start} has ${countOf(fact.name.length, 'letter')}; the name of a lever has at most ${fact.most}. Shorten it.`
    }
    case 'text-long': {
      const start = `${fact.what} “${fact.text.slice(0, 30)}…”`
      return `${start} has ${countOf(fact.length, 'letter')}, and may have ${shown(fact.most)}. Shorten it.`
    }
    case 'arguments-many':
      return `It has ${countOf(fact.count, 'argument')}, and may have ${shown(fact.most)}.`
    case 'variable-name-long': {
      const start = `The name “${fact.name.slice(0, 30)}…” in the environment`
      return `${start} has ${fact.name.length} letters, and may have ${fact.most}.`
    }
    case 'categories-many':
      return `It has ${countOf(fact.count, 'category', 'categories')}, and may have ${fact.most}.`
    case 'not-an-entry':
      return 'Its name does not end in .desktop.'
    case 'same-identifier':
      return `${fact.earlier} has the same identifier “${fact.id}” and comes first.`
    case 'hidden':
      return 'Hidden=true: whoever installed it has deleted it.'
    case 'directory':
      return 'It describes a menu, not a program.'
    case 'only-shown-in':
      return `It is for ${fact.desktops.join(', ')} only (OnlyShowIn).`
    case 'not-shown-in':
      return `It is not for ${fact.desktop} (NotShowIn).`
    case 'not-installed':
      return `${fact.program} is not installed on the bench (TryExec). Taken all the same, it is set up as a stand-in.`
    case 'no-display':
      return 'NoDisplay=true: the program is set up, but no lever is made for it.'
    case 'steps-kept':
      return `${fact.lever} has several steps now, which stay as they are.`
    default:
      return assertNever(fact)
  }
}

const missing: Record<Extract<EntryFact, { code: 'key-missing' }>['key'], string> = {
  Type: 'The key Type is missing. It says whether this is an Application or a Link.',
  Name: 'The key Name is missing or empty.',
  Exec: 'The key Exec is missing or empty.',
  URL: 'The key URL is missing; a Link needs one.',
  'started-by-message': 'It is started by a message only and has no Exec, so there is nothing to bind.',
}

const shown = (count: number) => count.toLocaleString('en')

/** A fact as an issue; with the number of its line, and the key there, its sentence begins with them. */
export function entryIssue(fact: EntryFact, line?: number, key?: string): Issue {
  return placed({ code: fact.code, message: describeIssue(fact) }, line, key)
}

/** An issue at a line of the file. */
export function placed({ code, message }: Issue, line: number | undefined, key?: string): Issue {
  const said = key === undefined ? message : `${key}: ${message}`
  return line === undefined ? { code, message: said } : { code, message: `Line ${line}: ${said}`, at: `line ${line}` }
}
