import { Document, isMap, isScalar, isSeq, parseDocument, visit } from 'yaml'
import type { Node, Pair, YAMLMap } from 'yaml'
import { sameValue } from '../bench'
import type { FrameDocument } from './document'
import { toData } from './layout'
import { hasHeader, parseFile, readFrameFile } from './readFrameFile'

/** As files are written: no line is broken, and lists of plain words stand in one line. */
const STYLE = { lineWidth: 0, indent: 2, flowCollectionPadding: false } as const
const LONGEST_LINE = 100

/**
 * A frame as a file. Where `before` is the text that stood there, its comments, order and blank lines are kept: what is
 * the same stays letter for letter, a lever that differs is altered where it differs, what is new comes behind the
 * others. A `before` that cannot be read is not built on.
 */
export function writeFrameFile(frame: FrameDocument, before?: string): string {
  const known = before !== undefined && hasHeader(before) ? readFrameFile(before) : undefined
  if (before === undefined || !known?.ok) return freshText(frame)
  if (sameValue(known.value, frame)) return before
  const altered = alteredText(before, frame)
  const again = readFrameFile(altered)
  // What could not be altered where it stands is written anew rather than wrong.
  return again.ok && sameValue(again.value, frame) ? altered : freshText(frame)
}

function freshText(frame: FrameDocument): string {
  const yaml = new Document(toData(frame), { version: '1.2', aliasDuplicateObjects: false })
  inOneLine(yaml.contents as Node)
  const levers = (yaml.contents as YAMLMap).get('levers', true)
  // A blank line between levers that take several lines.
  if (isMap(levers))
    for (const [i, pair] of levers.items.entries()) if (i > 0 && isScalar(pair.key)) pair.key.spaceBefore = true
  return yaml.toString(STYLE)
}

/** Short lists and ways in full stand in one line. */
function inOneLine(node: Node): void {
  visit(node as never, {
    Collection(_key, one, path) {
      const parents = path.filter((parent) => isMap(parent) || isSeq(parent)).length
      // The frame, its levers and each lever, and a list of steps, have lines of their own.
      const line = parents >= 3 ? new Document(one).toString({ ...STYLE, collectionStyle: 'flow' }) : ''
      // What holds steps is read more easily line by line.
      const isSmall = parents >= 3 && line.length < LONGEST_LINE && !/\b(?:steps|otherwise):/.test(line)
      const keyOf = path.at(-1) as Pair | undefined
      const isSteps = isScalar(keyOf?.key) && ['do', 'steps', 'otherwise'].includes(String(keyOf.key.value))
      if (isSmall && !isSteps) one.flow = true
    },
  })
}

/** The text with what differs put in its place, part by part. */
function alteredText(before: string, frame: FrameDocument): string {
  const parsed = parseFile(before)
  if (!parsed.ok || !isBlock(parsed.value.yaml.contents)) return freshText(frame)
  const { yaml } = parsed.value
  const old = yaml.contents as YAMLMap<Node, Node | null>
  const wanted = parseDocument(freshText(frame))
  const { from, to } = regionOf(before, old)
  const sides: Sides = { text: before, old: yaml, wanted }
  return before.slice(0, from) + mapText(sides, old, wanted.contents as YAMLMap, PARTS_DEEP) + before.slice(to)
}

/** The text that stands, with its tree, and the tree that is wanted. */
interface Sides {
  readonly text: string
  readonly old: Document
  readonly wanted: Document
}

/** So deep maps are altered part by part: the frame, its levers, each lever. What is deeper in is written as a whole. */
const PARTS_DEEP = 2

function isBlock(node: unknown): node is YAMLMap<Node, Node | null> {
  return isMap(node) && node.flow !== true && node.items.length > 0
}

/** The lines of a map, from its first key to the end of the line of its last value. */
function regionOf(text: string, map: YAMLMap<Node, Node | null>): { from: number; to: number } {
  return { from: lineStart(text, map.items[0]!.key.range![0]), to: endOf(text, map.items.at(-1)!) }
}

/**
 * The lines of a map as they are wanted, in the order that is wanted. Each pair takes the comments and blank lines above
 * it along.
 */
function mapText(sides: Sides, old: YAMLMap<Node, Node | null>, wanted: YAMLMap, depth: number): string {
  const { text } = sides
  const region = regionOf(text, old)
  const indent = old.items[0]!.key.range![0] - region.from
  const known = new Map<string, { pair: Pair<Node, Node | null>; from: number }>()
  let from = region.from
  for (const pair of old.items) {
    known.set(keyOf(pair), { pair, from })
    from = endOf(text, pair)
  }
  const lines = wanted.items.map((next) => {
    const before = known.get(keyOf(next))
    return before ? pairText(sides, before, next, indent, depth) : `${' '.repeat(indent)}${rendered(next, indent)}`
  })
  return lines.map((line) => (line.endsWith('\n') ? line : `${line}\n`)).join('')
}

/** One pair with what stands above it; as it was where nothing differs. */
function pairText(
  sides: Sides,
  { pair, from }: { pair: Pair<Node, Node | null>; from: number },
  next: Pair,
  indent: number,
  depth: number,
): string {
  const { text } = sides
  const end = endOf(text, pair)
  if (sameValue(plainOf(pair.value, sides.old), plainOf(next.value, sides.wanted))) return text.slice(from, end)
  if (depth > 0 && isBlock(pair.value) && isMap(next.value) && next.value.items.length > 0) {
    const region = regionOf(text, pair.value)
    return (
      text.slice(from, region.from) + mapText(sides, pair.value, next.value, depth - 1) + text.slice(region.to, end)
    )
  }
  const start = pair.key.range![0]
  const to = pair.value?.range?.[1] ?? pair.key.range![1]
  // A comment behind the value stays there.
  const rest = text.slice(Math.min(to, end), end)
  return (
    text.slice(from, start) +
    rendered(next, indent).replace(/\n$/, rest.trim() === '' ? '\n' : '') +
    (rest.trim() === '' ? '' : rest)
  )
}

const keyOf = (pair: Pair) => String(isScalar(pair.key) ? pair.key.value : pair.key)

/** The data of a part of a tree; names that stand for something are those of the whole. */
function plainOf(node: unknown, of: Document): unknown {
  return node === null ? null : (node as Node).toJS(of, { maxAliasCount: 100 })
}

/** Where the line of an offset begins, and where the next one does. */
const lineStart = (text: string, at: number) => text.lastIndexOf('\n', at - 1) + 1
function lineEnd(text: string, at: number): number {
  const end = text.indexOf('\n', at)
  return end < 0 ? text.length : end + 1
}

function endOf(text: string, pair: Pair<Node, Node | null>): number {
  const to = pair.value?.range?.[1] ?? pair.key.range![1]
  return text[to - 1] === '\n' ? to : lineEnd(text, to)
}

/** A key with its value, the lines after the first one as far in as the key stands. */
function rendered(pair: Pair, indent: number): string {
  const document = new Document({})
  const map = document.contents as unknown as YAMLMap
  map.items.push(pair as never)
  map.flow = false
  const lines = document.toString(STYLE).trimEnd().replace(/^\n+/, '').split('\n')
  return `${lines.map((line, i) => (i === 0 || line === '' ? line : ' '.repeat(indent) + line)).join('\n')}\n`
}
