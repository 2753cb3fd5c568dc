import { own } from '../result'
import type { Value } from './value'

/** The names that stand for something at a place in a run. */
export type Scope = Readonly<Record<string, Value>>

/**
 * A value as a text takes it: yes and no in words, a list with one entry a line, a record by its part `text`, or as
 * JSON where it has none.
 */
export function textOfValue(value: Value): string {
  if (typeof value === 'string') return value
  if (value === null) return ''
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'number') return String(value)
  if (Array.isArray(value)) return value.map(textOfValue).join('\n')
  const text = own(value, 'text')
  return text === undefined ? JSON.stringify(value) : textOfValue(text)
}

/** What a dotted name reaches: `row.address` is the part `address` of `row`; undefined where there is no such part. */
export function valueAt(scope: Scope, name: string): Value | undefined {
  const [first, ...parts] = name.split('.')
  let value = own(scope, first!)
  for (const part of parts) {
    if (typeof value !== 'object' || value === null) return undefined
    value = Array.isArray(value) ? partOfList(value, part) : own(value, part)
  }
  return value
}

/** A list as it is; a text as its lines; nothing as no entry; all else as a list of one. */
export function listOf(value: Value): Value[] {
  if (Array.isArray(value)) return value
  if (value === null || value === '') return []
  // A line break at the end ends a line and begins none (POSIX.1-2017 §3.206).
  if (typeof value === 'string') return value.replace(/(\r\n|\n|\r)$/, '').split(/\r\n|\n|\r/)
  return [value]
}

/** Texts by the way to them from a value: `''` for itself, `address` for a part. Made once for each value. */
const flattened = new WeakMap<object, ReadonlyMap<string, string>>()

/** Every dotted name below a name, with the text it stands for. A list has `count`, `first` and `last`. */
export function flatTexts(name: string, value: Value): [name: string, text: string][] {
  if (typeof value !== 'object' || value === null) return [[name, textOfValue(value)]]
  return [...textsBelow(value)].map(([way, text]) => [way === '' ? name : `${name}.${way}`, text])
}

/** The text of a dotted name in a scope, as `flatTexts` has it; undefined where there is none. */
export function textIn(scope: Scope, name: string): string | undefined {
  const end = name.indexOf('.')
  const value = own(scope, end < 0 ? name : name.slice(0, end))
  if (value === undefined) return undefined
  if (end < 0) return textOfValue(value)
  return typeof value === 'object' && value !== null ? textsBelow(value).get(name.slice(end + 1)) : undefined
}

/** A table of texts with those of a scope put over it, parts and all. */
export function withTexts(texts: Readonly<Record<string, string>>, scope: Scope): Record<string, string> {
  const all: Record<string, string> = { ...texts }
  for (const [name, value] of Object.entries(scope)) for (const [way, text] of flatTexts(name, value)) all[way] = text
  return all
}

function textsBelow(value: Value[] | { [part: string]: Value }): ReadonlyMap<string, string> {
  const known = flattened.get(value)
  if (known) return known
  const texts = new Map<string, string>([['', textOfValue(value)]])
  const parts = Array.isArray(value)
    ? ['count', 'first', 'last'].map((part) => [part, partOfList(value, part)] as const)
    : Object.entries(value)
  for (const [part, below] of parts) {
    if (below === undefined) continue
    for (const [way, text] of flatTexts(part, below)) if (isNear(way)) texts.set(way, text)
  }
  flattened.set(value, texts)
  return texts
}

/**
 * A list is reached by its first and its last entry, so that lists in lists would have twice as many names with each
 * level: names go so many levels deep.
 */
const DEEPEST_NAMES = 6

function isNear(way: string): boolean {
  let levels = 1
  for (let at = way.indexOf('.'); at >= 0; at = way.indexOf('.', at + 1)) levels += 1
  return levels <= DEEPEST_NAMES
}

/** `count`, `first`, `last`, or the number of an entry, counted from 1. */
function partOfList(list: Value[], part: string): Value | undefined {
  if (part === 'count') return list.length
  if (part === 'first') return list[0]
  if (part === 'last') return list.at(-1)
  return /^[1-9]\d*$/.test(part) ? list[Number(part) - 1] : undefined
}
