import { onScopeDispose, shallowRef, watch } from 'vue'
import { isFrameOn } from '~~/core/levers'
import type { Lever } from '~~/core/levers'
import { rehearseInParts } from '~~/core/run'
import type { Part, Rehearsal, RehearsalContext, Walk } from '~~/core/run'
import type { ScriptOutcome } from '~~/core/script'
import type { StepContext } from '~~/core/steps'
import { scriptOutcome } from './scriptOutcome'
import { useMirror } from './useMirror'

export type Rehearsed = Pick<Lever, 'id' | 'name' | 'plate' | 'steps' | 'frameId'> & Partial<Pick<Lever, 'inputs'>>

/** A slice of work that no key has to wait for. */
const SLICE_MS = 8
/** Whoever is typing is let finish. */
const PAUSE_MS = 120

let sum: StepContext['sum']

/** Sums are worked out by a large library, which is only loaded where a lever has any. */
async function loadSums(steps: Lever['steps']): Promise<void> {
  if (sum || !JSON.stringify(steps).includes('"sum"')) return
  const { evaluateSum } = await import('~~/core/sums')
  sum = (text) => evaluateSum(text)
}

/** What rehearsals in the browser know of the levers, frames and the moment. */
export function rehearsalContext(mirror: ReturnType<typeof useMirror>, frameId: string): RehearsalContext {
  let count = 0
  return {
    nowMs: mirror.moment.nowMs,
    minuteOfDay: mirror.moment.minuteOfDay,
    nextId: () => `rehearsed-${++count}`,
    values: mirror.tableOf(frameId),
    sum,
    framesOn: (id, bench) => mirror.frames.some((frame) => frame.id === id && isFrameOn(frame, bench, mirror.moment)),
    leversOf: (wanted) => mirror.levers.filter((lever) => wanted === undefined || lever.frameId === wanted),
    leverOf: (id) => {
      const lever = mirror.leverById.get(id)
      return lever && { lever, values: mirror.tableOf(lever.frameId) }
    },
  }
}

/**
 * What a pull would come to, rehearsed anew whenever the lever or the bench changes, in slices between which keys are
 * let through. `count` is how many steps were done so far, while it goes on. Nothing is changed by it.
 */
export function useRehearsal(
  lever: () => Rehearsed | undefined,
  options: () => {
    part?: Part
    inputs?: RehearsalContext['inputs']
    answers?: RehearsalContext['answers']
    walk?: Walk
  } = () => ({}),
) {
  const mirror = useMirror()
  const rehearsal = shallowRef<Rehearsal>()
  const count = shallowRef<number>()
  let turn = 0
  let timer: ReturnType<typeof setTimeout> | undefined

  function begin(delayMs: number): void {
    clearTimeout(timer)
    const mine = ++turn
    timer = setTimeout(() => void rehearse(mine), delayMs)
  }

  async function rehearse(mine: number): Promise<void> {
    const meant = lever()
    if (!meant) {
      rehearsal.value = undefined
      return
    }
    await loadSums(meant.steps)
    if (mine !== turn) return
    let parts: ReturnType<typeof rehearseInParts>
    try {
      parts = rehearseInParts(meant, mirror.bench, { ...rehearsalContext(mirror, meant.frameId), ...options() })
      slice(mine, parts)
    } catch {
      // Rows that are no longer there cannot be tried.
      rehearsal.value = undefined
    }
  }

  function slice(mine: number, parts: ReturnType<typeof rehearseInParts>, fetched?: ScriptOutcome): void {
    if (mine !== turn) return
    const endAt = performance.now() + SLICE_MS
    let outcome = fetched
    do {
      const part = parts.next(outcome)
      outcome = undefined
      if (part.done) {
        rehearsal.value = part.value
        count.value = undefined
        return
      }
      if ('script' in part.value) {
        void scriptOutcome(part.value.script).then((came) => slice(mine, parts, came))
        return
      }
      count.value = part.value.count
    } while (performance.now() < endAt)
    timer = setTimeout(() => slice(mine, parts), 0)
  }

  watch(
    () => [lever(), options(), mirror.bench, mirror.moment, mirror.levers, mirror.values],
    () => begin(PAUSE_MS),
  )
  // A step, or an answer, is not waited with: nobody goes on typing meanwhile.
  watch([() => options().walk, () => options().answers], () => begin(0))
  begin(0)
  onScopeDispose(() => {
    turn += 1
    clearTimeout(timer)
  })
  return { rehearsal, count }
}
