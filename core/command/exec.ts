import { fail, succeed } from '../result'
import type { Issue, Result } from '../result'
import { commandIssue } from './issues'

/** Desktop Entry Specification 1.5, "The Exec key": these make quoting necessary. */
const reserved = ' \t\n"\'\\><~|&;$*?#()`'
const mustBeEscaped = /["`$\\]/g
const fieldCodes = 'fFuUick'
const deprecatedFieldCodes = 'dDnNvm'
const escapes: Record<string, string> = { s: ' ', n: '\n', t: '\t', r: '\r', '\\': '\\' }

/** What a field code such as `%f` stands for at one launch: no argument, one, or several. */
export type FieldCodeValues = (code: string) => readonly string[]

/** One word of an `Exec` line: as it stands there with the escapes of a string value undone, and what it stands for. */
export interface ExecWord {
  readonly written: string
  /** None for a field code without a value, several for one with several. */
  readonly args: readonly string[]
  /** The field codes in it, by their letters. */
  readonly codes: string
}

/**
 * Splits the value of an `Exec` key as it stands in the file: the escapes of a string value are undone first,
 * then quoting, then field codes are replaced (by nothing, unless `fieldCode` gives their values), and `%%` is `%`.
 * Issues: `quote-open`, `reserved-unquoted`, `escape-unknown`, `field-code-unknown`, `field-code-quoted`,
 * `field-code-twice` (a line has at most one of %f %F %u %U), `field-code-inside` (%F, %U and %i stand for several
 * arguments, and so alone); `at` counts in the value after the string escapes are undone.
 */
export function splitExec(text: string, fieldCode: FieldCodeValues = () => []): Result<string[]> {
  const words = readExecWords(text, fieldCode)
  return words.ok ? succeed(words.value.flatMap((word) => word.args)) : words
}

/** The words of the value of an `Exec` key, each with the arguments it comes to. Issues as those of `splitExec`. */
export function readExecWords(text: string, fieldCode: FieldCodeValues = () => []): Result<ExecWord[]> {
  const line = undoStringEscapes(text)
  if (!line.ok) return line
  const words: ExecWord[] = []
  const value = line.value
  const files: string[] = []
  let i = 0
  for (;;) {
    while (value[i] === ' ') i += 1
    if (i >= value.length) return succeed(words)
    const word = value[i] === '"' ? readQuoted(value, i) : readPlain(value, i)
    if ('code' in word) return fail(word)
    let codes = ''
    const expanded = expandFieldCodes(word.text, word.quoted, i, (code) => {
      codes += code
      if ('fFuU'.includes(code)) files.push(code)
      return fieldCode(code)
    })
    if (!expanded.ok) return expanded
    if (files.length > 1)
      return fail(commandIssue({ code: 'field-code-twice', first: files[0]!, second: files[1]! }, i))
    words.push({ written: value.slice(i, word.end), args: expanded.value, codes })
    i = word.end
  }
}

/** The value of an `Exec` key from words as they are to stand in it; `readExecWords` reads them again. */
export function writeExecWords(words: readonly string[]): string {
  return words.join(' ').replace(/[\\\n\t\r]/g, (char) => ({ '\n': '\\n', '\t': '\\t', '\r': '\\r' })[char] ?? '\\\\')
}

interface Word {
  text: string
  end: number
  quoted: boolean
}

function undoStringEscapes(text: string): Result<string> {
  let value = ''
  for (let i = 0; i < text.length; i++) {
    const meant = text[i] === '\\' ? escapes[text[i + 1] ?? ''] : undefined
    if (text[i] !== '\\') value += text[i]
    else if (meant === undefined)
      return fail(commandIssue({ code: 'escape-unknown', letter: text[i + 1] ?? '', at: i }))
    else {
      value += meant
      i += 1
    }
  }
  return succeed(value)
}

function readQuoted(value: string, open: number): Word | Issue {
  let text = ''
  for (let i = open + 1; i < value.length; i++) {
    const char = value[i]!
    if (char === '"') {
      const after = value[i + 1]
      if (after !== undefined && after !== ' ') return commandIssue({ code: 'quote-partial', at: i })
      return { text, end: i + 1, quoted: true }
    }
    const next = value[i + 1] ?? ''
    if (char === '\\' && '"`$\\'.includes(next) && next !== '') {
      text += next
      i += 1
    } else text += char
  }
  return commandIssue({ code: 'quote-open', quote: '"', at: open })
}

function readPlain(value: string, start: number): Word | Issue {
  let end = start
  for (; end < value.length && value[end] !== ' '; end++) {
    if (reserved.includes(value[end]!)) {
      return commandIssue({ code: 'reserved-unquoted', sign: value[end]!, at: end })
    }
  }
  return { text: value.slice(start, end), end, quoted: false }
}

function expandFieldCodes(text: string, quoted: boolean, at: number, fieldCode: FieldCodeValues): Result<string[]> {
  let value = ''
  for (let i = 0; i < text.length; i++) {
    if (text[i] !== '%') {
      value += text[i]
      continue
    }
    const code = text[i + 1] ?? ''
    i += 1
    if (code === '%') value += '%'
    else if (!code || !(fieldCodes + deprecatedFieldCodes).includes(code))
      return fail(commandIssue({ code: 'field-code-unknown', letter: code }, at))
    else if (quoted) return fail(commandIssue({ code: 'field-code-quoted', letter: code }, at))
    else if (deprecatedFieldCodes.includes(code)) continue
    else if (text === `%${code}`) return succeed([...fieldCode(code)])
    else if ('FUi'.includes(code))
      return fail(commandIssue({ code: 'field-code-inside', letter: code, word: text }, at))
    else value += fieldCode(code).join(' ')
  }
  // An argument that was nothing but a field code without a value is no argument at all.
  return succeed(value === '' && text !== '' ? [] : [value])
}

/**
 * The value of an `Exec` key, ready for the file, that stands for exactly this argv.
 * Issues: `no-program`, `nul`, and `program-equals`: the standard forbids `=` in the program's name.
 */
export function joinExec(argv: readonly string[]): Result<string> {
  const program = argv[0]
  if (program === undefined) return fail(commandIssue({ code: 'no-program' }, 'argv'))
  const nul = argv.findIndex((argument) => argument.includes('\0'))
  if (nul >= 0) return fail(commandIssue({ code: 'nul', index: nul }, `argv.${nul}`))
  if (program.includes('=')) return fail(commandIssue({ code: 'program-equals' }, 'argv.0'))
  return succeed(writeExecWords(argv.map(quoteExec)))
}

/** One argument as a word of an `Exec` line. */
export function quoteExec(argument: string): string {
  const percent = argument.replaceAll('%', '%%')
  const plain = argument !== '' && ![...argument].some((char) => reserved.includes(char))
  return plain ? percent : `"${percent.replace(mustBeEscaped, (char) => `\\${char}`)}"`
}
