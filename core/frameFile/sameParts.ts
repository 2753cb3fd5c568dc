import type { FileLever } from './document'

/** Whether two parts of a frame say the same; what is absent and what is `null` are no difference, nor is the order of fields. */
export function isSamePart(a: unknown, b: unknown): boolean {
  if (Object.is(a, b) || (isNothing(a) && isNothing(b))) return true
  if (typeof a !== 'object' || typeof b !== 'object' || isNothing(a) || isNothing(b)) return false
  if (Array.isArray(a) || Array.isArray(b))
    return Array.isArray(a) && Array.isArray(b) && a.length === b.length && a.every((one, i) => isSamePart(one, b[i]))
  return isSameRecord(a as Fields, b as Fields)
}

type Fields = Readonly<Record<string, unknown>>

function isSameRecord(a: Fields, b: Fields): boolean {
  // Fields that only one of them has must say nothing.
  for (const [key, part] of Object.entries(a))
    if (!isSamePart(part, Object.hasOwn(b, key) ? b[key] : undefined)) return false
  for (const [key, part] of Object.entries(b)) if (!isNothing(part) && !Object.hasOwn(a, key)) return false
  return true
}

const isNothing = (value: unknown): value is null | undefined => value === null || value === undefined

/** Whether a file says the lever that stands; a plate that one of them does not say is no difference. */
export function isSameLever(a: FileLever, b: FileLever): boolean {
  if (a.plate !== undefined && b.plate !== undefined) return isSamePart(a, b)
  return isSamePart({ ...a, plate: undefined }, { ...b, plate: undefined })
}
