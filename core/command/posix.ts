import { fail, succeed } from '../result'
import type { Result } from '../result'
import { cannotCarryNul, noProgram, quoteOpen } from './issues'

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

/**
 * Splits one simple command by the quoting rules of POSIX.1-2017 §2.2. Nothing is executed or expanded:
 * `$HOME`, backquotes and globs stay in the words as they stand. A `#` at the start of a word begins a comment.
 * Issues: `quote-open` (at its opening), `operator` (an unquoted `|`, `;`, …), `escape-open` (a backslash at the very
 * end).
 */
export function splitPosix(text: string): Result<string[]> {
  const argv: string[] = []
  let word: string | undefined
  for (let i = 0; i < text.length; i++) {
    const char = text[i]!
    if (char === '\\') {
      if (i + 1 === text.length)
        return fail({
          code: 'escape-open',
          message: `The backslash at character ${i + 1} has nothing after it to protect. Remove it, or write it twice.`,
          at: i,
        })
      i += 1
      if (text[i] !== '\n') word = (word ?? '') + text[i]
    } else if (char === "'") {
      const close = text.indexOf("'", i + 1)
      if (close < 0) return fail(quoteOpen("'", i))
      word = (word ?? '') + text.slice(i + 1, close)
      i = close
    } else if (char === '"') {
      const quoted = readDoubleQuoted(text, i)
      if (!quoted) return fail(quoteOpen('"', i))
      word = (word ?? '') + quoted.value
      i = quoted.close
    } else if (char === ' ' || char === '\t' || (char === '\n' && text.slice(i).trim() === '')) {
      if (word !== undefined) argv.push(word)
      word = undefined
    } else if (operators.has(char)) {
      const shown = char === '\n' ? 'A line break' : `“${char}”`
      return fail({
        code: 'operator',
        message: `${shown} at character ${i + 1} would start another command or a redirection. Quote it if it belongs to an argument.`,
        at: i,
      })
    } else if (char === '#' && word === undefined) {
      const lineEnd = text.indexOf('\n', i)
      i = lineEnd < 0 ? text.length : lineEnd - 1
    } else word = (word ?? '') + char
  }
  if (word !== undefined) argv.push(word)
  return succeed(argv)
}

/** Inside double quotes a backslash protects only `$`, backquote, `"`, itself and a line break (§2.2.3). */
function readDoubleQuoted(text: string, open: number): { value: string; close: number } | undefined {
  let value = ''
  for (let i = open + 1; i < text.length; i++) {
    const char = text[i]!
    if (char === '"') return { value, close: i }
    const next = text[i + 1]
    if (char === '\\' && next !== undefined && '$`"\\\n'.includes(next)) {
      if (next !== '\n') value += next
      i += 1
    } else value += char
  }
  return undefined
}

/**
 * One line that a POSIX shell reads as exactly this argv: `splitPosix(joinPosix(argv))` is argv.
 * Issues: `no-program` for an empty argv, `nul` for a NUL character, which no argument can hold.
 */
export function joinPosix(argv: readonly string[]): Result<string> {
  if (argv.length === 0) return fail(noProgram())
  const nul = argv.findIndex((argument) => argument.includes('\0'))
  if (nul >= 0) return fail(cannotCarryNul(nul))
  return succeed(argv.map((argument, index) => quotePosix(argument, index === 0)).join(' '))
}

function quotePosix(argument: string, isProgram: boolean): string {
  // An unquoted `name=value` or reserved word in first place would not be taken as the program.
  const special = isProgram && (argument.includes('=') || reservedWords.has(argument))
  if (safeWord.test(argument) && !special) return argument
  return `'${argument.replaceAll("'", `'\\''`)}'`
}
