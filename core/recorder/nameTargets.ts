import { frontWindow } from '../bench'
import type { BenchState } from '../bench'
import { titleWithoutMark, windowsMeant } from '../steps'
import type { Step, WindowChoice } from '../steps'

/**
 * The step with what was meant and not where it was: a single window by its program and title, the program in front by
 * its name, on the bench before the act. The same step where there is nothing of that in it.
 */
export function nameTargets(step: Step, before: BenchState): Step {
  if ('which' in step && isOneWindow(step.which)) {
    const windows = windowsMeant(step.which, before, { values: undefined })
    const [only, ...more] = windows.ok ? windows.value : []
    if (!only || more.length > 0) return step
    const which = { kind: 'meant', programId: only.programId, title: titleWithoutMark(before, only) }
    return { ...step, which } as Step
  }
  const front = frontWindow(before)
  if ('programId' in step && step.programId === '' && front) return { ...step, programId: front.programId } as Step
  return step
}

/** Whether it says a window, and may say just one. */
function isOneWindow(which: unknown): which is WindowChoice {
  const { kind } = which as { kind?: string }
  return (
    kind === 'front' ||
    kind === 'window' ||
    kind === 'title' ||
    (kind === 'program' && 'programId' in (which as object))
  )
}
