import type { Issue, Result } from '../result'
import { assertNever } from '../result'
import { joinExec, splitExec } from './exec'
import { joinPosix, splitPosix } from './posix'
import { joinWindows, splitWindows, tellWindows } from './windows'

/** The three ways of writing an argument list as one line. */
export const CONVENTIONS = ['posix', 'windows', 'exec'] as const
export type Convention = (typeof CONVENTIONS)[number]

export function splitAs(convention: Convention, text: string): Result<string[]> {
  switch (convention) {
    case 'posix':
      return splitPosix(text)
    case 'windows':
      return splitWindows(text)
    case 'exec':
      return splitExec(text)
    default:
      return assertNever(convention)
  }
}

export function joinAs(convention: Convention, argv: readonly string[]): Result<string> {
  switch (convention) {
    case 'posix':
      return joinPosix(argv)
    case 'windows':
      return joinWindows(argv)
    case 'exec':
      return joinExec(argv)
    default:
      return assertNever(convention)
  }
}

/**
 * The convention a line was most likely written in: by field codes and the key `Exec`, by drive letters, shares, file
 * names with `.exe` and values between percent signs, else POSIX. That POSIX cannot read a line does not make it one of
 * Windows.
 */
export function guessConvention(line: string): Convention {
  const text = line.trim()
  if (/^Exec\s*=/.test(text) || /(^|\s)%[fFuUick](\s|$)/.test(text)) return 'exec'
  const isWindows =
    /(^|[\s"'=])[a-z]:[\\/](?![/])/i.test(text) ||
    /(^|[\s"])\\\\[^\s\\]+\\/.test(text) ||
    /^"?[^\s"'/]*\.(exe|bat|cmd|com)("|\s|$)/i.test(text) ||
    /(^|[\s"=\\])%[A-Za-z_]\w*(\(x86\))?%/.test(text) ||
    /^(start|set|pushd|cmd)\s.*[\\/][a-z?]\b.*\\/i.test(text)
  return isWindows ? 'windows' : 'posix'
}

/** What a line means besides its arguments, each at its place; see the conventions. */
export function tellAs(convention: Convention, text: string): Issue[] {
  return convention === 'windows' ? tellWindows(text) : []
}

/** What was pasted, without what does not belong to it: white space around it, and the key of an `Exec=` line. */
export function trimPasted(text: string): string {
  return text.trim().replace(/^Exec\s*=\s*/, '')
}

/** A copied path without the quotes around it; anything else as it is. */
export function stripQuotes(text: string): string {
  const quoted = /^\s*(["'])(.*)\1\s*$/s.exec(text)
  return quoted && !quoted[2]!.includes(quoted[1]!) ? quoted[2]! : text
}
