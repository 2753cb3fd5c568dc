/** Names with the parts of what they stand for; `any` where those are known in the run only. */
export type NamedParts = readonly (readonly [name: string, parts: readonly string[] | 'any'])[]

/** Names that stand for something at a place in a sheet, which is known in the run only. */
export type KnownNames = ReadonlyMap<string, readonly string[] | 'any'>
export const NO_NAMES: KnownNames = new Map()

/** Whether a dotted name reaches a value, or a part of one whose parts are not known before. */
export function isKnown(name: string, known: KnownNames): boolean {
  const [first, part] = name.split('.', 2)
  const parts = known.get(first!)
  return parts !== undefined && (part === undefined || parts === 'any' || parts.includes(part))
}
