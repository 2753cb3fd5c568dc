/**
 * JSON with the keys of every object in order, so that equal plain data gives equal text however it was stored. Keys
 * that are numbers come first, as objects have them.
 */
export function canonicalJson(value: unknown): string {
  if (typeof value !== 'object' || value === null) return JSON.stringify(value)
  // What is undefined is null in a list, and left out of an object (ECMA-262, JSON.stringify).
  if (Array.isArray(value)) return `[${value.map((part) => canonicalJson(part) ?? 'null').join(',')}]`
  const fields: string[] = []
  for (const key of Object.keys(value).sort(byPlace)) {
    const part = canonicalJson((value as Record<string, unknown>)[key])
    if (part !== undefined) fields.push(`${JSON.stringify(key)}:${part}`)
  }
  return `{${fields.join(',')}}`
}

function byPlace(one: string, other: string): number {
  const [a, b] = [isIndex(one), isIndex(other)]
  if (a && b) return Number(one) - Number(other)
  if (a || b) return a ? -1 : 1
  return one < other ? -1 : one > other ? 1 : 0
}

const LARGEST_INDEX = 2 ** 32 - 2

function isIndex(key: string): boolean {
  const first = key.charCodeAt(0)
  return first >= 48 && first <= 57 && /^(0|[1-9]\d*)$/.test(key) && Number(key) <= LARGEST_INDEX
}

/** Equality of plain data. */
export function sameValue(one: unknown, other: unknown): boolean {
  if (one === other) return true
  if (typeof one !== 'object' || typeof other !== 'object' || one === null || other === null)
    return canonicalJson(one) === canonicalJson(other)
  if (Array.isArray(one) || Array.isArray(other))
    return (
      Array.isArray(one) &&
      Array.isArray(other) &&
      one.length === other.length &&
      one.every((part, i) => sameValue(part, other[i]))
    )
  const isIn = (part: object, whole: object) =>
    Object.entries(part).every(([key, value]) => {
      const there: unknown = Object.hasOwn(whole, key) ? (whole as Record<string, unknown>)[key] : undefined
      return sameValue(value, there)
    })
  const isMore = Object.entries(other).some(([key, value]) => value !== undefined && !Object.hasOwn(one, key))
  return !isMore && isIn(one, other)
}
