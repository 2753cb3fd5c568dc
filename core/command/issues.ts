import { didYouMean } from '../names'
import { assertNever } from '../result'
import type { Issue } from '../result'
import { LONGEST_EXPANSION } from './limits'

/** What can be wrong with a command line, an argument list or a text with values, and what is told of one, as facts. */
export type CommandFact =
  | { readonly code: 'quote-open'; readonly quote: string; readonly at: number }
  | { readonly code: 'no-program' }
  | { readonly code: 'nul'; readonly index: number }
  | { readonly code: 'operator'; readonly sign: string; readonly at: number }
  | { readonly code: 'escape-open'; readonly at: number }
  | {
      readonly code: 'backquote-open' | 'brace-open' | 'substitution-open'
      readonly opening: string
      readonly at: number
    }
  | { readonly code: 'quote-open-read'; readonly at: number }
  | { readonly code: 'interpreter-sign'; readonly sign: string; readonly at: number }
  | { readonly code: 'interpreter-value'; readonly written: string; readonly name: string; readonly at: number }
  | { readonly code: 'escape-unknown'; readonly letter: string; readonly at: number }
  | { readonly code: 'quote-partial'; readonly at: number }
  | { readonly code: 'reserved-unquoted'; readonly sign: string; readonly at: number }
  | { readonly code: 'field-code-twice'; readonly first: string; readonly second: string }
  | { readonly code: 'field-code-unknown'; readonly letter: string }
  | { readonly code: 'field-code-quoted'; readonly letter: string }
  | { readonly code: 'field-code-inside'; readonly letter: string; readonly word: string }
  | { readonly code: 'program-equals' }
  | { readonly code: 'variable-open'; readonly at: number }
  | { readonly code: 'variable-unknown'; readonly name: string; readonly known: readonly string[] }
  | { readonly code: 'variable-broken'; readonly name: string; readonly because: string }
  | { readonly code: 'variable-large'; readonly name: string }
  | { readonly code: 'variable-circular'; readonly name: string; readonly circle: readonly string[] }
  | { readonly code: 'prompt'; readonly prompt: string }
  | { readonly code: 'folder'; readonly line: string }
  | { readonly code: 'environment'; readonly line: string }
  | { readonly code: 'environment'; readonly names: readonly string[] }
  | { readonly code: 'pipe' | 'redirection'; readonly left: string }
  | { readonly code: 'further'; readonly left: string; readonly isForShell?: true }
  | { readonly code: 'background' }

/** The sentence of a fact: what is so, and what to do about it. Characters are counted from 1. */
export function describeIssue(fact: CommandFact): string {
  switch (fact.code) {
    case 'quote-open':
      return `The quote ${fact.quote} that opens at character ${fact.at + 1} is never closed. Close it, or remove it.`
    case 'no-program':
      return 'There is no program to start. The first argument is the program.'
    case 'nul':
      return `Argument ${fact.index} holds a NUL character, which no command line can carry. Remove it.`
    case 'operator': {
      const shown = fact.sign === '\n' ? 'A line break' : `“${fact.sign[0]}”`
      return `${shown} at character ${fact.at + 1} would start another command or a redirection. Quote it if it belongs to an argument.`
    }
    case 'escape-open':
      return `The backslash at character ${fact.at + 1} has nothing after it to protect. Remove it, or write it twice.`
    case 'backquote-open':
    case 'brace-open':
    case 'substitution-open':
      return `“${fact.opening}” at character ${fact.at + 1} is never closed. Close it, or put a backslash before it.`
    case 'quote-open-read':
      return (
        `The quote " that opens at character ${fact.at + 1} is never closed: ` +
        `all that follows is one argument, as Windows reads it.`
      )
    case 'interpreter-sign':
      return (
        `“${fact.sign}” at character ${fact.at + 1} is part of an argument here; ` +
        `the command interpreter of Windows would take it for itself. Typed there, it needs quotes around it.`
      )
    case 'interpreter-value':
      return (
        `“${fact.written}” at character ${fact.at + 1} stays as it is; ` +
        `the command interpreter of Windows would put the value of ${fact.name} there, in quotes too.`
      )
    case 'escape-unknown':
      return (
        `“\\${fact.letter}” at character ${fact.at + 1} is no escape of a Desktop Entry. ` +
        'Known are \\s \\n \\t \\r and \\\\.'
      )
    case 'quote-partial':
      return (
        `The quotes that close at character ${fact.at + 1} must hold the ` +
        `whole argument: put a space after them, or quote the rest too.`
      )
    case 'reserved-unquoted':
      return (
        `“${fact.sign}” at character ${fact.at + 1} has to stand inside double quotes in an Exec line, ` +
        'around the whole argument.'
      )
    case 'field-code-twice':
      return `%${fact.first} and %${fact.second} stand in one line; there may be one of %f, %F, %u and %U.`
    case 'field-code-unknown':
      return `“%${fact.letter}” is no field code. Write %% for a percent sign.`
    case 'field-code-quoted':
      return `The field code %${fact.letter} must not stand inside quotes.`
    case 'field-code-inside':
      return (
        `The field code %${fact.letter} stands for several arguments, so it has to be an argument by itself, ` +
        `not a part of “${fact.word}”.`
      )
    case 'program-equals':
      return 'An Exec line cannot start a program whose name holds an equals sign.'
    case 'variable-open':
      return (
        `“\${” at character ${fact.at + 1} is never closed. Add a “}” ` +
        `after the name, or write $\${ for the characters themselves.`
      )
    case 'variable-unknown':
      return `There is no value named “${fact.name}”.${didYouMean(fact.name, fact.known)}`
    case 'variable-broken':
      return `The value “${fact.name}” cannot be used: ${fact.because}`
    case 'variable-large':
      return (
        `With “${fact.name}” put in, the text has more than ${LONGEST_EXPANSION.toLocaleString('en')} letters, ` +
        `the most that is taken. Use shorter values, or fewer of them.`
      )
    case 'variable-circular':
      return `“${fact.name}” goes round in a circle: ${fact.circle.join(' → ')}. Change one of them.`
    case 'prompt':
      return `“${fact.prompt}” in front is the prompt, and was left out.`
    case 'folder':
      return `“${fact.line}” became the working directory.`
    case 'environment':
      if ('line' in fact) return `“${fact.line}” became an environment value.`
      return fact.names.length === 1
        ? `${fact.names[0]} before the command became an environment value.`
        : `${fact.names.join(', ')} before the command became environment values.`
    case 'pipe':
      return `“${fact.left}” was left out: one launch cannot hand what a program prints to another.`
    case 'redirection':
      return `“${fact.left}” was left out: what a program started here prints or reads cannot be led to or from a file.`
    case 'further':
      return fact.isForShell
        ? `“${fact.left}” was left out: this is for a shell, and none runs here.`
        : `“${fact.left}” was left out: one launch is one command. Make the next one a step of its own.`
    case 'background':
      return 'The “&” at the end was left out: a program started here runs by itself anyway.'
    default:
      return assertNever(fact)
  }
}

/** A fact as an issue: `at` is an offset in the text that was read (UTF-16 units), or a dotted path into a value. */
export function commandIssue(fact: CommandFact, at?: number | string): Issue {
  const place = at ?? ('at' in fact ? fact.at : undefined)
  return { code: fact.code, message: describeIssue(fact), ...(place === undefined ? {} : { at: place }) }
}
