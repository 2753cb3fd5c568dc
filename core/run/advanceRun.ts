import { planArrangement } from '../arrangement'
import type { BenchState } from '../bench'
import { evaluate } from '../conditions'
import type { Condition } from '../conditions'
import { countOf } from '../names'
import { assertNever } from '../result'
import type { Issue } from '../result'
import { definitionOf, describeStep, isAnswer, isOff, namesKept, performStep } from '../steps'
import type { AnyStep, PlainStep, Step, StepContext, StepEffect } from '../steps'
import type { ScriptRequest } from '../script'
import type { Value } from '../values'
import { enterBlock, leaveList, leaveRound, outsideLoop } from './blockWays'
import { callLever, returnFrom } from './calls'
import { checkSheet } from './checkSheet'
import { entryOf, partsOfRun, startedOf, takingOf, valueOf } from './entries'
import type { Advance, AdvanceContext, At, EntryPart } from './entries'
import { failStep, putBackSoFar, threw } from './failStep'
import { ended, isTryingAgain, ready, settled, untried, waiting } from './heads'
import { runIssue } from './issues'
import { counted } from './log'
import { madeSteps } from './madeSteps'
import { makeChanges } from './makeChanges'
import type { Made } from './makeChanges'
import { listsOf, nextIndex, pathOf, plainOf, withTop } from './place'
import type { LogEntry, Run, RunHead, RunSheet } from './schema'
import { scopeOf, tableOf, withName } from './scope'
import { PULL_ANYWAY, STEP_BUDGET } from './startRun'

/**
 * Takes a run one step further: performs the step at hand, lets a block choose its way, ends a wait that is over, or
 * goes on with `context.answer` or `context.fetched`. A run that has ended, still waits or still asks comes back as the
 * same object. Something that throws in a step fails the step.
 */
export function advanceRun(run: Run, bench: BenchState, context: AdvanceContext): Advance<Run> {
  const { head, sheet, log } = partsOfRun(run)
  const advance = advanceHead(head, sheet, log, bench, context)
  if (advance.run === head) return { ...advance, run }
  return { ...advance, run: { ...advance.run, ...sheet, log: [...log, ...advance.entries] } }
}

/** The same for whoever keeps sheet and log beside the head, and adds the entries to the log itself. */
export function advanceHead(
  head: RunHead,
  sheet: RunSheet,
  log: readonly LogEntry[],
  bench: BenchState,
  context: AdvanceContext,
): Advance {
  const at: At = { head, sheet, log, bench, context }
  const advance = goOn(at)
  if (advance.run.phase !== 'ready') return advance
  // Of the log only the last entry matters at an end; a copy for each step would grow with its square.
  const last = advance.entries.length > 0 ? advance.entries : log
  return atEnd({ ...at, head: advance.run, bench: advance.bench, log: last }, advance)
}

function goOn(at: At): Advance {
  const { head, bench, context } = at
  const same = { run: head, bench, entries: [], changes: [] }
  switch (head.phase) {
    case 'ended':
      return same
    case 'waiting':
      if (context.nowMs < head.wakeAtMs! && !(head.watch && holds(head.watch, at))) return same
      return head.progress || isTryingAgain(head.stack) ? act(at, unanswered(context)) : endWait(at)
    case 'asking':
      return answered(at) ?? same
    case 'paused':
      return at.context.resume === undefined ? same : resume(at, at.context)
    case 'fetching':
      return context.fetched === undefined ? same : act(at, context)
    case 'ready':
      return refuseUnusable(at) ?? act(at, unanswered(context))
    default:
      return assertNever(head.phase)
  }
}

/** An answer is for the step that asked, and for no other. */
function unanswered(context: AdvanceContext): AdvanceContext {
  return context.answer === undefined ? context : { ...context, answer: undefined }
}

