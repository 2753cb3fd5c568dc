import type { Lever } from '../levers'
import { shapeOf, textsIn } from './tokens'

/** Something about levers that somebody might want to look at. */
export type LeverFact =
  /** Two that do the same, or nearly: so many of their texts differ. */
  | {
      readonly kind: 'alike'
      readonly id: string
      readonly leverIds: readonly [string, string]
      readonly texts: number
    }
  /** One that is often taken back right after it was pulled by a key. */
  | {
      readonly kind: 'undone'
      readonly id: string
      readonly leverId: string
      readonly count: number
      readonly of: number
    }

/** Of levers of one step those that differ in nothing; of several those that differ in one text. */
const MOST_DIFFERENT = 1
const MOST_ALIKE = 20

/** Levers that do nearly the same and are no variants of each other, each told with the first like it. Stops now and then. */
export function* alikeLevers(levers: Iterable<Lever>): Generator<void, LeverFact[]> {
  const byShape = new Map<string, Lever[]>()
  let count = 0
  for (const lever of levers) {
    if (++count % 50 === 0) yield
    const shape = lever.steps.map((step) => shapeOf(withoutIds(step))).join('\n')
    byShape.set(shape, [...(byShape.get(shape) ?? []), lever])
  }
  const facts: LeverFact[] = []
  for (const group of byShape.values()) {
    for (const [i, lever] of group.entries()) {
      const other = group.slice(0, Math.min(i, MOST_ALIKE)).find((one) => isNear(one, lever))
      if (!other) continue
      const texts = differences(other, lever)
      facts.push({ kind: 'alike', id: `alike:${other.id}:${lever.id}`, leverIds: [other.id, lever.id], texts })
      if (facts.length === MOST_ALIKE) return facts
    }
    yield
  }
  return facts
}

function withoutIds(step: Lever['steps'][number]): Lever['steps'][number] {
  return JSON.parse(JSON.stringify(step, (key, value: unknown) => (key === 'id' ? '' : value))) as typeof step
}

function isNear(one: Lever, other: Lever): boolean {
  if (patternOf(one) === patternOf(other)) return false
  return differences(one, other) <= (one.steps.length > 1 ? MOST_DIFFERENT : 0)
}

/** Variants of one pattern, and the pattern, belong together and are meant to be alike. */
const patternOf = (lever: Lever) => lever.variant?.patternId ?? lever.id

function differences(one: Lever, other: Lever): number {
  const texts = (lever: Lever) => lever.steps.flatMap(textsIn)
  const [mine, theirs] = [texts(one), texts(other)]
  return mine.filter((text, i) => text !== theirs[i]).length
}

/** How often a lever was pulled by a key, and how often that was taken back right away. */
export interface KeyPulls {
  readonly leverId: string
  readonly count: number
  readonly undone: number
}
const LEAST_UNDONE = 3
const LEAST_SHARE = 0.3

export function undoneAtOnce(pulls: readonly KeyPulls[]): LeverFact[] {
  return pulls
    .filter(({ count, undone }) => undone >= LEAST_UNDONE && undone / count >= LEAST_SHARE)
    .sort((a, b) => b.undone - a.undone)
    .map(({ leverId, count, undone }) => ({
      kind: 'undone',
      id: `undone:${leverId}`,
      leverId,
      count: undone,
      of: count,
    }))
}
