import { fail, succeed } from '../result'
import type { Issue, Result } from '../result'

/** One `Key=Value` or `Key[locale]=Value` line, the value as it stands in the file. */
export interface EntryLine {
  readonly key: string
  readonly locale?: string
  readonly value: string
  readonly line: number
}
export interface EntryGroup {
  readonly name: string
  readonly line: number
  readonly lines: readonly EntryLine[]
}
/** The groups of a file, in order. */
export type EntryFile = readonly EntryGroup[]

/** Larger files are no Desktop Entries of any sense. */
export const LARGEST_FILE_BYTES = 1024 * 1024

const groupHead = /^\[([^[\]\p{Cc}]+)\]\s*$/u
/** Blanks around the equals sign do not count; what ends a value belongs to it, a no-break space too. */
const keyLine = /^([A-Za-z0-9-]+)(?:\[([^\]]+)\])?[ \t]*=[ \t]*(.*)$/s

/**
 * Reads the bytes of a Desktop Entry file as text: UTF-8, as the standard demands, with or without a byte order mark.
 * In a comment, which nobody reads, a byte that is none does no harm and becomes a question mark. Issues: `file-large`,
 * and `encoding` at the line of the first byte that is not UTF-8.
 */
export function decodeEntryFile(bytes: Uint8Array): Result<string> {
  if (bytes.length > LARGEST_FILE_BYTES)
    return fail({
      code: 'file-large',
      message: `It has ${Math.round(bytes.length / 1024)} KiB; a Desktop Entry has at most ${LARGEST_FILE_BYTES / 1024} KiB.`,
    })
  try {
    return succeed(new TextDecoder('utf-8', { fatal: true }).decode(bytes))
  } catch {
    const line = lineOfBadByte(bytes)
    if (line === undefined) return succeed(new TextDecoder('utf-8').decode(bytes))
    return fail({
      code: 'encoding',
      message: `Line ${line} is not UTF-8, the only encoding a Desktop Entry may have. Save the file as UTF-8.`,
      at: `line ${line}`,
    })
  }
}

/**
 * The first line that is no comment and not UTF-8. A line break is one byte and never part of a longer character, so the
 * lines can be tried one by one.
 */
function lineOfBadByte(bytes: Uint8Array): number | undefined {
  let line = 1
  let start = 0
  for (let i = 0; i <= bytes.length; i++) {
    if (i < bytes.length && bytes[i] !== 10) continue
    try {
      new TextDecoder('utf-8', { fatal: true }).decode(bytes.subarray(start, i))
    } catch {
      if (bytes[start] !== HASH) return line
    }
    line += 1
    start = i + 1
  }
  return undefined
}

const HASH = 35

/**
 * Takes a file apart by the basic format of the Desktop Entry Specification 1.5 (§3): comments, groups, keys, locales.
 * Issues, `at` as `line N`: `no-group`, `group-first`, `group-twice`, `key-twice`, `line-unknown`.
 */
export function parseEntryFile(text: string): Result<EntryFile> {
  const issues: Issue[] = []
  const groups: { name: string; line: number; lines: EntryLine[] }[] = []
  const seen = new Set<string>()
  const report = (code: string, line: number, message: string) =>
    issues.push({ code, message: `Line ${line}: ${message}`, at: `line ${line}` })
  for (const [i, raw] of text.split(/\r?\n/).entries()) {
    const line = i + 1
    if (raw.trim() === '' || raw.startsWith('#')) continue
    const head = groupHead.exec(raw)
    if (head) {
      if (groups.some((group) => group.name === head[1]))
        report('group-twice', line, `the group [${head[1]}] stands twice.`)
      groups.push({ name: head[1]!, line, lines: [] })
      continue
    }
    const entry = keyLine.exec(raw)
    const group = groups.at(-1)
    if (!group)
      report(
        'no-group',
        line,
        'there is something before the first group. A Desktop Entry begins with [Desktop Entry].',
      )
    else if (!entry)
      report('line-unknown', line, `“${raw.slice(0, 40)}” is no Key=Value. Keys have letters, digits and dashes only.`)
    else {
      const id = `${groups.length}/${entry[1]}[${entry[2] ?? ''}]`
      if (seen.has(id))
        report('key-twice', line, `the key ${entry[1]}${entry[2] ? `[${entry[2]}]` : ''} stands twice in its group.`)
      seen.add(id)
      group.lines.push({ key: entry[1]!, ...(entry[2] ? { locale: entry[2] } : {}), value: entry[3]!, line })
    }
    if (issues.length > 20) break
  }
  if (issues.length === 0 && groups[0]?.name !== 'Desktop Entry')
    report('group-first', groups[0]?.line ?? 1, 'the first group has to be [Desktop Entry].')
  return issues.length > 0 ? fail(...issues) : succeed(groups)
}

/** The text of a file, ready to be written; `parseEntryFile` gives the same groups back. */
export function writeEntryFile(
  file: readonly { readonly name: string; readonly lines: readonly Omit<EntryLine, 'line'>[] }[],
): string {
  return file
    .map(
      ({ name, lines }) =>
        `[${name}]\n${lines.map(({ key, locale, value }) => `${key}${locale ? `[${locale}]` : ''}=${value}\n`).join('')}`,
    )
    .join('\n')
}
