import type { BenchState } from '../bench'
import { makeChanges } from '../run'
import { performStep } from '../steps'
import type { PlainStep, Step, StepContext } from '../steps'
import { nameTargets } from './nameTargets'
import { NOTHING_RECORDED, recordAct } from './recording'
import type { DoneAct, LeftOut } from './recording'

/** Something that was done by hand on the bench, as the step that does it. */
export interface Act {
  readonly step: Step
  readonly atMs: number
  /** Programs that came up by themselves between the act before and this one. */
  readonly appeared?: readonly string[]
}

export interface Recorded {
  readonly steps: Step[]
  readonly left: readonly LeftOut[]
}

export interface RecordOptions {
  readonly nextId: () => string
  /** Waits only for what had to appear, or not at all. */
  readonly waits?: 'appeared' | 'none'
}

/**
 * What was done by hand as steps of a sheet, on the bench as it stood when the recording began; see `recordAct` for what
 * is joined and what is left out.
 */
export function stepsFromActs(
  acts: readonly Act[],
  bench: BenchState,
  { nextId, waits = 'appeared' }: RecordOptions,
): Recorded {
  let recording = NOTHING_RECORDED
  let now = bench
  for (const { step, atMs, appeared = [] } of acts) {
    const before = now
    const { changes, after } = perform(step, now, { nowMs: atMs, nextId })
    now = after
    recording = recordAct(recording, {
      step: nameTargets(step, before),
      atMs,
      changes,
      appeared: waits === 'none' ? [] : appeared,
    })
  }
  return { steps: recording.rows.map(({ step }) => ({ ...step, id: nextId() }) as Step), left: recording.left }
}

function perform(
  step: Step,
  before: BenchState,
  context: StepContext,
): Pick<DoneAct, 'changes'> & { after: BenchState } {
  const effect = performStep(step as PlainStep, before, context)
  if (effect.kind !== 'done') return { after: before }
  const { bench, recorded, refusal } = makeChanges(effect.changes, before)
  return refusal === undefined ? { changes: recorded, after: bench } : { after: bench }
}
