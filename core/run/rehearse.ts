import type { BenchState } from '../bench'
import type { ScriptOutcome, ScriptRequest } from '../script'
import type { StepContext } from '../steps'
import type { Value } from '../values'
import { advanceHead, scriptRequest } from './advanceRun'
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
 * there, and `fetching` at a script that nobody ran: what follows depends on that.
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

/** A pause of a rehearsal: how many steps were done so far, or a script that it goes on with the outcome of. */
export type RehearsalPart = { readonly count: number } | { readonly script: ScriptRequest }

/** Runs a lever against a copy of the bench, with waits passed over in no time; it ends where a script would run. */
export function rehearse(lever: Pullable, bench: BenchState, context: RehearsalContext): Rehearsal {
  const rehearsing = rehearseInParts(lever, bench, context)
  for (;;) {
    const part = rehearsing.next()
    if (part.done) return part.value
  }
}

/** So many steps are rehearsed between two pauses. */
const STEPS_PER_PART = 50

/** The same with pauses, so that something else may have its turn, and scripts can be run. */
export function* rehearseInParts(
  lever: Pullable,
  bench: BenchState,
  context: RehearsalContext,
): Generator<RehearsalPart, Rehearsal, ScriptOutcome | undefined> {
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
  for (let count = 1; ; count++) {
    if (head.phase === 'waiting') nowMs = Math.max(nowMs, head.wakeAtMs!)
    const answer = head.question ? (answers[pathOf(head.stack)] ?? head.question.standard) : undefined
    const known = { nowMs, nextId, framesOn, minuteOfDay, sum, leversOf, answer, isRehearsal: true }
    const request = scriptRequest(head, sheet, log, now, known)
    const fetched = request && (yield { script: request })
    const advance = advanceHead(head, sheet, log, now, fetched ? { ...known, fetched } : known)
    if (advance.run === head) break
    for (const entry of advance.entries) log.push(entry)
    head = advance.run
    now = advance.bench
    if (count % STEPS_PER_PART === 0) yield { count }
  }
  const run = { ...head, ...sheet, log }
  return {
    run,
    bench: now,
    changes: changesOf(run).map((entry) => entry.sentence),
    waitsMs: nowMs - context.nowMs,
  }
}
