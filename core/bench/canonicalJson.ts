/** JSON with the keys of every object in order, so that equal plain data gives equal text however it was stored. */
export function canonicalJson(value: unknown): string {
  return JSON.stringify(value, (_key, part: unknown) => {
    if (part === null || typeof part !== 'object' || Array.isArray(part)) return part
    return Object.fromEntries(Object.entries(part).sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0)))
  })
}

/** Equality of plain data. */
export function sameValue(one: unknown, other: unknown): boolean {
  return one === other || canonicalJson(one) === canonicalJson(other)
}
