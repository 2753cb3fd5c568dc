import { quotePosix } from '../command'
import { fail, succeed } from '../result'
import type { Result } from '../result'

/**
 * One word of a POSIX shell that stands for exactly this text (POSIX.1-2017, Shell Command Language, §2.2).
 * Issue: `nul` for a NUL character, which no word can hold.
 */
export function quoteWord(text: string): Result<string> {
  if (text.includes('\0'))
    return fail({ code: 'nul', message: 'A text has a NUL character, which a shell cannot hold. Take it out.' })
  return succeed(text === '' ? "''" : quotePosix(text))
}

/** A text as it stands inside double quotes, where only `$`, backquote, `"` and `\` mean something (§2.2.3). */
export function insideQuotes(text: string): string {
  return text.replaceAll(/[$`"\\]/g, String.raw`\$&`)
}

/** A text behind a `#`: one line. */
export function asComment(text: string): string {
  return text.replaceAll(/[\p{Cc}\u2028\u2029]+/gu, ' ').trim()
}
