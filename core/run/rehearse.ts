import type { BenchState } from '../bench'
import type { StepContext } from '../steps'
import type { Value } from '../values'
import { advanceHead } from './advanceRun'
import { partsOfRun } from './entries'
import { changesOf } from './log'
import { pathOf } from './place'
import { beginPart } from './part'
import type { Part } from './part'
import type { Run, RunHead } from './schema'
import { startRun } from './startRun'
import type { Pullable, StartContext } from './startRun'

/**
 * What a pull would come to. `run.phase` is `asking` where it would ask and neither an answer nor a standard one is
 * there, and `fetching` where it needs what only a real run gets: what follows depends on that.
 */
export interface Rehearsal {
  readonly run: Run
  /** The bench as it would be afterwards; the one given in is untouched. */
  readonly bench: BenchState
  /** Every change that would be made, as a sentence. */
  readonly changes: readonly string[]
  /** How long the waits would take in all. */
  readonly waitsMs: number
}

export interface RehearsalContext
  extends StartContext, Pick<StepContext, 'framesOn' | 'minuteOfDay' | 'sum' | 'leversOf'> {
  /** Answers by the path of the step that asks. */
  readonly answers?: Readonly<Record<string, Value>>
  /** Only so much of it. */
  readonly part?: Part
}

/** Runs a lever against a copy of the bench, with waits passed over in no time. */
export function rehearse(lever: Pullable, bench: BenchState, context: RehearsalContext): Rehearsal {
  const begun = startRun(lever, context)
  const { nextId, framesOn, minuteOfDay, sum, leversOf, answers = {} } = context
  const {
    head: first,
    sheet,
    log,
  } = partsOfRun(context.part ? beginPart(begun, context.part, bench, { ...context, isRehearsal: true }) : begun)
  let head: RunHead = first
  let nowMs = context.nowMs
  let now = bench
  for (;;) {
    if (head.phase === 'waiting') nowMs = Math.max(nowMs, head.wakeAtMs!)
    const answer = head.question ? (answers[pathOf(head.stack)] ?? head.question.standard) : undefined
    const advance = advanceHead(head, sheet, log, now, {
      nowMs,
      nextId,
      framesOn,
      minuteOfDay,
      sum,
      leversOf,
      answer,
      isRehearsal: true,
    })
    if (advance.run === head) break
    log.push(...advance.entries)
    head = advance.run
    now = advance.bench
  }
  const run = { ...head, ...sheet, log }
  return {
    run,
    bench: now,
    changes: changesOf(run).map((entry) => entry.sentence),
    waitsMs: nowMs - context.nowMs,
  }
}
