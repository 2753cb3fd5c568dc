import type { EntryLine } from './entryFile'

/** A key of a group, without a locale, and its new value as it is to stand there; `null` takes the line out. */
export interface EntryEdit {
  readonly group: string
  readonly key: string
  readonly value: string | null
}

const written = /^([A-Za-z0-9-]+)([ \t]*=[ \t]*)/

/**
 * The text of a file with some keys changed. All else stays as it was, to the letter: other keys and groups, comments,
 * translations, order, blanks and line breaks. A key that was not there comes after the last one of its group.
 */
export function rewriteEntryFile(text: string, edits: readonly EntryEdit[]): string {
  const lines = text.split('\n')
  for (const edit of edits) rewriteKey(lines, edit)
  return lines.join('\n')
}

function rewriteKey(lines: string[], { group, key, value }: EntryEdit): void {
  const start = lines.findIndex((line) => line.trimEnd() === `[${group}]`)
  if (start < 0) throw new RangeError(`there is no group [${group}] in the file`)
  const next = lines.findIndex((line, i) => i > start && line.startsWith('['))
  const end = next < 0 ? lines.length : next
  let last = start
  for (let i = start + 1; i < end; i++) {
    const line = lines[i]!
    if (line.trim() === '' || line.startsWith('#')) continue
    last = i
    const [head, name] = written.exec(line) ?? []
    if (name !== key) continue
    if (value === null) lines.splice(i, 1)
    else lines[i] = `${head}${value}${lineBreak(line)}`
    return
  }
  if (value === null) return
  const after = lines[last]!
  lines.splice(last + 1, 0, `${key}=${value}${lineBreak(after)}`)
}

function lineBreak(line: string): string {
  return line.endsWith('\r') ? '\r' : ''
}

/** The text of a file that is made anew; `parseEntryFile` gives the same groups back. */
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
