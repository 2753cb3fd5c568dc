import { fail, succeed } from '../result'
import type { Issue, Result } from '../result'
import { commandIssue } from './issues'

const isBlank = (char: string | undefined) => char === ' ' || char === '\t'

/**
 * Splits a Windows command line by the rules of the Microsoft C run-time ("Parsing C command-line arguments",
 * run-times since 2008): the program's name has a rule of its own, in which a backslash is never an escape;
 * in the arguments 2n backslashes before a quote are n, one more makes the quote literal, and two quotes
 * inside quotes are one. A quote that is not closed holds the rest of the line; `tellWindows` says so.
 */
export function splitWindows(text: string): Result<string[]> {
  return succeed(readWindows(text).argv)
}

function readWindows(text: string): { argv: string[]; openQuote?: number } {
  let i = 0
  while (isBlank(text[i])) i += 1
  if (i === text.length) return { argv: [] }
  const program = readProgram(text, i)
  const argv = [program.value]
  let { openQuote } = program
  i = program.end
  for (;;) {
    while (isBlank(text[i])) i += 1
    if (i >= text.length) return openQuote === undefined ? { argv } : { argv, openQuote }
    const argument = readArgument(text, i)
    openQuote = argument.openQuote
    argv.push(argument.value)
    i = argument.end
  }
}

/**
 * What a Windows line means besides its arguments, each at its place: a quote that is not closed, and what the command
 * interpreter (cmd.exe) does with `& | < > ^` outside its quotes and with `%NAME%` anywhere.
 */
export function tellWindows(text: string): Issue[] {
  const told: Issue[] = []
  const { openQuote } = readWindows(text)
  if (openQuote !== undefined) told.push(commandIssue({ code: 'quote-open-read', at: openQuote }))
  let isQuoted = false
  for (let i = 0; i < text.length; i++) {
    const char = text[i]!
    if (char === '"') isQuoted = !isQuoted
    else if (!isQuoted && '&|<>^'.includes(char))
      told.push(commandIssue({ code: 'interpreter-sign', sign: char, at: i }))
    else if (char === '%') {
      const name = /^%([A-Za-z_][\w()]*)%/.exec(text.slice(i))
      if (!name) continue
      told.push(commandIssue({ code: 'interpreter-value', written: name[0], name: name[1]!, at: i }))
      i += name[0].length - 1
    }
  }
  return told
}

interface Word {
  value: string
  end: number
  openQuote?: number
}

function readProgram(text: string, start: number): Word {
  let value = ''
  let openQuote: number | undefined
  let i = start
  for (; i < text.length && (openQuote !== undefined || !isBlank(text[i])); i++) {
    if (text[i] === '"') openQuote = openQuote === undefined ? i : undefined
    else value += text[i]
  }
  return { value, end: i, openQuote }
}

function readArgument(text: string, start: number): Word {
  let value = ''
  let openQuote: number | undefined
  let i = start
  while (i < text.length && (openQuote !== undefined || !isBlank(text[i]))) {
    let backslashes = 0
    while (text[i + backslashes] === '\\') backslashes += 1
    i += backslashes
    if (text[i] !== '"') {
      value += '\\'.repeat(backslashes)
      if (i < text.length && (openQuote !== undefined || !isBlank(text[i]))) value += text[i++]
      continue
    }
    value += '\\'.repeat(Math.floor(backslashes / 2))
    if (backslashes % 2 === 1) value += '"'
    else if (openQuote !== undefined && text[i + 1] === '"') {
      value += '"'
      i += 1
    } else openQuote = openQuote === undefined ? i : undefined
    i += 1
  }
  return { value, end: i, openQuote }
}

/**
 * One line that the C run-time splits into exactly this argv. Issues: `no-program`, `nul`, and
 * `program-quote`: the program's name cannot hold a quote, as its rule knows no way to write one.
 */
export function joinWindows(argv: readonly string[]): Result<string> {
  const program = argv[0]
  if (program === undefined) return fail(commandIssue({ code: 'no-program' }, 'argv'))
  const nul = argv.findIndex((argument) => argument.includes('\0'))
  if (nul >= 0) return fail(commandIssue({ code: 'nul', index: nul }, `argv.${nul}`))
  if (program.includes('"'))
    return fail({
      code: 'program-quote',
      message: 'A Windows command line cannot start a program whose name holds a quote.',
      at: 'argv.0',
    })
  const quotedProgram = /\s/.test(program) || program === '' ? `"${program}"` : program
  return succeed([quotedProgram, ...argv.slice(1).map(quoteWindows)].join(' '))
}

function quoteWindows(argument: string): string {
  if (argument !== '' && !/[\s"]/.test(argument)) return argument
  const escaped = argument
    .replace(/(\\*)"/g, (_, backslashes: string) => `${backslashes}${backslashes}\\"`)
    .replace(/\\+$/, (backslashes) => backslashes + backslashes)
  return `"${escaped}"`
}
