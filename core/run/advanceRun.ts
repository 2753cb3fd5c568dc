import type { BenchState } from '../bench'
import { evaluate } from '../conditions'
import type { Condition } from '../conditions'
import { assertNever } from '../result'
import type { ScriptRequest } from '../script'
import { definitionOf, describeStep, isAnswer, isOff, performStep } from '../steps'
import type { AnyStep, Step, StepContext } from '../steps'
import type { Value } from '../values'
import { enterBlock, leaveList } from './blockWays'
import { returnFrom } from './calls'
import { checkSheet } from './checkSheet'
import { entryOf, partsOfRun } from './entries'
import type { Advance, AdvanceContext, At } from './entries'
import { ended, isTryingAgain, ready, settled } from './heads'
import { runIssue } from './issues'
import { contextOf, contextOfStep } from './known'
import { counted } from './log'
import { listsOf, nextIndex, pathOf, plainOf } from './place'
import type { LogEntry, Run, RunHead, RunSheet } from './schema'
import { PULL_ANYWAY, STEP_BUDGET } from './startRun'
import { takeStep } from './takeStep'

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
    ? enterBlock(paid, step, contextOfStep(paid, context))
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
