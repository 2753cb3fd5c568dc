import type { BenchState } from '../bench'
import { atOnce } from '../result'
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
import { walkOn } from './walk'
import type { Walk } from './walk'

/**
 * What a pull would come to. `run.phase` is `asking` where it would ask and neither an answer nor a standard one is
 * there, `fetching` at a script that nobody ran (what follows depends on that), and `paused` where a walk stands.
 */
export interface Rehearsal {
  readonly run: Run
  /** The bench as it would be afterwards; the one given in is untouched. */
  readonly bench: BenchState
  /** Every change that would be made, as a sentence. */
  readonly changes: readonly string[]
  /** How long the waits would take in all. */
  readonly waitsMs: number
  /** How many steps a walk has behind it; those of a rehearsal that is no walk are not counted. */
  readonly walked: number
  /** By what the question that it stands at is answered in `answers`: the path of its step, and how often it asked. */
  readonly asks?: string
}

export interface RehearsalContext
  extends StartContext, Pick<StepContext, 'framesOn' | 'minuteOfDay' | 'sum' | 'leversOf'> {
  /** Answers by the path of the step that asks (`2`), or of one time that it does (`2#3` for the third). */
  readonly answers?: Readonly<Record<string, Value>>
  /** Only so much of it. */
  readonly part?: Part
  /** Step by step, and only so far. */
  readonly walk?: Walk
}

/** A pause of a rehearsal: how many steps were done so far, or a script that it goes on with the outcome of. */
export type RehearsalPart = { readonly count: number } | { readonly script: ScriptRequest }

/** Runs a lever against a copy of the bench, with waits passed over in no time; it ends where a script would run. */
export function rehearse(lever: Pullable, bench: BenchState, context: RehearsalContext): Rehearsal {
  return atOnce(rehearseInParts(lever, bench, context))
}

/** The same with a pause after each step, so that something else may have its turn, and scripts can be run. */
export function* rehearseInParts(
  lever: Pullable,
  bench: BenchState,
  context: RehearsalContext,
): Generator<RehearsalPart, Rehearsal, ScriptOutcome | undefined> {
  const begun = startRun(lever, context)
  const { nextId, framesOn, minuteOfDay, sum, leversOf, answers = {}, walk } = context
  const {
    head: first,
    sheet,
    log,
  } = partsOfRun(context.part ? beginPart(begun, context.part, bench, { ...context, isRehearsal: true }) : begun)
  let head: RunHead = walk ? { ...first, isSlow: true } : first
  let nowMs = context.nowMs
  let now = bench
  let walked = 0
  let asked = { id: '', path: '', key: '', times: new Map<string, number>() }
  for (let count = 1; ; count++) {
    if (walk && head.phase === 'paused') {
      const { run, entries, goesOn } = walkOn(walk, walked, head, sheet, nowMs)
      head = run
      log.push(...entries)
      if (!goesOn) break
      walked += 1
    }
    if (head.phase === 'waiting') nowMs = Math.max(nowMs, head.wakeAtMs!)
    if (head.question && head.question.id !== asked.id) asked = asking(head, asked.times)
    const answer = head.question ? (answers[asked.key] ?? answers[asked.path] ?? head.question.standard) : undefined
    const resume = head.phase === 'paused' ? ('step' as const) : undefined
    const known = { nowMs, nextId, framesOn, minuteOfDay, sum, leversOf, answer, resume, isRehearsal: true }
    const request = scriptRequest(head, sheet, log, now, known)
    const fetched = request && (yield { script: request })
    const advance = advanceHead(head, sheet, log, now, fetched ? { ...known, fetched } : known)
    if (advance.run === head) break
    for (const entry of advance.entries) log.push(entry)
    head = advance.run
    now = advance.bench
    yield { count }
  }
  const run = { ...head, ...sheet, log }
  return {
    run,
    bench: now,
    changes: changesOf(run).map((entry) => entry.sentence),
    waitsMs: nowMs - context.nowMs,
    walked,
    ...(head.phase === 'asking' ? { asks: asked.key } : {}),
  }
}

/** The question of a head, and the how-manieth of its step it is. */
function asking({ stack, question }: RunHead, times: Map<string, number>) {
  const path = pathOf(stack)
  const time = (times.get(path) ?? 0) + 1
  return { id: question!.id, path, key: `${path}#${time}`, times: times.set(path, time) }
}
