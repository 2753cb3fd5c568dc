import { hashOf } from '../../hash'

/**
 * A map from names to things as plain data that shares what did not change: putting and removing copies a few small
 * parts, however many names there are (a hash array mapped trie; Bagwell, “Ideal Hash Trees”, 2001). Shelves with the
 * same content are equal to the last field, in whatever order it was put there.
 */
export type Shelf<T> = Board<T> | Rack<T>

/** Few enough to stand side by side, in the order of their names; the hashes are what is compared first. */
interface Board<T> {
  readonly size: number
  readonly hashes: readonly number[]
  readonly names: readonly string[]
  readonly things: readonly T[]
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

export const EMPTY_SHELF: Shelf<never> = { size: 0, hashes: [], names: [], things: [] }

/** Many things at once, each under a name of its own: the shelf that they would be on if they had been put there. */
export function shelfOf<T>(entries: readonly (readonly [name: string, thing: T])[]): Shelf<T> {
  return filled(
    entries.map(([name, thing]) => ({ name, thing, hash: hashOf(name) })),
    0,
  )
}

interface Named<T> {
  readonly name: string
  readonly thing: T
  readonly hash: number
}

function filled<T>(named: readonly Named<T>[], depth: number): Shelf<T> {
  if (named.length <= BOARD_SIZE || depth === DEEPEST) {
    const inOrder = named.toSorted((one, other) => (one.name < other.name ? -1 : 1))
    return {
      size: inOrder.length,
      hashes: inOrder.map(({ hash }) => hash),
      names: inOrder.map(({ name }) => name),
      things: inOrder.map(({ thing }) => thing),
    }
  }
  const slots: Named<T>[][] = Array.from({ length: FAN_OUT }, () => [])
  for (const one of named) slots[slotOf(one.hash, depth)]!.push(one)
  return { size: named.length, parts: slots.map((inside) => (inside.length === 0 ? null : filled(inside, depth + 1))) }
}

/** What stands under a name; names that objects have by themselves are names like any other. */
export function shelfGet<T>(shelf: Shelf<T>, name: string): T | undefined {
  return get(shelf, name, hashOf(name))
}

export function shelfPut<T>(shelf: Shelf<T>, name: string, thing: T): Shelf<T> {
  return put(shelf, name, thing, hashOf(name), 0)
}

/** The same shelf where there is no such name. */
export function shelfRemove<T>(shelf: Shelf<T>, name: string): Shelf<T> {
  return remove(shelf, name, hashOf(name), 0)
}

/** With something else under a name, made of what stood there; nothing, and it is taken away. */
export function shelfAlter<T>(shelf: Shelf<T>, name: string, to: (thing: T | undefined) => T | undefined): Shelf<T> {
  const hash = hashOf(name)
  const thing = to(get(shelf, name, hash))
  return thing === undefined ? remove(shelf, name, hash, 0) : put(shelf, name, thing, hash, 0)
}

/** All that stands on it, in an order of its own. */
export function* shelfEntries<T>(shelf: Shelf<T>): Generator<[string, T]> {
  if ('names' in shelf) for (const [i, name] of shelf.names.entries()) yield [name, shelf.things[i]!]
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

function get<T>(shelf: Shelf<T>, name: string, hash: number): T | undefined {
  let at = shelf
  for (let depth = 0; 'parts' in at; depth++) {
    const part: Shelf<T> | null = at.parts[slotOf(hash, depth)]!
    if (part === null) return undefined
    at = part
  }
  const place = placeIn(at, name, hash)
  return place < 0 ? undefined : at.things[place]
}

/** Where a name stands on a board; -1 where it does not. */
function placeIn({ hashes, names }: Board<unknown>, name: string, hash: number): number {
  for (let place = 0; place < hashes.length; place++) {
    if (hashes[place] === hash && names[place] === name) return place
  }
  return -1
}

/** How many names of a board stand before this one. */
function placeFor({ names }: Board<unknown>, name: string): number {
  let place = 0
  while (place < names.length && names[place]! < name) place++
  return place
}

function put<T>(shelf: Shelf<T>, name: string, thing: T, hash: number, depth: number): Shelf<T> {
  if ('parts' in shelf) {
    const slot = slotOf(hash, depth)
    const before = shelf.parts[slot] ?? EMPTY_SHELF
    const part = put(before, name, thing, hash, depth + 1)
    return { size: shelf.size + part.size - before.size, parts: shelf.parts.with(slot, part) }
  }
  const { size, hashes, names, things } = shelf
  const known = placeIn(shelf, name, hash)
  if (known >= 0) return { size, hashes, names, things: things.with(known, thing) }
  const place = placeFor(shelf, name)
  const board = {
    size: size + 1,
    hashes: hashes.toSpliced(place, 0, hash),
    names: names.toSpliced(place, 0, name),
    things: things.toSpliced(place, 0, thing),
  }
  return size < BOARD_SIZE || depth === DEEPEST ? board : spread(board, depth)
}

function spread<T>({ size, hashes, names, things }: Board<T>, depth: number): Shelf<T> {
  const parts: (Shelf<T> | null)[] = Array.from({ length: FAN_OUT }, () => null)
  for (const [i, name] of names.entries()) {
    const slot = slotOf(hashes[i]!, depth)
    parts[slot] = put(parts[slot] ?? EMPTY_SHELF, name, things[i]!, hashes[i]!, depth + 1)
  }
  return { size, parts }
}

function remove<T>(shelf: Shelf<T>, name: string, hash: number, depth: number): Shelf<T> {
  if ('names' in shelf) {
    const { size, hashes, names, things } = shelf
    const place = placeIn(shelf, name, hash)
    if (place < 0) return shelf
    return {
      size: size - 1,
      hashes: hashes.toSpliced(place, 1),
      names: names.toSpliced(place, 1),
      things: things.toSpliced(place, 1),
    }
  }
  const slot = slotOf(hash, depth)
  const before = shelf.parts[slot]
  const part = before && remove(before, name, hash, depth + 1)
  if (!before || !part || part === before) return shelf
  const rack = { size: shelf.size - 1, parts: shelf.parts.with(slot, part.size === 0 ? null : part) }
  return rack.size > BOARD_SIZE ? rack : gathered(rack)
}

/** What has become few stands side by side again. */
function gathered<T>(rack: Rack<T>): Shelf<T> {
  let board: Shelf<T> = EMPTY_SHELF
  for (const [name, thing] of shelfEntries(rack)) board = put(board, name, thing, hashOf(name), 0)
  return board
}

function slotOf(hash: number, depth: number): number {
  return (hash >>> (BITS * depth)) & (FAN_OUT - 1)
}
