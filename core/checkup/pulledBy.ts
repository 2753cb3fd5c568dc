import type { Lever } from '../levers'
import { namedIn } from '../steps'

/** The levers that a lever pulls, by its steps or where its interlock does not hold. */
export function pulledBy({ steps, interlock }: Pick<Lever, 'steps' | 'interlock'>): string[] {
  const otherwise = interlock?.otherwise.kind === 'pull' ? [interlock.otherwise.leverId] : []
  return [...new Set([...namedIn(steps, 'lever'), ...otherwise])]
}
