import { isAlias, isMap, isScalar, LineCounter, parseDocument, visit } from 'yaml'
import type { Document, Node, Pair } from 'yaml'
import { fail, succeed } from '../result'
import type { Issue, Result } from '../result'
import type { Programs } from '../variants'
import { frameDocumentSchema, withOwnIds } from './document'
import type { FrameDocument } from './document'
import { fromData, HEADER } from './layout'
import type { DataIssue } from './layout'
import { isRecord } from './fileData'
import type { Data, DataPath } from './fileData'
import { withRows } from './variantRows'
import type { Row } from './variantRows'

/** So large a frame file may be, in UTF-16 units, and so deep may things stand in each other in it. */
export const LARGEST_FILE = 8_000_000
const DEEPEST = 100
/** A name that stands for something else (`*name`) is read in so many places; a bomb of such is refused. */
const MOST_ALIASES = 100

/** What is wrong with a frame file, and where, counted from 1. */
export interface FileIssue extends Issue {
  readonly code: 'yaml' | 'too-large' | 'too-deep' | 'no-header' | 'frame-file'
  readonly line: number
  readonly column: number
}

/** A parsed file, with what is needed to say where something stands in it, and to alter it. */
export interface ParsedFile {
  readonly yaml: Document.Parsed
  readonly placeOf: (path: DataPath) => { readonly line: number; readonly column: number }
}

const START = { line: 1, column: 1 }

/** Whether a text says that it is a frame file: only such are ever written over. */
export function hasHeader(text: string): boolean {
  return new RegExp(`^${HEADER}:\\s`, 'm').test(text.slice(0, 4000))
}

/**
 * The frame that a file says (YAML 1.2, core schema). Issues, each with its line and column: `yaml` for what is no YAML,
 * duplicate keys among it; `too-large`, `too-deep`; `no-header`; `frame-file` for what is no frame, with the nearest
 * known name where a name is wrong. `programs` tell the arguments apart that variants replace.
 */
export function readFrameFile(text: string, programs: Programs = {}): Result<FrameDocument> {
  const parsed = parseFile(text)
  return parsed.ok ? documentFrom(parsed.value, programs) : parsed
}

/** The frame that a parsed file says. Issues as those of `readFrameFile`. */
export function documentFrom({ yaml, placeOf }: ParsedFile, programs: Programs): Result<FrameDocument> {
  const data = plainOf(yaml)
  if (!data.ok) return data
  const { document, rows, issues } = fromData(data.value)
  const told = (all: readonly DataIssue[]) =>
    fail(
      ...all.map(({ path, message }) =>
        fileIssue(path.length === 0 || path[0] === HEADER ? 'no-header' : 'frame-file', message, placeOf(path)),
      ),
    )
  if (issues.length > 0) return told(issues)
  const checked = frameDocumentSchema.safeParse(document)
  if (!checked.success) {
    const wrong = checked.error.issues.filter(({ path }) => !isOfPattern(path, document, rows))
    return told(wrong.slice(0, 50).map(({ path, message }) => ({ path: placeInData(path, document), message })))
  }
  const twice = sameTwice(checked.data)
  if (twice) return told([twice])
  const inRows: DataIssue[] = []
  const tell = (path: DataPath, message: string) => inRows.push({ path, message })
  const made = withRows(withOwnIds(checked.data), rows, programs, tell)
  return inRows.length > 0 ? told(inRows) : succeed(made)
}

/** Whether what is wrong with a row is what it takes over from its pattern, of which it is told already. */
function isOfPattern(path: readonly PropertyKey[], document: Data, rows: ReadonlyMap<string, Row>): boolean {
  const [first, at, field] = path
  const [name] = first === 'levers' ? nameAt(document.levers, Number(at)) : []
  const row = name === undefined ? undefined : rows.get(name)
  return row !== undefined && field !== 'name' && field !== 'variant' && !row.said.has(String(field))
}

/** The tree of a file. Issues: `yaml`, `too-large`, `too-deep`. */
export function parseFile(text: string): Result<ParsedFile> {
  if (text.length > LARGEST_FILE)
    return fail(fileIssue('too-large', `A frame file has at most ${LARGEST_FILE.toLocaleString('en')} letters.`, START))
  const deep = tooDeepAt(text)
  if (deep) return fail(fileIssue('too-deep', `Things stand at most ${DEEPEST} deep in each other.`, deep))
  const lines = new LineCounter()
  let yaml: Document.Parsed
  try {
    yaml = parseDocument(text, { lineCounter: lines, version: '1.2', merge: false, strict: true, uniqueKeys: true })
  } catch (error) {
    // The parser goes down into what stands in each other.
    if (error instanceof RangeError) return fail(fileIssue('too-deep', 'Things stand too deep in each other.', START))
    throw error
  }
  const placeAt = (offset: number) => {
    const { line, col } = lines.linePos(offset)
    return line === 0 ? START : { line, column: Math.max(1, col) }
  }
  const lost = lostAlias(yaml)
  if (lost) return fail(fileIssue('yaml', `Nothing is called &${lost.name} before this.`, placeAt(lost.at)))
  if (yaml.errors.length > 0) {
    return fail(
      ...yaml.errors.slice(0, 20).map((error) => fileIssue('yaml', firstLine(error.message), placeAt(error.pos[0]))),
    )
  }
  return succeed({ yaml, placeOf: (path) => placeAt(offsetOf(yaml, path)) })
}

/** Where things stand in a text that can be parsed; at its start where it cannot. */
export function placesIn(text: string): ParsedFile['placeOf'] {
  const parsed = parseFile(text)
  return parsed.ok ? parsed.value.placeOf : () => START
}

