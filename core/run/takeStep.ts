import { planArrangement } from '../arrangement'
import { countOf } from '../names'
import { assertNever } from '../result'
import type { Issue } from '../result'
import { namesKept, performStep } from '../steps'
import type { AnyStep, PlainStep, Step, StepContext, StepEffect } from '../steps'
import type { Value } from '../values'
import { leaveRound, outsideLoop } from './blockWays'
import { callLever, returnFrom } from './calls'
import { entryOf, startedOf, takingOf, valueOf } from './entries'
import type { Advance, AdvanceContext, At, EntryPart } from './entries'
import { failStep, putBackSoFar, threw } from './failStep'
import { ended, ready, settled, untried, waiting } from './heads'
import { runIssue } from './issues'
import { contextOf, contextOfStep } from './known'
import { counted } from './log'
import { madeSteps } from './madeSteps'
import { makeChanges } from './makeChanges'
import type { Made } from './makeChanges'
import { nextIndex, plainOf, withTop } from './place'
import type { RunHead } from './schema'
import { withName } from './scope'

/** Performs a step that is no block: what it comes to is logged, and says where the run goes on. */
export function takeStep(at: At, step: Step | AnyStep, context: AdvanceContext): Advance {
  const { head, bench } = at
  const { effect, made } = attempt(at, plainOf(step), context)
  const reached = settled(head)
  const changes = made.recorded.map(({ change }) => change)
  const logged = (part: EntryPart, to: (counting: RunHead) => RunHead): Advance => {
    const entry = entryOf(at, step, part, made.recorded)
    return { run: to(counted(reached, entry)), bench: made.bench, entries: [entry], changes }
  }
  switch (effect.kind) {
    case 'done': {
      const part = {
        outcome: 'done',
        note: effect.note,
        ...takingOf(effect.reading),
        ...startedOf(effect),
        ...valueOf(effect),
      } as const
      return logged(part, (counting) => named(at, ready(counting, nextIndex(head.stack)), step, effect.value))
    }
    case 'failed':
      return failStep(at, step, effect.issue, made, effect.reading)
    case 'waits':
      return logged({ outcome: 'waiting', note: effect.note }, (counting) => ({
        ...waiting(counting, effect.untilMs, context.nowMs),
        stack: withTop(head.stack, untried),
      }))
    case 'goes-on':
      return logged({ outcome: 'waiting', note: effect.note }, (counting) => ({
        ...waiting(counting, effect.untilMs, context.nowMs),
        progress: effect.progress,
      }))
    case 'watches':
      return logged({ outcome: 'waiting', note: effect.note }, (counting) => ({
        ...waiting(counting, effect.untilMs, context.nowMs),
        watch: effect.condition,
        progress: effect.progress,
      }))
    case 'asks':
      return logged({ outcome: 'asking', note: effect.question.text }, (counting) => ({
        ...counting,
        phase: 'asking',
        question: { ...effect.question, id: `q${counting.entryCount}` },
        ...(effect.progress ? { progress: effect.progress } : {}),
        ...(effect.untilMs === undefined
          ? {}
          : { wakeAtMs: effect.untilMs, waitMs: Math.max(0, effect.untilMs - context.nowMs) }),
      }))
    case 'fetches':
      return logged({ outcome: 'waiting', note: effect.note }, (counting) => ({
        ...counting,
        phase: 'fetching',
        ...(effect.progress ? { progress: effect.progress } : {}),
      }))
    case 'does': {
      const read = madeSteps(effect, step, at.sheet, bench, contextOf(at))
      if (!read.ok) return failStep(at, step, read.issues[0]!, made)
      return logged({ outcome: 'done', note: effect.note, value: effect.value }, (counting) => {
        const going = named(at, ready(counting, head.stack), step, effect.value)
        if (read.value.length === 0) return ready(going, nextIndex(going.stack))
        return ready(going, [...going.stack, { kind: 'made', steps: read.value, index: 0 }])
      })
    }
    case 'arranges': {
      const plan = planArrangement(bench, effect.wanted, contextOf(at))
      if (!plan.ok) return failStep(at, step, unreachable(plan.issues), made)
      const { steps } = plan.value
      const note = steps.length === 0 ? 'All is as wanted.' : `${countOf(steps.length, 'step')} from here to there.`
      return logged({ outcome: 'done', note }, (counting) =>
        steps.length === 0
          ? ready(counting, nextIndex(head.stack))
          : ready(counting, [...head.stack, { kind: 'made', steps: [...steps], index: 0 }]),
      )
    }
    case 'calls':
      return callLever(at, step, effect, { ...context, ...contextOf(at) })
    case 'gives': {
      const given = logged({ outcome: 'done', note: effect.note }, (counting) => ready(counting, head.stack))
      return returnFrom(at, given, { value: effect.value })
    }
    case 'stops': {
      const stopped = logged({ outcome: 'done', note: effect.note }, (counting) => ready(counting, head.stack))
      if (effect.what === 'lever') return returnFrom(at, stopped, undefined, 'stopped')
      return { ...stopped, run: ended(stopped.run, 'stopped', context.nowMs) }
    }
    case 'leaves-round': {
      const outside = leaveRound(at, effect.to) === undefined
      if (outside) return failStep(at, step, outsideLoop(), made)
      return logged({ outcome: 'done', note: effect.note }, (counting) =>
        leaveRound({ ...at, head: counting }, effect.to)!,
      )
    }
    case 'puts-back':
      throw new RangeError('a put-back step comes to what it has put back')
    default:
      return assertNever(effect)
  }
}

/** Why an arrangement cannot be reached, in one issue; the code is that of the first reason. */
function unreachable(issues: readonly Issue[]): Issue {
  const [first] = issues
  return { ...first!, message: [...new Set(issues.map(({ message }) => message))].slice(0, 5).join(' ') }
}

/** One way of a step, with its changes made, or refused as a failure. */
function attempt(at: At, step: PlainStep, context: StepContext): { effect: StepEffect; made: Made } {
  const { bench, log } = at
  try {
    const effect = performStep(step, bench, contextOfStep(at, context))
    if (effect.kind === 'puts-back') return putBackSoFar(log, bench)
    const made = makeChanges('changes' in effect ? (effect.changes ?? []) : [], bench)
    if (made.refusal === undefined) return { effect, made }
    const issue = runIssue({ code: 'change-refused', because: made.refusal })
    return { effect: { kind: 'failed', changes: [], issue }, made }
  } catch (error) {
    return { effect: { kind: 'failed', changes: [], issue: threw(error) }, made: { bench, recorded: [] } }
  }
}

/** A step that gives a name to what it gave back. */
function named(at: At, head: RunHead, step: Step | AnyStep, value: Value | undefined): RunHead {
  const [kept] = namesKept(step)
  return kept && value !== undefined ? withName(head, at.sheet, kept[0], at.head.entryCount) : head
}
