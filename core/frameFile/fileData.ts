import { didYouMean } from '../names'

/** Plain data of a file: what may stand in it, and what is told where it does not. */

export type Data = Record<string, unknown>
/** Where something stands in the data of a file. */
export type DataPath = readonly (string | number)[]
/** Tells what is wrong with the data of a file, and where. */
export type Tell = (path: DataPath, message: string) => void

export function tellUnknown(data: Data, known: readonly string[], path: DataPath, tell: Tell): void {
  for (const key of Object.keys(data))
    if (!known.includes(key)) tell([...path, key], `There is no “${key}” here.${didYouMean(key, known)}`)
}

export function withoutId({ id: _id, ...rest }: { readonly id: string }): Data {
  return rest
}

export function numbered(data: unknown, letter: string): unknown {
  return Array.isArray(data)
    ? data.map((one: unknown, i) => (isRecord(one) ? { ...one, id: `${letter}${i + 1}` } : one))
    : (data ?? [])
}

/** A list as it is, one thing as a list of it. */
export const asList = (data: unknown): unknown[] => (Array.isArray(data) ? data : [data])

/** A number or a word is a text where a text is wanted. */
export function asText(data: unknown): string {
  if (typeof data === 'string') return data
  return typeof data === 'number' || typeof data === 'boolean' ? String(data) : ''
}

/** Names with what stands below each, in their order; a map keeps it where an object would not. */
export function entriesOf(data: unknown): [string, unknown][] | undefined {
  if (data === undefined || data === null) return []
  if (data instanceof Map) return [...data].map(([name, value]) => [String(name), value])
  return isRecord(data) ? Object.entries(data) : undefined
}

export function isRecord(data: unknown): data is Data {
  return typeof data === 'object' && data !== null && !Array.isArray(data) && !(data instanceof Map)
}
