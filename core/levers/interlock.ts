import type { BenchState } from '../bench'
import { describeCondition, evaluate } from '../conditions'
import type { Moment } from '../conditions'
import { assertNever } from '../result'
import type { Lever } from './schema'

/** What a pull comes to before its first step. */
export type Gate =
  | { readonly kind: 'open' }
  | { readonly kind: 'refuse'; readonly because: string }
  | { readonly kind: 'ask'; readonly question: string }
  | { readonly kind: 'pull'; readonly leverId: string; readonly because: string }

/** Whether the interlock of a lever lets it be pulled now, and what happens otherwise, with the reason in words. */
export function gateOf(
  { interlock, plate, name }: Pick<Lever, 'interlock' | 'plate' | 'name'>,
  bench: BenchState,
  moment?: Moment,
): Gate {
  if (!interlock) return { kind: 'open' }
  const { holds, because } = evaluate(interlock.condition, bench, moment)
  if (holds) return { kind: 'open' }
  const { otherwise } = interlock
  const wanted = describeCondition(interlock.condition, bench)
  switch (otherwise.kind) {
    case 'refuse':
      return { kind: 'refuse', because: `${plate} ${name} is pulled only while ${wanted}. Now ${because}.` }
    case 'ask':
      return { kind: 'ask', question: `${name} is meant for while ${wanted}. Now ${because}. Pull it all the same?` }
    case 'pull':
      return { kind: 'pull', leverId: otherwise.leverId, because }
    default:
      return assertNever(otherwise)
  }
}

/** An interlock as a sentence. */
export function describeInterlock(
  { condition, otherwise }: NonNullable<Lever['interlock']>,
  bench: BenchState,
  nameOf: (leverId: string) => string | undefined,
): string {
  const words = {
    refuse: 'refuses',
    ask: 'asks',
    pull: otherwise.kind === 'pull' ? `pulls ${nameOf(otherwise.leverId) ?? 'a lever that is gone'}` : '',
  }
  return `Only while ${describeCondition(condition, bench)}; otherwise it ${words[otherwise.kind]}.`
}
