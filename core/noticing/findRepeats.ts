import { hashOf } from '../hash'
import type { Step } from '../steps'
import { generalise } from './generalise'
import type { VaryingInput } from './generalise'
import { shapeOf } from './tokens'
import type { NoticedAct } from './tokens'

/** Acts that recur: as steps in which what differs is an input. */
export interface Repeat {
  /** The same as long as the acts have the same shapes. */
  readonly id: string
  readonly steps: readonly Step[]
  readonly inputs: readonly VaryingInput[]
  /** How often it was done, no act counted twice. */
  readonly count: number
  /** So many times something else was done in between. */
  readonly interrupted: number
  readonly firstAtMs: number
  readonly lastAtMs: number
  /** What was in front each time it was begun; absent where that differs. */
  readonly programId?: string | null
}

export interface NoticingOptions {
  /** What a pull costs, in the unit of what acts cost; half an act where it is not given. */
  readonly pullCost?: number
  /** So often something must have been done. */
  readonly leastCount?: number
  /** So many are found at most. */
  readonly most?: number
}

/** Acts further apart than this are not one piece of work. */
export const PAUSE_MS = 120_000
/** So many acts a repetition has at most. */
const LONGEST = 12
/** A repetition of so many acts or more is also one where something else was done once in between. */
const LEAST_INTERRUPTED = 3

/**
 * What repeats among acts in the order of time: sequences of the same shapes, taken so that the most work is spared, each
 * act by one of them. Near to linear in the number of acts.
 */
export function findRepeats(acts: readonly NoticedAct[], options: NoticingOptions = {}): Repeat[] {
  const { pullCost = 0.5, leastCount = 3, most = 50 } = options
  const track = trackOf(acts)
  const candidates = sequencesIn(track, Math.max(2, leastCount))
  const taken = new Uint8Array(acts.length)
  const repeats: Repeat[] = []
  const worth = ({ length, cost }: Sequence, count: number) => (length === 0 ? 0 : count * (cost - pullCost))
  const queue = new Heap<{ readonly sequence: Sequence; readonly worth: number }>((one) => one.worth)
  for (const sequence of candidates) queue.push({ sequence, worth: worth(sequence, sequence.starts.length) })
  while (repeats.length < most) {
    const best = queue.pop()
    if (!best || best.worth <= 0) break
    const { sequence } = best
    const starts = freeStarts(sequence, taken)
    const now = worth(sequence, starts.length)
    if (starts.length < leastCount || now <= 0) continue
    // What others have taken since is counted no more; it may still be the best that is left.
    if (now < best.worth) {
      queue.push({ sequence, worth: now })
      continue
    }
    const whole = starts.map((start) => Array.from({ length: sequence.length }, (_, i) => start + i))
    for (const places of whole) for (const place of places) taken[place] = 1
    const broken = sequence.length >= LEAST_INTERRUPTED ? interruptedIn(sequence, track, taken) : []
    for (const places of broken) for (const place of places) taken[place] = 1
    repeats.push(repeatOf(sequence, [...whole, ...broken], broken.length, acts, track))
  }
  return repeats
}

/** Acts as numbers: the same for the same shape; with where one piece of work ends and how much each costs. */
interface Track {
  readonly shapes: Int32Array
  /** For each act up to where its piece of work goes, not among it. */
  readonly ends: Int32Array
  readonly costs: Float64Array
  /** The shapes by their numbers. */
  readonly names: readonly string[]
}

function trackOf(acts: readonly NoticedAct[]): Track {
  const [shapes, ends, costs] = [
    new Int32Array(acts.length),
    new Int32Array(acts.length),
    new Float64Array(acts.length),
  ]
  const known = new Map<string, number>()
  const costOfShape: number[] = []
  acts.forEach(({ step, costMs = 1 }, i) => {
    const shape = shapeOf(step)
    let number = known.get(shape)
    if (number === undefined) {
      known.set(shape, (number = known.size))
      costOfShape.push(costMs)
    }
    shapes[i] = number
    costs[i] = costOfShape[number]!
  })
  let end = acts.length
  for (let i = acts.length - 1; i >= 0; i--) {
    ends[i] = end
    if (i > 0 && acts[i]!.atMs - acts[i - 1]!.atMs > PAUSE_MS) end = i
  }
  return { shapes, ends, costs, names: [...known.keys()] }
}

/** A sequence of shapes that recurs, and everywhere that it begins. */
interface Sequence {
  readonly length: number
  readonly cost: number
  readonly starts: readonly number[]
}

/**
 * Every sequence that recurs so often and cannot be made longer without recurring less: longer ones are made of shorter
 * ones that do, since none recurs more often than its parts.
 */
function sequencesIn({ shapes, ends, costs }: Track, least: number): Sequence[] {
  const found: Sequence[] = []
  let groups = grouped(
    Array.from(shapes, (_, i) => i),
    (i) => shapes[i]!,
    least,
  )
  for (let length = 1; groups.length > 0 && length <= LONGEST; length++) {
    const longer: (readonly number[])[] = []
    for (const starts of groups) {
      const able = starts.filter((start) => start + length < ends[start]!)
      const next = length < LONGEST ? grouped(able, (start) => shapes[start + length]!, least) : []
      longer.push(...next)
      const apart = withoutOverlap(starts, length)
      if (apart.length < least || isOverAndOver(starts[0]!, length, shapes)) continue
      const isAsOften = (group: readonly number[]) => withoutOverlap(group, length + 1).length === apart.length
      if (next.some(isAsOften)) continue
      if (followsAlike(starts, shapes, ends) && isAsOften(starts.map((start) => start - 1))) continue
      let cost = 0
      for (let i = 0; i < length; i++) cost += costs[starts[0]! + i]!
      found.push({ length, cost, starts: apart })
    }
    groups = longer
  }
  return found
}

