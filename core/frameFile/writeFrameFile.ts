import { Document, isMap, isScalar, isSeq, visit } from 'yaml'
import type { Node, Pair, YAMLMap } from 'yaml'
import type { FrameDocument } from './document'
import { laidOut, toData } from './layout'
import type { Layout } from './layout'
import { isRecord } from './fileData'
import type { Data } from './fileData'
import { documentFrom, hasHeader, parseFile, plainOf, readFrameFile } from './readFrameFile'
import type { Programs } from '../variants'
import { isSamePart } from './sameParts'

/** As files are written: no line is broken, and lists of plain words stand in one line. */
const STYLE = { lineWidth: 0, indent: 2, flowCollectionPadding: false } as const
const LONGEST_LINE = 100

/**
 * A frame as a file. Where `before` is the text that stood there, its comments, order and blank lines are kept: what is
 * the same stays letter for letter, a lever that differs is altered where it differs, what is new comes behind the
 * others. A `before` that cannot be read is not built on.
 */
export function writeFrameFile(frame: FrameDocument, before?: string, programs: Programs = {}): string {
  if (before === undefined || !hasHeader(before)) return freshText(frame, { programs })
  const parsed = parseFile(before)
  const known = parsed.ok ? documentFrom(parsed.value, programs) : undefined
  if (!parsed.ok || !known?.ok) return freshText(frame, { programs })
  const layout = { programs, inFull: inFullOf(parsed.value.yaml) }
  const wanted = { ...frame, levers: laidOut(frame, layout).levers }
  if (isSamePart(known.value, wanted)) return before
  const altered = alteredText(before, parsed.value.yaml, toData(frame, layout))
  const again = altered === undefined ? undefined : readFrameFile(altered, programs)
  // What could not be altered where it stands is written anew rather than wrong.
  return altered !== undefined && again?.ok && isSamePart(again.value, wanted) ? altered : freshText(frame, layout)
}

/** The levers that stand by themselves: a variant among them stays so, though it could be a row. */
function inFullOf(yaml: Document.Parsed): ReadonlySet<string> {
  const levers = yaml.get('levers', true)
  return new Set(isMap(levers) ? levers.items.map(keyOf) : [])
}

function freshText(frame: FrameDocument, layout: Layout): string {
  const yaml = documentOfData(toData(frame, layout), 0)
  const levers = (yaml.contents as YAMLMap).get('levers', true)
  // A blank line between levers that take several lines.
  if (isMap(levers))
    for (const [i, pair] of levers.items.entries()) if (i > 0 && isScalar(pair.key)) pair.key.spaceBefore = true
  return yaml.toString(STYLE)
}

/** Data as a tree, laid out as it is at so many maps down in a file. */
function documentOfData(data: unknown, depth: number): Document {
  const yaml = new Document(data, { version: '1.2', aliasDuplicateObjects: false })
  inOneLine(yaml.contents as Node, depth)
  return yaml
}

/** Short lists and ways in full stand in one line. */
function inOneLine(node: Node, depth: number): void {
  visit(node as never, {
    Collection(_key, one, path) {
      const parents = depth + path.filter((parent) => isMap(parent) || isSeq(parent)).length
      // The frame, its levers and each lever, and a list of steps, have lines of their own.
      const line = parents >= 3 ? new Document(one).toString({ ...STYLE, collectionStyle: 'flow' }) : ''
      // What holds steps is read more easily line by line.
      const isSmall = parents >= 3 && line.length < LONGEST_LINE && !/\b(?:steps|otherwise):/.test(line)
      const keyOf = path.at(-1) as Pair | undefined
      const isSteps = isScalar(keyOf?.key) && ['do', 'steps', 'otherwise', 'variants'].includes(String(keyOf.key.value))
      if (isSmall && !isSteps && one !== node) one.flow = true
    },
  })
}

/** The text with what differs put in its place, part by part; undefined where that cannot be done. */
function alteredText(before: string, yaml: Document, wanted: Data): string | undefined {
  const old = yaml.contents
  const said = plainOf(yaml)
  if (!isBlock(old) || !said.ok) return undefined
  const { from, to } = regionOf(before, old)
  const lines = mapText(before, { map: old, data: entriesOf(said.value) }, entriesOf(wanted), 0)
  return before.slice(0, from) + lines + before.slice(to)
}

type Block = YAMLMap<Node, Node | null>
type Entries = ReadonlyMap<string, unknown>

/** A map of the text that stands, with the data that it says. */
interface Standing {
  readonly map: Block
  readonly data: Entries
}

/** So deep maps are altered part by part: the frame, its levers, each lever. What is deeper in is written as a whole. */
const PARTS_DEEP = 2
/** Rows of variants are levers, too: they and what they say are altered part by part. */
const ROWS_DEEP = 4
/** Where the levers stand, and the rows of a lever. */
const LEVERS_DEEP: readonly number[] = [1, 3]

function isBlock(node: unknown): node is Block {
  return isMap(node) && node.flow !== true && node.items.length > 0
}

function entriesOf(data: unknown): Entries {
  if (data instanceof Map) return new Map([...data].map(([key, value]) => [String(key), value]))
  return new Map(isRecord(data) ? Object.entries(data) : [])
}

/** The lines of a map, from its first key to the end of the line of its last value. */
function regionOf(text: string, map: Block): { from: number; to: number } {
  return { from: lineStart(text, map.items[0]!.key.range![0]), to: endOf(text, map.items.at(-1)!) }
}

/**
 * The lines of a map as they are wanted, in the order that is wanted. Each pair takes the comments and blank lines above
 * it along; where pairs stand apart, so do new ones.
 */