/** A name that stands for something, before which nothing has that name. */
function lostAlias(yaml: Document.Parsed): { name: string; at: number } | undefined {
  let lost: { name: string; at: number } | undefined
  const known = new Set<string>()
  visit(yaml, {
    Node(_key, node) {
      if ('anchor' in node && node.anchor) known.add(node.anchor)
      if (!isAlias(node) || known.has(node.source)) return undefined
      lost = { name: node.source, at: node.range?.[0] ?? 0 }
      return visit.BREAK
    },
  })
  return lost
}

/** Flow collections in each other, and lines that are indented ever further, before the parser goes down into them. */
function tooDeepAt(text: string): { line: number; column: number } | undefined {
  let depth = 0
  let line = 1
  let start = 0
  for (let i = 0; i < text.length; i++) {
    const letter = text[i]
    if (letter === '\n') {
      line += 1
      start = i + 1
      let indent = i + 1
      while (text[indent] === ' ' || text[indent] === '-') indent += 1
      if (indent - i > DEEPEST * 8) return { line, column: 1 }
    } else if (letter === '[' || letter === '{') depth += 1
    else if (letter === ']' || letter === '}') depth = Math.max(0, depth - 1)
    if (depth > DEEPEST) return { line, column: i - start + 1 }
  }
  return undefined
}

function firstLine(message: string): string {
  return message.split('\n')[0]!.replace(/ at line \d+, column \d+:?$/, '.')
}

/** The data of a file; levers and values keep their order. Issue: `yaml` for names that stand for too much. */
export function plainOf(yaml: Document): Result<unknown> {
  try {
    const all = yaml.toJS({ mapAsMap: true, maxAliasCount: MOST_ALIASES }) as unknown
    return succeed(asRecords(all, 0))
  } catch (error) {
    const message = error instanceof Error ? firstLine(error.message) : String(error)
    return fail(fileIssue('yaml', `${message} Write it out instead.`, START))
  }
}

function asRecords(value: unknown, level = KEEP_ORDER.length): unknown {
  if (Array.isArray(value)) return value.map((one: unknown) => asRecords(one))
  if (!(value instanceof Map)) return value
  const entries = [...value].map(([key, part]): [string, unknown] => {
    const keepsOrder = (KEEP_ORDER[level] ?? []).includes(String(key)) && part instanceof Map
    return [
      String(key),
      keepsOrder
        ? new Map([...part].map(([name, inner]) => [String(name), asRecords(inner, level + 1)]))
        : asRecords(part),
    ]
  })
  return Object.fromEntries(entries)
}

/** What has names in an order that counts, in the frame and in a lever. */
const KEEP_ORDER = [['levers', 'values'], ['variants']]

/** Where in the data a field of the document came from. */
function placeInData(path: readonly PropertyKey[], document: Data): DataPath {
  const [first, at, field, ...rest] = path as (string | number)[]
  if (first === 'name') return ['frame']
  if (first === 'values') return ['values', ...nameAt(document.values, at)]
  if (first !== 'levers' || at === undefined) return path as DataPath
  const lever = nameAt(document.levers, at)
  if (field === 'triggers') return ['levers', ...lever, 'keys', ...rest]
  if (field === 'steps') return ['levers', ...lever, 'do', ...rest]
  return ['levers', ...lever, ...(field === undefined ? [] : [String(field)]), ...rest]
}

function nameAt(list: unknown, at: string | number | undefined): string[] {
  const one = Array.isArray(list) ? (list[Number(at)] as unknown) : undefined
  return isRecord(one) ? [String(one.name)] : []
}

function sameTwice({ levers }: FrameDocument): { path: DataPath; message: string } | undefined {
  const plates = new Map<number, string>()
  for (const { name, plate } of levers) {
    if (plate === undefined) continue
    const other = plates.get(plate)
    if (other !== undefined)
      return {
        path: ['levers', name, 'plate'],
        message: `“${other}” has the plate ${plate} already. Leave it out for a new number.`,
      }
    plates.set(plate, name)
  }
  return undefined
}

/** Where something stands in the text; the nearest that is there of it. */
function offsetOf(yaml: Document.Parsed, path: DataPath): number {
  let node: unknown = yaml.contents
  let offset = (node as Node | null)?.range?.[0] ?? 0
  for (const [i, key] of path.entries()) {
    const pair = pairAt(node, key) ?? (i === 1 && path[0] === 'levers' ? rowAt(node, key) : undefined)
    if (!pair) break
    const at = (isScalar(pair.key) ? pair.key.range : undefined) ?? (pair.value as Node | null)?.range
    if (at) offset = at[0]
    node = pair.value
  }
  return offset
}

/** A lever that stands as a row below another. */
function rowAt(levers: unknown, name: string | number): ReturnType<typeof pairAt> {
  if (!isMap(levers)) return undefined
  for (const { value } of levers.items) {
    const row = pairAt(pairAt(value, 'variants')?.value, name)
    if (row) return row
  }
  return undefined
}

function pairAt(node: unknown, key: string | number): { key: unknown; value: unknown } | undefined {
  const items = (node as { items?: unknown[] } | null)?.items
  if (!items) return undefined
  if (typeof key === 'number' && 'items' in (node as object) && !isPairs(items)) {
    const value = items[key]
    return value === undefined ? undefined : { key: undefined, value }
  }
  return (items as Pair[]).find((pair) => isScalar(pair.key) && String(pair.key.value) === String(key))
}

function isPairs(items: readonly unknown[]): boolean {
  return items.length > 0 && typeof items[0] === 'object' && items[0] !== null && 'key' in items[0]
}

function fileIssue(code: FileIssue['code'], message: string, place: { line: number; column: number }): FileIssue {
  return { code, message, at: `${place.line}:${place.column}`, ...place }
}