/** What is known to be wrong, in whatever step, ends the run before anything is done. */
function refuseUnusable({ head, sheet, bench, context }: At): Advance | undefined {
  if (head.entryCount > 0 || head.part || head.stack.length > 1 || head.stack[0]!.index > 0) return undefined
  const fault = checkSheet(sheet, { id: head.leverId, plate: head.plate }, bench)
  if (!fault) return undefined
  const { path, step, issue } = fault
  const entry: LogEntry = {
    path,
    sentence: describeStep(step, bench),
    outcome: 'failed',
    note: `${issue.message} Nothing was done.`,
    issueCode: issue.code,
    startedAtMs: context.nowMs,
    endedAtMs: context.nowMs,
    changes: [],
  }
  return { run: ended(counted(head, entry), 'failed', context.nowMs), bench, entries: [entry], changes: [] }
}

/** With an answer, or the standard one when its time is over, the step that asked goes on. */
function answered(at: At): Advance | undefined {
  const { head, bench, context } = at
  const isOver = head.wakeAtMs !== null && context.nowMs >= head.wakeAtMs
  const answer = context.answer ?? (isOver ? head.question!.standard : undefined)
  if (answer === undefined) return isOver ? act(at, { ...context, answer: undefined, hurried: true }) : undefined
  if (!isAnswer(head.question!, answer, bench)) return undefined
  return head.isGated ? passGate(at, answer) : act({ ...at, context: { ...context, answer } }, { ...context, answer })
}

/** The interlock did not hold, and the user was asked. */
function passGate({ head, bench, context }: At, answer: Value): Advance {
  const open = settled(head)
  const run: RunHead = answer === PULL_ANYWAY ? { ...open, phase: 'ready' } : ended(open, 'stopped', context.nowMs)
  return { run, bench, entries: [], changes: [] }
}

/** Whether what it waits for has come. */
function holds(condition: Condition, at: At): boolean {
  const { nowMs, minuteOfDay, values } = contextOf(at)
  return evaluate(condition, at.bench, { nowMs, minuteOfDay, values }).holds
}

function endWait({ head, log, bench, context }: At): Advance {
  const last = log.at(-1)!
  const entry: LogEntry = { ...last, outcome: 'done', endedAtMs: context.nowMs, goesOn: true, changes: [] }
  return { run: ready(counted(settled(head), entry), nextIndex(head.stack)), bench, entries: [entry], changes: [] }
}

/** Performs what is at hand: a step, a block, or the end of a list. */
function act(at: At, context: AdvanceContext): Advance {
  const { head, sheet, bench } = at
  const top = head.stack.at(-1)!
  const step = listsOf(sheet, head.stack).at(-1)![top.index]
  // A second way was asked for, whatever it is.
  if (step && ((top.kind !== 'second-way' && isOff(step)) || isLeftOut(head, top.index)))
    return { run: ready({ ...head, budget: head.budget - 1 }, nextIndex(head.stack)), bench, entries: [], changes: [] }
  if (head.budget <= 0) {
    const spent = runIssue({ code: 'budget-spent', steps: STEP_BUDGET })
    const part = { outcome: 'failed' as const, note: spent.message, issueCode: spent.code }
    // At the end of a list it is its block that goes no further.
    const told: At = step ? at : { ...at, head: { ...head, stack: head.stack.slice(0, -1) } }
    const entry = entryOf(told, stepAt(told), part, [])
    return { run: ended(counted(settled(head), entry), 'failed', context.nowMs), bench, entries: [entry], changes: [] }
  }
  if (!step) return leaveList(at, contextOf(at))
  if (head.phase === 'ready' && pausesAt(head, context)) {
    return { run: { ...head, phase: 'paused' }, bench, entries: [], changes: [] }
  }
  const paid: At = { ...at, head: { ...head, budget: head.budget - 1 } }
  return definitionOf(step).role === 'block'
    ? enterBlock(paid, step, Object.assign(contextOf(paid), underWay(head, context)))
    : takeStep(paid, step, context)
}

