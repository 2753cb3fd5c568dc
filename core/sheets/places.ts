import { childrenOf, everyStep } from '../steps'
import type { AnyStep, Step } from '../steps'

/** Where a step stands: the list, by its dotted path (`''` for the sheet itself), and its place there. */
export interface Spot {
  readonly list: string
  readonly index: number
}

/** The step at a dotted path such as `2.branches.0.steps.1`, or `2.alternative`; undefined where there is none. */
export function stepAt(steps: readonly Step[], path: string): Step | undefined {
  const found = atPath(steps, path)
  return typeof found === 'object' && found !== null && !Array.isArray(found) ? (found as Step) : undefined
}

/** The list of a path; undefined where there is none. */
export function listAt(steps: readonly Step[], list: string): readonly Step[] | undefined {
  if (list === '') return steps
  const found = atPath(steps, list)
  return Array.isArray(found) ? (found as Step[]) : undefined
}

function atPath(data: unknown, path: string): unknown {
  let now = data
  for (const part of path.split('.')) {
    if (typeof now !== 'object' || now === null || !Object.hasOwn(now, part)) return undefined
    now = (now as Record<string, unknown>)[part]
  }
  return now
}

/** The list and place of a path; undefined for a second way, which stands in no list. */
export function spotOf(path: string): Spot | undefined {
  const cut = path.lastIndexOf('.')
  const index = Number(path.slice(cut + 1))
  return Number.isInteger(index) ? { list: cut < 0 ? '' : path.slice(0, cut), index } : undefined
}

export function pathAt({ list, index }: Spot): string {
  return list === '' ? String(index) : `${list}.${index}`
}

/** Where each step stands, by its id; the first of those that share one. */
export function pathsById(steps: readonly Step[]): Map<string, string> {
  const paths = new Map<string, string>()
  for (const { path, step } of everyStep(steps)) if (!paths.has(step.id)) paths.set(step.id, path)
  return paths
}

/** The same steps with one list made anew. */
export function withList(steps: readonly Step[], list: string, alter: (steps: readonly Step[]) => Step[]): Step[] {
  return replacedAt(steps, list === '' ? [] : list.split('.'), alter as (part: unknown) => unknown) as Step[]
}

function replacedAt(data: unknown, [key, ...rest]: readonly string[], alter: (part: unknown) => unknown): unknown {
  if (key === undefined) return alter(data)
  if (typeof data !== 'object' || data === null || !Object.hasOwn(data, key))
    throw new RangeError(`there is nothing at ${[key, ...rest].join('.')}`)
  if (Array.isArray(data)) return data.with(Number(key), replacedAt(data[Number(key)], rest, alter))
  const record = data as Record<string, unknown>
  return { ...record, [key]: replacedAt(record[key], rest, alter) }
}

/** Whether one path stands in the step of another. */
export function isWithin(path: string, outer: string): boolean {
  return path.startsWith(`${outer}.`)
}

/** The lists of a step, its own paths before them. */
export function listsIn(step: AnyStep | Step, path: string): { list: string; steps: readonly AnyStep[] }[] {
  return childrenOf(step).map(({ list, steps }) => ({ list: `${path}.${list}`, steps }))
}
