import { shallowRef } from 'vue'
import type { Rehearsal, Walk } from '~~/core/run'
import type { Value } from '~~/core/values'

/** How far a rehearsal is walked through. Nothing is done by it, so that a step can be taken back as well. */
export function useWalk() {
  const walk = shallowRef<Walk>()

  /** How many steps are behind it; more than are shown, where the last of them is rehearsed still. */
  function behind({ run, walked }: Rehearsal): number {
    const { steps, until } = walk.value!
    return run.phase === 'paused' && until === undefined ? steps : walked
  }

  function to(steps: number, until?: readonly string[]): void {
    const { named } = walk.value!
    walk.value = { steps, ...(until ? { until } : {}), ...(named ? { named } : {}) }
  }

  return {
    walk,
    begin: () => {
      walk.value = { steps: 0 }
    },
    step: (now: Rehearsal) => to(behind(now) + 1),
    /** What was given to names behind the place is kept for when it comes there again. */
    back: (now: Rehearsal) => to(Math.max(0, behind(now) - 1)),
    /** On to the next of these rows, or to the end. */
    on: (now: Rehearsal, until: readonly string[]) => to(behind(now) + 1, until),
    leave: () => {
      walk.value = undefined
    },
    name: (now: Rehearsal, name: string, value: Value) => {
      const steps = behind(now)
      const named = (walk.value!.named ?? []).filter((entry) => entry.behind !== steps || entry.name !== name)
      walk.value = { steps, named: [...named, { behind: steps, name, value }] }
    },
  }
}
