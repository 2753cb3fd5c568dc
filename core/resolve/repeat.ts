import { finish, isStillLive } from './decide'
import type { Deciding, Step } from './decide'
import type { Down, Pending, ResolverState } from './state'

/** What the repeat of a key that is held comes to: by what its press came to. */
export function repeat({ bindings, isLost }: Deciding, state: ResolverState, head: Pending): Step {
  const { event } = head
  const down = state.held.find((entry) => entry.code === event.code)
  if (!down || down.fate === 'passed')
    return finish(state, head, { kind: 'pass', reason: 'held-repeat' }, down ?? { fate: 'passed' })
  const { repeats } = down
  const isDue = repeats !== undefined && event.atMs >= repeats.nextAtMs && !isLost
  const after: Down = isDue ? { ...down, repeats: { ...repeats, nextAtMs: event.atMs + repeats.everyMs } } : down
  if (isDue && repeats.leverId !== undefined && isStillLive(bindings, repeats.leverId))
    return finish(state, head, { kind: 'pull', reason: 'fired', leverId: repeats.leverId }, after)
  const goesOn = repeats === undefined ? down.again : isDue && repeats.leverId === undefined ? down.again : undefined
  if (goesOn) return finish(state, head, { kind: 'replace', reason: 'held-repeat', outputs: [...goesOn] }, after)
  return finish(state, head, { kind: 'swallow', reason: 'held-repeat' }, after)
}
