import type { Result } from '../result'
import { assertNever } from '../result'
import { joinExec, splitExec } from './exec'
import { joinPosix, splitPosix } from './posix'
import { joinWindows, splitWindows } from './windows'

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
 * The convention a line was most likely written in: by drive letters, `.exe` and backslashes, by field codes, else
 * POSIX.
 */
export function guessConvention(line: string): Convention {
  const text = line.trim()
  if (/^Exec\s*=/.test(text) || /(^|\s)%[fFuUick](\s|$)/.test(text)) return 'exec'
  if (/(^|[\s"=])[a-z]:\\|(^|[\s"])\\\\[^\s\\]|\.(exe|bat|cmd)("|\s|$)/i.test(text)) return 'windows'
  return !splitPosix(text).ok && splitWindows(text).ok ? 'windows' : 'posix'
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
