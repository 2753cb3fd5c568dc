import type { BenchState } from '../bench'
import type { Lever, Trigger } from '../levers'
import { assertNever } from '../result'
import { find, NO_WORK, pressed, together, workByHand } from '../steps'
import type { HandWork, Step, StepContext, WorkByHand } from '../steps'
import { msOf } from './operators'

/** What an estimate may know beside the bench. */
export type EstimateContext = Partial<Pick<StepContext, 'nowMs' | 'values' | 'leversOf'>>

/** What somebody would do by hand instead of these steps; an estimate. */
export function handWork(steps: readonly Step[], bench: BenchState, context: EstimateContext = {}): WorkByHand {
  const { values, leversOf } = context
  const timed = {
    values,
    leversOf,
    nextId: () => 'estimated',
    get nowMs() {
      return context.nowMs ?? 0
    },
  }
  return workByHand(steps, bench, timed)
}

/** How long these steps take by hand as the bench stands, in ms, by the Keystroke-Level Model; an estimate. */
export function timeByHand(steps: readonly Step[], bench: BenchState, context: EstimateContext = {}): number {
  return msOf(handWork(steps, bench, context).work)
}

const think: HandWork = { ...NO_WORK, m: 1 }

/** What pulling a lever comes to, by the shortest of its ways: to think of it, and its key, tile or word. */
export function keyWork({
  triggers,
  aliases,
  doors,
  name,
}: Pick<Lever, 'triggers' | 'aliases' | 'name'> & Partial<Pick<Lever, 'doors'>>): HandWork {
  const ways: HandWork[] = [
    ...triggers.map(triggerWork),
    ...aliases.map((alias) => launched(alias)),
    ...(doors ?? []).map(({ kind }) => (kind === 'event' || kind === 'time' ? NO_WORK : find)),
    // By its name the launcher finds whatever has no other way; a few letters do.
    launched(name.slice(0, 4)),
  ]
  return ways.reduce((best, way) => (msOf(way) < msOf(best) ? way : best))
}

/** How long it takes to pull a lever, in ms; an estimate. */
export function timeByKey(lever: Parameters<typeof keyWork>[0]): number {
  return msOf(keyWork(lever))
}

function triggerWork(trigger: Trigger): HandWork {
  switch (trigger.kind) {
    case 'chord':
    case 'release':
      return together(think, pressed(trigger.chord))
    case 'double':
      return together(think, pressed(trigger.chord), pressed(trigger.chord))
    case 'sequence':
      return together(think, pressed(trigger.sequence))
    case 'layer':
    case 'together':
      return together(think, { ...NO_WORK, k: 2 })
    case 'hold':
    case 'tap':
      return together(think, { ...NO_WORK, k: 1 })
    case 'word':
      return together(think, { ...NO_WORK, k: trigger.word.length })
    default:
      return assertNever(trigger)
  }
}

/** Opens the launcher, types, and takes the first. */
function launched(text: string): HandWork {
  return together(think, { ...NO_WORK, k: 2 + [...text].length })
}
