import { didYouMean } from '../names'
import { fail, succeed } from '../result'
import type { Issue, Result } from '../result'

/**
 * Replaces every `${name}` by its value; names are case-sensitive, values are not expanded again,
 * and `$${` writes a literal `${`. Issues: `variable-unknown` with the nearest known name, `variable-open`;
 * `at` is the offset of the `$`.
 */
export function expandVariables(text: string, values: Readonly<Record<string, string>>): Result<string> {
  const issues: Issue[] = []
  let expanded = ''
  let i = 0
  while (i < text.length) {
    if (text.startsWith('$${', i)) {
      expanded += '${'
      i += 3
    }
    else if (text.startsWith('${', i)) {
      const close = text.indexOf('}', i)
      if (close < 0) {
        issues.push({ code: 'variable-open', message: `“\${” at character ${i + 1} is never closed. Add a “}” after the name, or write $\${ for the characters themselves.`, at: i })
        break
      }
      const name = text.slice(i + 2, close)
      if (Object.hasOwn(values, name)) expanded += values[name]
      else issues.push({ code: 'variable-unknown', message: `There is no value named “${name}”.${didYouMean(name, Object.keys(values))}`, at: i })
      i = close + 1
    }
    else expanded += text[i++]
  }
  return issues.length > 0 ? fail(...issues) : succeed(expanded)
}