function mapText(text: string, { map, data }: Standing, wanted: Entries, depth: number): string {
  const region = regionOf(text, map)
  const indent = map.items[0]!.key.range![0] - region.from
  const known = new Map<string, KnownPair>()
  let from = region.from
  for (const pair of map.items) {
    known.set(keyOf(pair), { pair, from, said: data.get(keyOf(pair)) })
    from = endOf(text, pair)
  }
  if (LEVERS_DEEP.includes(depth)) takeRenamed(known, wanted)
  const gap = map.items.length > 1 && /^[ \t]*\r?\n/.test(text.slice(endOf(text, map.items[0]!))) ? '\n' : ''
  const lines = [...wanted].flatMap(([key, value]) => {
    if (value === undefined) return []
    const before = known.get(key)
    if (!before) return [`${gap}${' '.repeat(indent)}${rendered(key, value, indent, depth)}`]
    return [pairText(text, before, key, value, { indent, depth })]
  })
  return lines.map((line) => (line.endsWith('\n') ? line : `${line}\n`)).join('')
}

/** A pair of the text that stands, with what it says; what stands above it begins at `from`. */
interface KnownPair {
  readonly pair: Pair<Node, Node | null>
  readonly from: number
  readonly said: unknown
}

/** A lever that has another name is still where it was: by its number, or in the place of the one that is gone. */
function takeRenamed(known: Map<string, KnownPair>, wanted: Entries): void {
  const before = [...known.keys()]
  const gone = new Set(before.filter((key) => !wanted.has(key)))
  let place = -1
  for (const [key, value] of wanted) {
    if (known.has(key)) {
      place = before.indexOf(key)
      continue
    }
    const plate = plateOf(value)
    const wasOf = (one: string) => plateOf(known.get(one)?.said)
    const byPlate = plate === undefined ? undefined : [...gone].find((one) => wasOf(one) === plate)
    const next = before[place + 1]
    const isNext = next !== undefined && gone.has(next) && (plate === undefined || wasOf(next) === undefined)
    const was = byPlate ?? (isNext ? next : undefined)
    if (was === undefined) continue
    gone.delete(was)
    known.set(key, known.get(was)!)
    place = before.indexOf(was)
  }
}

const plateOf = (lever: unknown) => entriesOf(lever).get('plate')

/** One pair with what stands above it; as it was where nothing differs. */
function pairText(
  text: string,
  { pair, from, said }: KnownPair,
  key: string,
  value: unknown,
  { indent, depth }: { indent: number; depth: number },
): string {
  const end = endOf(text, pair)
  const [start, keyEnd] = pair.key.range!
  const head = text.slice(from, start) + (keyOf(pair) === key ? text.slice(start, keyEnd) : keyText(key))
  const read = (data: unknown) => (depth > PARTS_DEEP ? asRow(asRecord(data)) : asRecord(data))
  if (isSamePart(read(said), read(value))) return head + text.slice(keyEnd, end)
  const inner = entriesOf(value)
  const goesOn = depth < PARTS_DEEP || key === 'variants' || (depth > PARTS_DEEP && depth < ROWS_DEEP)
  if (goesOn && isBlock(pair.value) && inner.size > 0) {
    const region = regionOf(text, pair.value)
    const lines = mapText(text, { map: pair.value, data: entriesOf(said) }, inner, depth + 1)
    return head + text.slice(keyEnd, region.from) + lines + text.slice(region.to, end)
  }
  const to = pair.value?.range?.[1] ?? pair.key.range![1]
  // A comment behind the value stays there.
  const rest = text.slice(Math.min(to, end), end)
  return (
    text.slice(from, start) +
    rendered(key, value, indent, depth).replace(/\n$/, rest.trim() === '' ? '\n' : '') +
    (rest.trim() === '' ? '' : rest)
  )
}

/** A key as it is written. */
function keyText(key: string): string {
  return new Document(Object.fromEntries([[key, 0]])).toString(STYLE).replace(/: 0\n$/, '')
}

const keyOf = (pair: Pair) => String(isScalar(pair.key) ? pair.key.value : pair.key)

/**
 * Maps that keep an order count as what they hold, and in it. In the row of a variant a field that is nothing says that
 * the variant has none of its pattern, so that it is not as if it were absent.
 */
function asRecord(data: unknown): unknown {
  if (data instanceof Map) return [...data].map(([key, value]) => [String(key), asRow(asRecord(value))])
  return isRecord(data) && data.variants instanceof Map ? { ...data, variants: asRecord(data.variants) } : data
}

function asRow(data: unknown): unknown {
  if (!isRecord(data)) return data
  return Object.fromEntries(Object.entries(data).map(([key, value]) => [key, value === null ? NONE : value]))
}
const NONE = { none: true }

/** Where the line of an offset begins, and where the next one does. */
const lineStart = (text: string, at: number) => (at === 0 ? 0 : text.lastIndexOf('\n', at - 1) + 1)
function lineEnd(text: string, at: number): number {
  const end = text.indexOf('\n', at)
  return end < 0 ? text.length : end + 1
}

function endOf(text: string, pair: Pair<Node, Node | null>): number {
  const to = pair.value?.range?.[1] ?? pair.key.range![1]
  return text[to - 1] === '\n' ? to : lineEnd(text, to)
}

/** A key with its value, the lines after the first one as far in as the key stands. */
function rendered(key: string, value: unknown, indent: number, depth: number): string {
  const data: Data = Object.fromEntries([[key, value]])
  const lines = documentOfData(data, depth).toString(STYLE).trimEnd().split('\n')
  return `${lines.map((line, i) => (i === 0 || line === '' ? line : ' '.repeat(indent) + line)).join('\n')}\n`
}
