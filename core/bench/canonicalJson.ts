/** JSON with the keys of every object in order, so that equal plain data gives equal text however it was stored. */
export function canonicalJson(value: unknown): string {
  return JSON.stringify(value, (_key, part: unknown) => {
    if (part === null || typeof part !== 'object' || Array.isArray(part)) return part
    return Object.fromEntries(Object.entries(part).sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0)))
  })
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
