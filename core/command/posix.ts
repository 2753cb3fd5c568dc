import { fail, succeed } from '../result'
import type { Issue, Result } from '../result'
import { commandIssue } from './issues'

/**
 * What makes an unquoted word something else than an argument; POSIX.1-2017, Shell Command Language, §2.2, §2.4 and
 * §2.10.
 */
const operators = new Set(['|', '&', ';', '<', '>', '(', ')', '\n'])
const reservedWords = new Set([
  '!',
  '{',
  '}',
  'case',
  'do',
  'done',
  'elif',
  'else',
  'esac',
  'fi',
  'for',
  'if',
  'in',
  'then',
  'until',
  'while',
  'function',
  'select',
  'time',
  '[[',
])
const safeWord = /^[A-Za-z0-9_@%+:,./-][A-Za-z0-9_@%+=:,./-]*$/

/** A word of a command, and what stands in it that a shell would put something else for. */
interface PosixWord {
  readonly text: string
  /** It has an unquoted `=` after a name: an environment value, where it stands before the program. */
  readonly assigns: boolean
  readonly at: number
}

export interface PosixCommand {
  readonly words: readonly PosixWord[]
  /** The operator that ends it, where one does, and where. */
  readonly operator?: string
  readonly end: number
}

/**
 * Splits one simple command by the quoting rules of POSIX.1-2017 §2.2. Nothing is executed or expanded:
 * `$HOME`, `${NAME:-x}`, `$(…)`, backquotes and globs stay in the words as they stand, blanks in them included. A `#` at
 * the start of a word begins a comment. Issues: `quote-open`, `backquote-open`, `brace-open` and `substitution-open` (at
 * the opening), `operator` (an unquoted `|`, `;`, …), `escape-open` (a backslash at the very end).
 */
export function splitPosix(text: string): Result<string[]> {
  const command = readCommand(text, 0)
  if (!command.ok) return command
  const { words, operator, end } = command.value
  if (operator !== undefined && !(operator === '\n' && text.slice(end).trim() === '')) {
    return fail(commandIssue({ code: 'operator', sign: operator, at: end }))
  }
  return succeed(words.map((word) => word.text))
}

/** Reads one simple command from a place on, up to an operator or the end. */
export function readCommand(text: string, from: number): Result<PosixCommand> {
  const words: PosixWord[] = []
  let word: string | undefined
  let wordAt = from
  let assigns = false
  const begin = (at: number) => {
    if (word === undefined) [word, wordAt, assigns] = ['', at, false]
  }
  const end = () => {
    if (word !== undefined) words.push({ text: word, assigns, at: wordAt })
    word = undefined
  }
  for (let i = from; i < text.length; i++) {
    const char = text[i]!
    if (char === '\\') {
      if (i + 1 === text.length) return fail(commandIssue({ code: 'escape-open', at: i }))
      i += 1
      if (text[i] === '\n') continue
      begin(i - 1)
      word += text[i]!
    } else if (char === "'") {
      const close = text.indexOf("'", i + 1)
      if (close < 0) return fail(commandIssue({ code: 'quote-open', quote: "'", at: i }))
      begin(i)
      word += text.slice(i + 1, close)
      i = close
    } else if (char === '"') {
      const quoted = readDoubleQuoted(text, i)
      if ('code' in quoted) return fail(quoted)
      begin(i)
      word += quoted.value
      i = quoted.close
    } else if (char === '`' || (char === '$' && (text[i + 1] === '(' || text[i + 1] === '{'))) {
      const close = closeOf(text, i, false)
      if (close === undefined) return fail(expansionOpen(text, i))
      begin(i)
      word += text.slice(i, close + 1)
      i = close
    } else if (char === ' ' || char === '\t') end()
    else if (operators.has(char)) {
      end()
      const operator = /^(?:&&|\|\||>>|<<|;;|>&|<&|&>|[|&;<>()\n])/.exec(text.slice(i))![0]
      return succeed({ words, operator, end: i })
    } else if (char === '#' && word === undefined) {
      const lineEnd = text.indexOf('\n', i)
      i = lineEnd < 0 ? text.length : lineEnd - 1
    } else {
      begin(i)
      if (char === '=' && /^[A-Za-z_]\w*$/.test(word!) && i - wordAt === word!.length) assigns = true
      word += char
    }
  }
  end()
  return succeed({ words, end: text.length })
}

