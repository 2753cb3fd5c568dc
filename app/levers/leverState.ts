import { own } from '~~/core/result'
import type { RunSummary } from '~~/contract'
import type { BenchState } from '~~/core/bench'
import { namedIn } from '~~/core/steps'
import type { Lever } from '~~/core/levers'

export interface LeverState {
  readonly words: string
  readonly tone: 'soft' | 'off' | 'live' | 'fault'
}

/** How a lever stands now, in a word or two; `running` is the run of it that goes on. */
export function leverState(
  lever: Lever,
  frameOn: boolean,
  running: RunSummary | undefined,
  bench: BenchState,
): LeverState {
  if (running)
    return {
      words: running.phase === 'asking' ? 'asks' : running.phase === 'waiting' ? 'waits' : 'running',
      tone: 'live',
    }
  if (namedIn(lever.steps, 'program').some((id) => !own(bench.programs, id))) return { words: 'broken', tone: 'fault' }
  if (!lever.enabled) return { words: 'disabled', tone: 'off' }
  if (!frameOn) return { words: 'frame off', tone: 'off' }
  return { words: 'ready', tone: 'soft' }
}