function stepAt({ head, sheet }: At): Step | AnyStep {
  return listsOf(sheet, head.stack).at(-1)![head.stack.at(-1)!.index]!
}

/** Whether a row stands beside those that are tried. */
function isLeftOut({ part, stack }: RunHead, index: number): boolean {
  return part !== undefined && stack.length === part.depth && !part.indexes.includes(index)
}

function pausesAt(head: RunHead, { resume }: AdvanceContext): boolean {
  if (resume !== undefined) return false
  return head.isSlow === true || (head.pauses?.includes(pathOf(head.stack)) ?? false)
}

/** Goes on from a pause: by one step, or until the next one that is marked. */
function resume(at: At, context: AdvanceContext): Advance {
  const { isSlow: _slow, ...rest } = at.head
  const head: RunHead = { ...rest, phase: 'ready', ...(context.resume === 'step' ? { isSlow: true } : {}) }
  return act({ ...at, head }, { ...context, answer: undefined })
}

/** With the last step of a sheet the run is over, and with a second way the step that it stands for. */
function atEnd(at: At, advance: Advance): Advance {
  let { stack } = at.head
  for (;;) {
    const top = stack.at(-1)!
    if (isPartDone(at.head, stack)) {
      const run = ended(settled({ ...at.head, stack }), at.head.failedCount > 0 ? 'failed' : 'done', at.context.nowMs)
      return { ...advance, run }
    }
    if (top.kind === 'block' || listsOf(at.sheet, stack).at(-1)![top.index])
      return stack === at.head.stack ? advance : { ...advance, run: ready(at.head, stack) }
    if (top.kind === 'sheet') return returnFrom(at, { ...advance, run: { ...at.head, stack } }, undefined)
    if (top.kind === 'lever') {
      const back = returnFrom(at, { ...advance, run: { ...at.head, stack } }, undefined)
      return back.run.phase === 'ready' ? atEnd({ ...at, head: back.run, bench: back.bench }, back) : back
    }
    stack = nextIndex(stack.slice(0, -1))
  }
}

/** The rows that are tried are all behind. */
function isPartDone({ part }: RunHead, stack: RunHead['stack']): boolean {
  if (!part || stack.length > part.depth) return false
  return stack.length < part.depth || stack.at(-1)!.index > Math.max(...part.indexes)
}

function takeStep(at: At, step: Step | AnyStep, context: AdvanceContext): Advance {
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
  const { bench, head, log } = at
  try {
    const effect = performStep(step, bench, Object.assign(contextOf({ ...at, context }), underWay(head, context)))
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

/** What a step may know: the names of the lever, and those that blocks and steps before it have given. */
export function contextOf({ context, sheet, head, log }: At): StepContext {
  const scope = scopeOf(head.stack, sheet, log)
  return { ...context, values: tableOf(head.stack, sheet, scope), scope }
}

/** What the script at hand is run with, as names and bench stand now; undefined where no script is at hand. */
export function scriptRequest(
  head: RunHead,
  sheet: RunSheet,
  log: readonly LogEntry[],
  bench: BenchState,
  context: StepContext,
): ScriptRequest | undefined {
  if (head.phase !== 'fetching') return undefined
  const step = stepAt({ head, sheet, log, bench, context })
  const known = { ...contextOf({ head, sheet, log, bench, context }), progress: head.progress }
  const effect = performStep(plainOf(step), bench, known)
  return effect.kind === 'fetches' ? effect.request : undefined
}

/** An answer or what was fetched is for the step that asked, and for no other. */
function underWay(head: RunHead, { answer, fetched }: StepContext): Partial<StepContext> {
  return {
    answer: head.phase === 'asking' ? answer : undefined,
    fetched: head.phase === 'fetching' ? fetched : undefined,
    progress: head.progress,
    hurried: head.hurried,
  }
}