/** Whether the same act stands before a sequence everywhere, so that it is only a part of a longer one. */
function followsAlike(starts: readonly number[], shapes: Int32Array, ends: Int32Array): boolean {
  const [first] = starts
  if (first === undefined || first === 0) return false
  const before = shapes[first - 1]
  return starts.every((start) => start > 0 && ends[start - 1] === ends[start] && shapes[start - 1] === before)
}

/** Whether a sequence is a shorter one several times over: that one is what repeats. */
function isOverAndOver(start: number, length: number, shapes: Int32Array): boolean {
  for (let period = 1; period <= length / 2; period++) {
    if (length % period !== 0) continue
    let at = start + period
    while (at < start + length && shapes[at] === shapes[at - period]) at += 1
    if (at === start + length) return true
  }
  return false
}

function grouped(places: readonly number[], keyOf: (place: number) => number, least: number): (readonly number[])[] {
  const groups = new Map<number, number[]>()
  for (const place of places) {
    const key = keyOf(place)
    const group = groups.get(key)
    if (group) group.push(place)
    else groups.set(key, [place])
  }
  return [...groups.values()].filter((group) => group.length >= least)
}

function withoutOverlap(starts: readonly number[], length: number): number[] {
  let free = 0
  return starts.filter((start) => {
    if (start < free) return false
    free = start + length
    return true
  })
}

function freeStarts({ starts, length }: Sequence, taken: Uint8Array): number[] {
  return starts.filter((start) => {
    for (let i = start; i < start + length; i++) if (taken[i]) return false
    return true
  })
}

/** Where a sequence was done with one other act somewhere in it, of those that are left. */
function interruptedIn({ length, starts }: Sequence, { shapes, ends }: Track, taken: Uint8Array): number[][] {
  const wanted = Array.from({ length }, (_, i) => shapes[starts[0]! + i]!)
  const found: number[][] = []
  for (let start = 0; start + length < shapes.length; start++) {
    if (shapes[start] !== wanted[0] || taken[start]) continue
    const places = [start]
    let skipped = 0
    for (let at = start + 1; places.length < length && at < ends[start]! && !taken[at]; at++) {
      if (shapes[at] === wanted[places.length]) places.push(at)
      else if (++skipped > 1) break
    }
    if (places.length < length || skipped !== 1) continue
    found.push(places)
    start = places.at(-1)!
  }
  return found
}

function repeatOf(
  { length, starts }: Sequence,
  occurrences: readonly (readonly number[])[],
  interrupted: number,
  acts: readonly NoticedAct[],
  { shapes, names }: Track,
): Repeat {
  const inOrder = [...occurrences].sort((a, b) => a[0]! - b[0]!)
  const { steps, inputs } = generalise(inOrder.map((places) => places.map((place) => acts[place]!.step)))
  const fronts = new Set(inOrder.map(([first]) => acts[first!]!.programId ?? null))
  const wanted = Array.from({ length }, (_, i) => names[shapes[starts[0]! + i]!]!)
  return {
    id: longHashOf(wanted.join('\n')),
    steps,
    inputs,
    count: inOrder.length,
    interrupted,
    firstAtMs: acts[inOrder[0]![0]!]!.atMs,
    lastAtMs: acts[inOrder.at(-1)!.at(-1)!]!.atMs,
    ...(fronts.size === 1 ? { programId: [...fronts][0]! } : {}),
  }
}

/** Twice 32 bits from two beginnings, in hexadecimal. */
function longHashOf(text: string): string {
  return [hashOf(text), hashOf(text, 0x01234567)].map((half) => half.toString(16).padStart(8, '0')).join('')
}

/** Gives back the largest first. */
class Heap<T> {
  private readonly items: T[] = []

  constructor(private readonly sizeOf: (item: T) => number) {}

  push(item: T): void {
    const { items } = this
    let at = items.push(item) - 1
    while (at > 0) {
      const above = (at - 1) >> 1
      if (this.sizeOf(items[above]!) >= this.sizeOf(items[at]!)) break
      this.swap(at, above)
      at = above
    }
  }

  pop(): T | undefined {
    const { items } = this
    const top = items[0]
    const last = items.pop()
    if (items.length === 0 || last === undefined) return top
    items[0] = last
    for (let at = 0; ;) {
      let largest = at
      for (const below of [2 * at + 1, 2 * at + 2])
        if (below < items.length && this.sizeOf(items[below]!) > this.sizeOf(items[largest]!)) largest = below
      if (largest === at) return top
      this.swap(at, largest)
      at = largest
    }
  }

  private swap(a: number, b: number): void {
    const { items } = this
    ;[items[a], items[b]] = [items[b]!, items[a]!]
  }
}
