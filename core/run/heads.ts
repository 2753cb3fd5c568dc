import type { Stack } from './place'
import type { Level, RunHead } from './schema'

/** The head without what was only of the step that was under way. */
export function settled(head: RunHead): RunHead {
  if (!isUnderWay(head)) return head
  const { progress: _p, watch: _c, hurried: _h, isGated: _g, waitMs: _w, ...rest } = head
  return { ...rest, question: null, wakeAtMs: null }
}

/** Whether anything of it is of a step that is under way; most steps are done at once. */
function isUnderWay(head: RunHead): boolean {
  return head.question !== null || head.wakeAtMs !== null || UNDER_WAY.some((key) => head[key] !== undefined)
}

const UNDER_WAY = ['progress', 'watch', 'hurried', 'isGated', 'waitMs'] as const

export function ended(head: RunHead, outcome: Exclude<RunHead['outcome'], 'none'>, nowMs: number): RunHead {
  return { ...head, phase: 'ended', outcome, endedAtMs: nowMs }
}

export function isTryingAgain(stack: Stack): boolean {
  return stack.at(-1)!.tries !== undefined
}

export function ready(head: RunHead, stack: Stack): RunHead {
  return { ...head, phase: 'ready', stack }
}

export function waiting(head: RunHead, wakeAtMs: number, nowMs: number): RunHead {
  return { ...head, phase: 'waiting', wakeAtMs, waitMs: Math.max(0, wakeAtMs - nowMs) }
}

export function untried({ tries: _tries, ...level }: Level): Level {
  return level as Level
}
