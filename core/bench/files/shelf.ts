/**
 * A map from names to things as plain data that shares what did not change: putting and removing copies a few small
 * parts, however many names there are (a hash array mapped trie; Bagwell, “Ideal Hash Trees”, 2001). Shelves with the
 * same content are equal to the last field, in whatever order it was put there.
 */
export type Shelf<T> = Board<T> | Rack<T>

/** Few enough to stand side by side. */
interface Board<T> {
  readonly size: number
  readonly items: Readonly<Record<string, T>>
}

/** More than that: told apart by four bits of the hash of their name. */
interface Rack<T> {
  readonly size: number
  readonly parts: readonly (Shelf<T> | null)[]
}

const BOARD_SIZE = 16
const BITS = 4
const FAN_OUT = 1 << BITS
const DEEPEST = 32 / BITS

export const EMPTY_SHELF: Shelf<never> = { size: 0, items: {} }

/** What stands under a name; names that objects have by themselves are names like any other. */
export function shelfGet<T>(shelf: Shelf<T>, name: string): T | undefined {
  const hash = hashOf(name)
  let at = shelf
  for (let depth = 0; 'parts' in at; depth++) {
    const part: Shelf<T> | null = at.parts[slotOf(hash, depth)]!
    if (part === null) return undefined
    at = part
  }
  return Object.hasOwn(at.items, name) ? at.items[name] : undefined
}

export function shelfPut<T>(shelf: Shelf<T>, name: string, thing: T): Shelf<T> {
  return put(shelf, name, thing, hashOf(name), 0)
}

/** The same shelf where there is no such name. */
export function shelfRemove<T>(shelf: Shelf<T>, name: string): Shelf<T> {
  return remove(shelf, name, hashOf(name), 0)
}

/** All that stands on it, in an order of its own. */
export function* shelfEntries<T>(shelf: Shelf<T>): Generator<[string, T]> {
  if ('items' in shelf) yield* Object.entries(shelf.items)
  else for (const part of shelf.parts) if (part) yield* shelfEntries(part)
}

/** Names whose things differ between two shelves; what they share is not looked at. */
export function* shelfDifferences<T>(one: Shelf<T>, other: Shelf<T>): Generator<string> {
  if (one === other) return
  if ('parts' in one && 'parts' in other) {
    for (let slot = 0; slot < FAN_OUT; slot++) {
      yield* shelfDifferences(one.parts[slot] ?? EMPTY_SHELF, other.parts[slot] ?? EMPTY_SHELF)
    }
    return
  }
  const before = new Map(shelfEntries(one))
  for (const [name, thing] of shelfEntries(other)) {
    if (before.get(name) !== thing) yield name
    before.delete(name)
  }
  yield* before.keys()
}

function put<T>(shelf: Shelf<T>, name: string, thing: T, hash: number, depth: number): Shelf<T> {
  if ('parts' in shelf) {
    const slot = slotOf(hash, depth)
    const before = shelf.parts[slot] ?? EMPTY_SHELF
    const part = put(before, name, thing, hash, depth + 1)
    return { size: shelf.size + part.size - before.size, parts: shelf.parts.with(slot, part) }
  }
  const isNew = !Object.hasOwn(shelf.items, name)
  const items = { ...shelf.items, [name]: thing }
  const size = shelf.size + (isNew ? 1 : 0)
  return size <= BOARD_SIZE || depth === DEEPEST ? { size, items } : spread(items, size, depth)
}

function spread<T>(items: Readonly<Record<string, T>>, size: number, depth: number): Shelf<T> {
  const parts: (Shelf<T> | null)[] = Array.from({ length: FAN_OUT }, () => null)
  for (const [name, thing] of Object.entries(items)) {
    const hash = hashOf(name)
    const slot = slotOf(hash, depth)
    parts[slot] = put(parts[slot] ?? EMPTY_SHELF, name, thing, hash, depth + 1)
  }
  return { size, parts }
}

function remove<T>(shelf: Shelf<T>, name: string, hash: number, depth: number): Shelf<T> {
  if ('items' in shelf) {
    if (!Object.hasOwn(shelf.items, name)) return shelf
    const { [name]: _removed, ...items } = shelf.items
    return { size: shelf.size - 1, items }
  }
  const slot = slotOf(hash, depth)
  const before = shelf.parts[slot]
  const part = before && remove(before, name, hash, depth + 1)
  if (!before || !part || part === before) return shelf
  const size = shelf.size - 1
  const parts = shelf.parts.with(slot, part.size === 0 ? null : part)
  return size > BOARD_SIZE ? { size, parts } : { size, items: Object.fromEntries(shelfEntries({ size, parts })) }
}

function slotOf(hash: number, depth: number): number {
  return (hash >>> (BITS * depth)) & (FAN_OUT - 1)
}

/** FNV-1a over UTF-16 units, 32 bits (Fowler, Noll and Vo; RFC draft-eastlake-fnv). */
function hashOf(name: string): number {
  let hash = 0x811c9dc5
  for (let i = 0; i < name.length; i++) {
    hash ^= name.charCodeAt(i)
    hash = Math.imul(hash, 0x01000193)
  }
  return hash >>> 0
}
