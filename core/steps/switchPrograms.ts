import { frontWindow, programMissing, windowsOf } from '../bench'
import type { BenchState } from '../bench'
import { failed } from './effect'
import type { StepContext, StepEffect } from './effect'
import { openProgram } from './openProgram'
import type { StepOf } from './schema'

export function raiseProgram(programId: string, bench: BenchState): StepEffect {
  const program = bench.programs[programId]
  if (!program) return failed([programMissing(bench, programId)])
  const window = windowsOf(bench, programId)[0]
  if (!window)
    return failed([
      {
        code: 'program-not-running',
        message: `${program.name} is not running, so there is no window to bring to the front.`,
      },
    ])
  const note =
    frontWindow(bench)?.id === window.id
      ? `${program.name} was in front already.`
      : `${program.name} came to the front.`
  return { kind: 'done', changes: [{ kind: 'window.raise', windowId: window.id }], note }
}

/** Which of the two a switch would go to: the other one where the first is in front, else the first. */
function switchTarget(step: StepOf<'program.switch'>, bench: BenchState): { programId: string; args: string[] } {
  return frontWindow(bench)?.programId === step.programId
    ? { programId: step.otherId, args: step.otherArgs }
    : { programId: step.programId, args: step.args }
}

/** Goes to the other program; one that does not run is started, whichever display its windows stand on. */
export function switchPrograms(step: StepOf<'program.switch'>, bench: BenchState, context: StepContext): StepEffect {
  const target = switchTarget(step, bench)
  return openProgram(
    { ...target, whenRunning: windowsOf(bench, target.programId).length > 0 ? 'raise' : 'program' },
    bench,
    context,
  )
}
