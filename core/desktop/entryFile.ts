import { atOnce, fail, succeed } from '../result'
import type { Issue, Result } from '../result'
import { entryIssue } from './issues'
import type { EntryFact } from './issues'

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
  /** What is wrong inside it, for a group after the first: nothing else of the file suffers from that. */
  readonly faults: readonly Issue[]
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
 * A comment, which no program reads, may be Latin-1 all the same. Issues: `file-large`, and `encoding` at the line of
 * the first byte that is not UTF-8.
 */
export function decodeEntryFile(bytes: Uint8Array): Result<string> {
  if (bytes.length > LARGEST_FILE_BYTES)
    return fail(
      entryIssue({ code: 'file-large', kib: Math.round(bytes.length / 1024), most: LARGEST_FILE_BYTES / 1024 }),
    )
  try {
    return succeed(new TextDecoder('utf-8', { fatal: true }).decode(bytes))
  } catch {
    return decodeLines(bytes)
  }
}

/** A line break is one byte and never part of a longer character, so that the lines can be tried one by one. */
function decodeLines(bytes: Uint8Array): Result<string> {
  const lines: string[] = []
  let start = 0
  for (let i = 0; i <= bytes.length; i++) {
    if (i < bytes.length && bytes[i] !== LINE_FEED) continue
    const line = bytes.subarray(start, i)
    try {
      lines.push(new TextDecoder('utf-8', { fatal: true }).decode(line))
    } catch {
      const number = lines.length + 1
      if (line[0] !== HASH) return fail({ ...entryIssue({ code: 'encoding', line: number }), at: `line ${number}` })
      lines.push(new TextDecoder('windows-1252').decode(line))
    }
    start = i + 1
  }
  return succeed(lines.join('\n'))
}

const LINE_FEED = 10
const HASH = 35

/**
 * Takes a file apart by the basic format of the Desktop Entry Specification 1.5 (§3): comments, groups, keys, locales.
 * Issues, `at` as `line N`: `no-group`, `group-first`, `group-twice`, and in the first group `key-twice`,
 * `line-unknown`; those of another group are among its own faults.
 */
export function parseEntryFile(text: string): Result<EntryFile> {
  return atOnce(parseEntryFileInSteps(text))
}

/** So many lines are looked at without stopping. */
const LINES_PER_STEP = 1000

/** The same, stopping between lines, so that whoever calls can let others through. */
export function* parseEntryFileInSteps(text: string): Generator<void, Result<EntryFile>> {
  const issues: Issue[] = []
  const groups: { name: string; line: number; lines: EntryLine[]; faults: Issue[] }[] = []
  const names = new Set<string>()
  const seen = new Set<string>()
  const report = (fact: EntryFact, line: number, among = issues) => among.push(entryIssue(fact, line))
  for (const [i, raw] of text.split(/\r?\n/).entries()) {
    const line = i + 1
    if (line % LINES_PER_STEP === 0) yield
    if (raw.trim() === '' || raw.startsWith('#')) continue
    const head = groupHead.exec(raw)
    if (head) {
      if (names.has(head[1]!)) report({ code: 'group-twice', group: head[1]! }, line)
      names.add(head[1]!)
      groups.push({ name: head[1]!, line, lines: [], faults: [] })
      continue
    }
    const entry = keyLine.exec(raw)
    const group = groups.at(-1)
    const among = groups.length > 1 ? group!.faults : issues
    if (!group) report({ code: 'no-group' }, line)
    else if (!entry) report({ code: 'line-unknown', line: raw }, line, among)
    else {
      const id = `${groups.length}/${entry[1]}[${entry[2] ?? ''}]`
      if (seen.has(id)) report({ code: 'key-twice', key: `${entry[1]}${entry[2] ? `[${entry[2]}]` : ''}` }, line, among)
      seen.add(id)
      group.lines.push({ key: entry[1]!, ...(entry[2] ? { locale: entry[2] } : {}), value: entry[3]!, line })
    }
    if (issues.length > 20) break
  }
  if (issues.length === 0 && groups[0]?.name !== 'Desktop Entry') report({ code: 'group-first' }, groups[0]?.line ?? 1)
  return issues.length > 0 ? fail(...issues) : succeed(groups)
}
