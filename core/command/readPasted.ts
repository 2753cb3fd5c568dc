import type { Issue } from '../result'
import { guessConvention, splitAs, trimPasted } from './conventions'
import type { Convention } from './conventions'
import { commandIssue } from './issues'
import { readCommand } from './posix'

/** What one launch takes from a line that was pasted, and what of it that launch cannot do. */
export interface Pasted {
  readonly convention: Convention
  /** The part of the line that starts the program, as it stands. */
  readonly line: string
  readonly environment: readonly { readonly name: string; readonly value: string }[]
  readonly workingDirectory?: string
  /** What was taken from beside the command, or left out; `at` is the offset in what was pasted. */
  readonly told: readonly Issue[]
}

interface Part {
  readonly line: string
  readonly at: number
  /** What stands between it and the next. */
  readonly operator?: string
  /** Where that begins, with the number of what is led elsewhere (POSIX 2.7: `IO_NUMBER`), and where it ends. */
  readonly between?: readonly [begin: number, end: number]
}

/**
 * Reads a command line as people paste it: with a prompt before it, a change of folder, environment values, pipes,
 * redirections and further commands. One launch is one program with its arguments, its environment and its working
 * directory; each of the rest gets a sentence.
 */
export function readPasted(pasted: string): Pasted {
  const told: Issue[] = []
  const trimmed = trimPasted(pasted)
  const prompt = PROMPT.exec(trimmed)?.[0] ?? ''
  if (prompt !== '') told.push(commandIssue({ code: 'prompt', prompt: prompt.trim() }, 0))
  const text = trimmed.slice(prompt.length)
  const convention = guessConvention(text)
  if (convention === 'exec') return { convention, line: text, environment: [], told }
  const parts = convention === 'posix' ? partsOfPosix(text) : partsOfWindows(text)
  const environment: { name: string; value: string }[] = []
  let workingDirectory: string | undefined
  let at = 0
  for (; at < parts.length - 1; at++) {
    const part = parts[at]!
    const isChained = part.operator === '&&' || part.operator === ';' || part.operator === '\n' || part.operator === '&'
    const folder = isChained ? folderOf(part.line, convention) : undefined
    const value = isChained ? valueOf(part.line, convention) : undefined
    if (folder !== undefined) {
      workingDirectory = folder
      told.push(commandIssue({ code: 'folder', line: part.line }, part.at))
    } else if (value) {
      environment.push(value)
      told.push(commandIssue({ code: 'environment', line: part.line }, part.at))
    } else break
  }
  const main = parts[at] ?? { line: text, at: 0 }
  const before = convention === 'posix' ? assignmentsOf(main.line) : { values: [], line: main.line }
  if (before.values.length > 0) {
    environment.push(...before.values)
    told.push(commandIssue({ code: 'environment', names: before.values.map(({ name }) => name) }, main.at))
  }
  const left = leftOut(main, text)
  if (left) told.push(left)
  return {
    convention,
    line: before.line.trim(),
    environment,
    ...(workingDirectory === undefined ? {} : { workingDirectory }),
    told,
  }
}

/** `$ `, `# `, `> `, `me@desk:~$ `, and a path before `>` that starts nothing. */
const PROMPT = new RegExp(
  [
    '^(?:[\\w.-]+@[\\w.-]+[:\\s][^$#>]*)?[$#]\\s+',
    '^>\\s+',
    '^(?:PS )?[A-Za-z]:\\\\(?:(?!\\.(?:exe|bat|cmd|com)\\b)[^>"&|])*>\\s*',
  ].join('|'),
  'i',
)

/** Why what follows an operator is no part of one launch. */
function leftOut({ operator, between }: Part, text: string): Issue | undefined {
  if (!between) return undefined
  const [at, end] = between
  const left = text.slice(at).trim()
  const rest = text.slice(end).trim()
  const told = (code: 'pipe' | 'redirection' | 'further') => commandIssue({ code, left }, at)
  switch (operator) {
    case '|':
    case '|&':
      return told('pipe')
    case '>':
    case '>>':
    case '<':
    case '<<':
    case '>&':
    case '<&':
    case '&>':
      return told('redirection')
    case '&':
      return rest === '' ? commandIssue({ code: 'background' }, at) : told('further')
    case '&&':
    case '||':
    case ';':
    case '\n':
      return rest === '' ? undefined : told('further')
    default:
      return commandIssue({ code: 'further', left, isForShell: true }, at)
  }
}

