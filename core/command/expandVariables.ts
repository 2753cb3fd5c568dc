import { didYouMean } from '../names'
import { fail, succeed } from '../result'
import type { Issue, Result } from '../result'

/** A text that values are put into is no longer than that, in UTF-16 units: values that use each other grow fast. */
export const LONGEST_EXPANSION = 65_536

/**
 * Replaces every `${name}` by its value; names are case-sensitive, values are not expanded again,
 * and `$${` writes a literal `${`. Issues: `variable-unknown` with the nearest known name, `variable-open`,
 * `variable-broken` for a name in `broken`, with its reason, and `variable-large`; `at` is the offset of the `$`.
 */
export function expandVariables(
  text: string,
  values: Readonly<Record<string, string>>,
  broken: Readonly<Record<string, Issue>> = {},
): Result<string> {
  // Most texts use no value at all.
  if (!text.includes('${')) return succeed(text)
  const issues: Issue[] = []
  let expanded = ''
  for (const part of partsOf(text)) {
    if (part.kind === 'text') expanded += part.text
    else if (part.kind === 'open') {
      issues.push({
        code: 'variable-open',
        message:
          `“\${” at character ${part.at + 1} is never closed. Add a “}” ` +
          `after the name, or write $\${ for the characters themselves.`,
        at: part.at,
      })
    } else if (Object.hasOwn(values, part.name)) {
      const value = values[part.name]!
      if (expanded.length + value.length > LONGEST_EXPANSION)
        return fail({
          code: 'variable-large',
          message:
            `With “${part.name}” put in, the text has more than ${LONGEST_EXPANSION.toLocaleString('en')} letters, ` +
            `the most that is taken. Use shorter values, or fewer of them.`,
          at: part.at,
        })
      expanded += value
    } else if (Object.hasOwn(broken, part.name))
      issues.push({
        code: 'variable-broken',
        message: `The value “${part.name}” cannot be used: ${broken[part.name]!.message}`,
        at: part.at,
      })
    else
      issues.push({
        code: 'variable-unknown',
        message: `There is no value named “${part.name}”.${didYouMean(part.name, Object.keys(values))}`,
        at: part.at,
      })
  }
  return issues.length > 0 ? fail(...issues) : succeed(expanded)
}

/** The names a text uses, each once, in order. */
export function namesUsed(text: string): string[] {
  return [...new Set(partsOf(text).flatMap((part) => (part.kind === 'name' ? [part.name] : [])))]
}

/** A text that expands to exactly this one, also where it looks as if it used values. */
export function escapeVariables(text: string): string {
  return text.split('${').join('$${')
}

/** The text with one value named otherwise. */
export function renameVariable(text: string, from: string, to: string): string {
  return partsOf(text)
    .map((part) =>
      part.kind === 'name'
        ? `\${${part.name === from ? to : part.name}}`
        : part.kind === 'text'
          ? escapeVariables(part.text)
          : part.text,
    )
    .join('')
}

type TextPart =
  | { kind: 'text'; text: string }
  | { kind: 'name'; name: string; at: number }
  | { kind: 'open'; text: string; at: number }

function partsOf(text: string): TextPart[] {
  const parts: TextPart[] = []
  let plain = ''
  let i = 0
  const flush = () => {
    if (plain !== '') parts.push({ kind: 'text', text: plain })
    plain = ''
  }
  while (i < text.length) {
    if (text.startsWith('$${', i)) {
      plain += '${'
      i += 3
    } else if (text.startsWith('${', i)) {
      const close = text.indexOf('}', i)
      flush()
      if (close < 0) return [...parts, { kind: 'open', text: text.slice(i), at: i }]
      parts.push({ kind: 'name', name: text.slice(i + 2, close), at: i })
      i = close + 1
    } else plain += text[i++]
  }
  flush()
  return parts
}
