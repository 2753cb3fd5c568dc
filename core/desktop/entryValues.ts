import type { EntryGroup, EntryLine } from './entryFile'

const escapes: Record<string, string> = { s: ' ', n: '\n', t: '\t', r: '\r', '\\': '\\' }

/** A string value without its escapes (Desktop Entry Specification 1.5, §4). An unknown escape stays as it is. */
export function unescapeString(value: string): string {
  return value.replace(/\\([sntr\\])/g, (_, letter: string) => escapes[letter]!)
}

/** Control characters have no way to be written but these three; others are left out. */
export function escapeString(text: string): string {
  return text
    .replace(/(?![\n\t\r])\p{Cc}/gu, '')
    .replace(/[\\\n\t\r]/g, (char) => ({ '\n': '\\n', '\t': '\\t', '\r': '\\r' })[char] ?? '\\\\')
    .replace(/^ | $/g, '\\s')
}

/** A list value: items end with a semicolon, `\;` is a semicolon in one. */
export function readList(value: string): string[] {
  const items: string[] = []
  let item = ''
  for (let i = 0; i < value.length; i++) {
    if (value[i] === '\\' && value[i + 1] === ';') item += value[++i]
    else if (value[i] === '\\' && value[i + 1] !== undefined) item += value[i]! + value[++i]
    else if (value[i] === ';') {
      items.push(item)
      item = ''
    } else item += value[i]
  }
  return [...items, item].filter((text) => text !== '').map(unescapeString)
}

export function writeList(items: readonly string[]): string {
  return items.map((item) => `${escapeString(item).replaceAll(';', '\\;')};`).join('')
}

/**
 * The line of a key for a locale such as `de_AT@euro`, by the order of §5: language, country and modifier, less and
 * less of it, then the plain key.
 */
export function localizedLine(group: EntryGroup, key: string, locale: string): EntryLine | undefined {
  const [, language, country, modifier] = /^([^_.@]+)(_[^.@]+)?(?:\.[^@]*)?(@.+)?$/.exec(locale) ?? []
  const wanted = [
    `${language}${country ?? ''}${modifier ?? ''}`,
    `${language}${country ?? ''}`,
    `${language}${modifier ?? ''}`,
    language,
  ]
  for (const name of wanted) {
    const found = group.lines.find((line) => line.key === key && withoutEncoding(line.locale) === name)
    if (found) return found
  }
  return plainLine(group, key)
}

export function localized(group: EntryGroup, key: string, locale: string): string | undefined {
  return localizedLine(group, key, locale)?.value
}

/** `de_AT.UTF-8` says the encoding too, which is UTF-8 in any case. */
function withoutEncoding(locale: string | undefined): string | undefined {
  return locale?.replace(/\.[^@]*/, '')
}

export function plainLine(group: EntryGroup, key: string): EntryLine | undefined {
  return group.lines.find((line) => line.key === key && line.locale === undefined)
}

export function plain(group: EntryGroup, key: string): string | undefined {
  return plainLine(group, key)?.value
}

/** The locales a key is translated into. */
export function localesOf(group: EntryGroup, key: string): string[] {
  return group.lines.flatMap((line) => (line.key === key && line.locale !== undefined ? [line.locale] : []))
}
