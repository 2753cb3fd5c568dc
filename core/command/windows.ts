import { fail, succeed } from '../result'
import type { Result } from '../result'
import { cannotCarryNul, noProgram, quoteOpen } from './issues'

const isBlank = (char: string | undefined) => char === ' ' || char === '\t'

/**
 * Splits a Windows command line by the rules of the Microsoft C run-time ("Parsing C command-line arguments",
 * run-times since 2008): the program's name has a rule of its own, in which a backslash is never an escape;
 * in the arguments 2n backslashes before a quote are n, one more makes the quote literal, and two quotes
 * inside quotes are one. Issue: `quote-open`, at the quote that is not closed.
 */
export function splitWindows(text: string): Result<string[]> {
  let i = 0
  while (isBlank(text[i])) i += 1
  if (i === text.length) return succeed([])
  const program = readProgram(text, i)
  if (program.openQuote !== undefined) return fail(quoteOpen('"', program.openQuote))
  const argv = [program.value]
  i = program.end
  for (;;) {
    while (isBlank(text[i])) i += 1
    if (i >= text.length) return succeed(argv)
    const argument = readArgument(text, i)
    if (argument.openQuote !== undefined) return fail(quoteOpen('"', argument.openQuote))
    argv.push(argument.value)
    i = argument.end
  }
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
  if (program === undefined) return fail(noProgram())
  const nul = argv.findIndex((argument) => argument.includes('\0'))
  if (nul >= 0) return fail(cannotCarryNul(nul))
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