/**
 * Where what opens at a place closes: a backquote, `$(` or `${`, with quotes and others of them inside (§2.6). In a `${`
 * that stands in double quotes an apostrophe is a letter like others; within `$(` quoting begins anew (§2.2.3).
 */
export function closeOf(text: string, open: number, isQuoted: boolean): number | undefined {
  if (text[open] === '`') {
    for (let i = open + 1; i < text.length; i++) {
      if (text[i] === '\\') i += 1
      else if (text[i] === '`') return i
    }
    return undefined
  }
  const isCommand = text[open + 1] === '('
  const isInside = isQuoted && !isCommand
  let depth = 1
  for (let i = open + 2; i < text.length; i++) {
    const char = text[i]!
    if (char === '\\') i += 1
    else if (char === "'" && !isInside) {
      i = text.indexOf("'", i + 1)
      if (i < 0) return undefined
    } else if (char === '"') {
      const quoted = readDoubleQuoted(text, i)
      if ('code' in quoted) return undefined
      i = quoted.close
    } else if (char === '`' || (char === '$' && (text[i + 1] === '(' || text[i + 1] === '{'))) {
      const close = closeOf(text, i, isInside)
      if (close === undefined) return undefined
      i = close
    } else if (isCommand && char === '(') depth += 1
    // A brace by itself opens nothing in a `${` (§2.6.2).
    else if (char === (isCommand ? ')' : '}') && --depth === 0) return i
  }
  return undefined
}

function expansionOpen(text: string, at: number): Issue {
  const opening = text[at] === '`' ? '`' : text.slice(at, at + 2)
  const code = opening === '`' ? 'backquote-open' : opening === '${' ? 'brace-open' : 'substitution-open'
  return commandIssue({ code, opening, at })
}

/** Inside double quotes a backslash protects only `$`, backquote, `"`, itself and a line break (§2.2.3). */
function readDoubleQuoted(text: string, open: number): { value: string; close: number } | Issue {
  let value = ''
  for (let i = open + 1; i < text.length; i++) {
    const char = text[i]!
    if (char === '"') return { value, close: i }
    const next = text[i + 1]
    if (char === '\\' && next !== undefined && '$`"\\\n'.includes(next)) {
      if (next !== '\n') value += next
      i += 1
    } else if (char === '`' || (char === '$' && (next === '(' || next === '{'))) {
      const close = closeOf(text, i, true)
      if (close === undefined) return expansionOpen(text, i)
      value += text.slice(i, close + 1)
      i = close
    } else value += char
  }
  return commandIssue({ code: 'quote-open', quote: '"', at: open })
}

/**
 * One line that a POSIX shell reads as exactly this argv: `splitPosix(joinPosix(argv))` is argv.
 * Issues: `no-program` for an empty argv, `nul` for a NUL character, which no argument can hold.
 */
export function joinPosix(argv: readonly string[]): Result<string> {
  if (argv.length === 0) return fail(commandIssue({ code: 'no-program' }, 'argv'))
  const nul = argv.findIndex((argument) => argument.includes('\0'))
  if (nul >= 0) return fail(commandIssue({ code: 'nul', index: nul }, `argv.${nul}`))
  return succeed(argv.map((argument, index) => quotePosix(argument, index === 0)).join(' '))
}

/** One argument as a shell reads it; `isProgram` where it stands first. It must not hold a NUL character. */
export function quotePosix(argument: string, isProgram = false): string {
  // An unquoted `name=value` or reserved word in first place would not be taken as the program.
  const special = isProgram && (argument.includes('=') || reservedWords.has(argument))
  if (safeWord.test(argument) && !special) return argument
  return `'${argument.replaceAll("'", `'\\''`)}'`
}