function partsOfPosix(pasted: string): Part[] {
  const parts: Part[] = []
  let from = 0
  for (;;) {
    const command = readCommand(pasted, from)
    // What cannot be read is left to whoever shows it, with the place.
    if (!command.ok) return [...parts, { line: pasted.slice(from).trim(), at: from }]
    const { operator, end } = command.value
    if (operator === undefined) return [...parts, { line: pasted.slice(from, end).trim(), at: from }]
    const number = /^[<>]/.test(operator) ? /(?<=^|\s)\d+$/.exec(pasted.slice(from, end)) : null
    const begin = end - (number?.[0].length ?? 0)
    const between = [begin, end + operator.length] as const
    parts.push({ line: pasted.slice(from, begin).trim(), at: from, operator, between })
    from = end + operator.length
  }
}

/** By the signs of the command interpreter outside its quotes. */
function partsOfWindows(text: string): Part[] {
  const parts: Part[] = []
  let isQuoted = false
  let from = 0
  for (let i = 0; i < text.length; i++) {
    if (text[i] === '"') isQuoted = !isQuoted
    if (isQuoted) continue
    if (text[i] === '^') {
      i += 1
      continue
    }
    const typed = /^(?:&&|\|\||>>|2>&1|2>|[&|<>])/.exec(text.slice(i))?.[0]
    if (!typed) continue
    const operator = typed.startsWith('2') ? '>' : typed
    parts.push({ line: text.slice(from, i).trim(), at: from, operator, between: [i, i + typed.length] })
    i += typed.length - 1
    from = i + 1
  }
  return [...parts, { line: text.slice(from).trim(), at: from }]
}

/** The folder that a command goes to. */
function folderOf(line: string, convention: Convention): string | undefined {
  const argv = splitAs(convention, line)
  if (!argv.ok) return undefined
  const [command, ...rest] = argv.value
  if (command !== 'cd' && command !== 'pushd' && command !== 'chdir') return undefined
  const [folder, ...more] = rest.filter((argument) => argument !== '--' && argument.toLowerCase() !== '/d')
  return more.length === 0 ? (folder ?? '${home}').replace(/^(?:~|\$HOME)(?=\/|$)/, '${home}') : undefined
}

/** `export NAME=value`, `set NAME=value`. */
function valueOf(line: string, convention: Convention): { name: string; value: string } | undefined {
  if (convention === 'windows') {
    const set = /^set\s+"?([A-Za-z_]\w*)=(.*?)"?$/i.exec(line)
    return set ? { name: set[1]!, value: set[2]! } : undefined
  }
  const command = readCommand(line, 0)
  if (!command.ok) return undefined
  const words = command.value.words[0]?.text === 'export' ? command.value.words.slice(1) : command.value.words
  const [only, ...more] = words
  if (!only?.assigns || more.length > 0) return undefined
  const split = only.text.indexOf('=')
  return { name: only.text.slice(0, split), value: only.text.slice(split + 1) }
}

/** Environment values before the program, by themselves or after `env`, and the line without them. */
function assignmentsOf(line: string): { values: { name: string; value: string }[]; line: string } {
  const command = readCommand(line, 0)
  if (!command.ok) return { values: [], line }
  const { words } = command.value
  const isEnv = words[0]?.text === 'env' || words[0]?.text === '/usr/bin/env'
  let first = isEnv ? 1 : 0
  const values: { name: string; value: string }[] = []
  for (; first < words.length; first++) {
    const { text, assigns } = words[first]!
    // `env` takes names that are none for a shell.
    if (!assigns && !(isEnv && /^[^=\s-][^=]*=/.test(text))) break
    const split = text.indexOf('=')
    values.push({ name: text.slice(0, split), value: text.slice(split + 1) })
  }
  if (values.length === 0 || first === words.length) return { values: [], line }
  return { values, line: line.slice(words[first]!.at) }
}
