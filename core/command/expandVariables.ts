import { fail, own, succeed } from '../result'
import type { Issue, Result } from '../result'
import { commandIssue } from './issues'
import { LONGEST_EXPANSION } from './limits'

/**
 * Replaces every `${name}` by its value; names are case-sensitive, values are not expanded again,
 * and `$${` writes a literal `${`. Issues: `variable-unknown` with the nearest known name, `variable-open`,
 * `variable-broken` for a name in `broken`, with its reason, and `variable-large`; `at` is the offset of the `$`.
 * A name that `isOpen` stands for something that is not known yet, and for nothing here.
 */
export function expandVariables(
  text: string,
  values: Readonly<Record<string, string>>,
  broken: Readonly<Record<string, Issue>> = {},
  isOpen: (name: string) => boolean = () => false,
): Result<string> {
  const textOf = (name: string) => own(values, name)
  return expandNames(text, { textOf, names: () => Object.keys(values), broken }, isOpen)
}

/** What names stand for, where not all of them are put together. */
export interface NameTexts {
  readonly textOf: (name: string) => string | undefined
  /** All there are. */
  readonly names: () => readonly string[]
  readonly broken: Readonly<Record<string, Issue>>
}

/** The same with texts that are looked up one by one. */
export function expandNames(
  text: string,
  { textOf, names, broken }: NameTexts,
  isOpen: (name: string) => boolean = () => false,
): Result<string> {
  // Most texts use no value at all.
  if (!text.includes('${')) return succeed(text)
  const issues: Issue[] = []
  let expanded = ''
  for (const part of partsOf(text)) {
    if (part.kind === 'text') {
      expanded += part.text
      continue
    }
    if (part.kind === 'open') {
      issues.push(commandIssue({ code: 'variable-open', at: part.at }))
      continue
    }
    const { name, at } = part
    if (isOpen(name)) continue
    const value = textOf(name)
    if (value === undefined) {
      const reason = own(broken, name)
      issues.push(
        reason
          ? commandIssue({ code: 'variable-broken', name, because: reason.message }, at)
          : commandIssue({ code: 'variable-unknown', name, known: names() }, at),
      )
      continue
    }
    if (expanded.length + value.length > LONGEST_EXPANSION)
      return fail(commandIssue({ code: 'variable-large', name }, at))
    expanded += value
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

/** The text that such a one expands to; of one that uses values, the parts that do not. */
export function unescapeVariables(text: string): string {
  return text.split('$${').join('${')
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

/** A part of a text: as it stands, the name of a value with its offset, or a `${` that nothing closes. */
export type TextPart =
  | { kind: 'text'; text: string }
  | { kind: 'name'; name: string; at: number }
  | { kind: 'open'; text: string; at: number }

/** A text in its parts, in order. */
export function partsOf(text: string): TextPart[] {
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
