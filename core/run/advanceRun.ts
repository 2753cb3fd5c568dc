import type { BenchState } from '../bench'
import { evaluate } from '../conditions'
import type { Condition } from '../conditions'
import { assertNever } from '../result'
import { definitionOf, describeStep, findTextIssues, isAnswer, nextInBlock, performStep } from '../steps'
import type { AnyStep, BlockMove, PlainStep, Step, StepContext, StepEffect } from '../steps'
import { entryOf, takingOf, valueOf } from './entries'
import type { Advance, At, EntryPart } from './entries'
import { failStep, putBackSoFar, threw } from './failStep'
import { ended, isTryingAgain, ready, settled, untried, waiting } from './heads'
import { runIssue } from './issues'
import { counted } from './log'
import { makeChanges } from './makeChanges'
import type { Made } from './makeChanges'
import { listsOf, nextIndex, plainOf, valuesIn, withTop } from './place'
import type { Level, LogEntry, Run, RunHead, RunSheet } from './schema'
import { PULL_ANYWAY, STEP_BUDGET } from './startRun'

/**
 * Takes a run one step further: performs the step at hand, lets a block choose its way, ends a wait that is over, or
 * goes on with `context.answer` or `context.fetched`. A run that has ended, still waits or still asks comes back as the
 * same object. Something that throws in a step fails the step.
 */
export function advanceRun(run: Run, bench: BenchState, context: StepContext): Advance<Run> {
  const { steps, values, log, ...head } = run
  const advance = advanceHead(head, { steps, values }, log, bench, context)
  if (advance.run === head) return { ...advance, run }
  return { ...advance, run: { ...advance.run, steps, values, log: [...log, ...advance.entries] } }
}

/** The same for whoever keeps sheet and log beside the head, and adds the entries to the log itself. */
export function advanceHead(
  head: RunHead,
  sheet: RunSheet,
  log: readonly LogEntry[],
  bench: BenchState,
  context: StepContext,
): Advance {
  const at: At = { head, sheet, log, bench, context }
  const advance = goOn(at)
  return advance.run.phase === 'ready' ? atEnd({ ...at, head: advance.run }, advance) : advance
}

function goOn(at: At): Advance {
  const { head, bench, context } = at
  const same = { run: head, bench, entries: [], changes: [] }
  switch (head.phase) {
    case 'ended':
      return same
    case 'waiting':
      if (context.nowMs < head.wakeAtMs! && !(head.watch && holds(head.watch, at))) return same
      return head.progress || isTryingAgain(head.stack) ? act(at, { ...context, answer: undefined }) : endWait(at)
    case 'asking':
      if (context.answer === undefined || !isAnswer(head.question!, context.answer)) return same
      return head.isGated ? passGate(at, context.answer) : act(at, context)
    case 'fetching':
      return context.fetched === undefined ? same : act(at, context)
    case 'ready':
      return refuseUnusable(at) ?? act(at, { ...context, answer: undefined })
    default:
      return assertNever(head.phase)
  }
}

/** A name that is not known, in whatever step, ends the run before anything is done. */
function refuseUnusable({ head, sheet, bench, context }: At): Advance | undefined {
  if (head.entryCount > 0 || head.stack.length > 1 || head.stack[0]!.index > 0) return undefined
  for (const [i, step] of sheet.steps.entries()) {
    const [issue] = findTextIssues(step, bench, sheet.values)
    if (!issue) continue
    const entry: LogEntry = {
      path: String(i),
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
  return undefined
}

/** The interlock did not hold, and the user was asked. */
function passGate({ head, bench, context }: At, answer: string): Advance {
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
function act(at: At, context: StepContext): Advance {
  const { head, sheet, bench } = at
  const lists = listsOf(sheet.steps, head.stack)
  const step = lists.at(-1)![head.stack.at(-1)!.index]
  if (!step) return leaveList(at, lists)
  if (head.budget <= 0) {
    const spent = runIssue({ code: 'budget-spent', steps: STEP_BUDGET })
    const entry = entryOf(at, step, { outcome: 'failed', note: spent.message, issueCode: spent.code }, [])
    return { run: ended(counted(settled(head), entry), 'failed', context.nowMs), bench, entries: [entry], changes: [] }
  }
  const paid: At = { ...at, head: { ...head, budget: head.budget - 1 } }
  return definitionOf(step).role === 'block' ? enterBlock(paid, step) : takeStep(paid, step, context)
}

/** With the last step of a sheet the run is over, and with a second way the step that it stands for. */
function atEnd({ head, sheet, context }: At, advance: Advance): Advance {
  let { stack } = head
  for (;;) {
    const top = stack.at(-1)!
    if (top.kind === 'block' || listsOf(sheet.steps, stack).at(-1)![top.index])
      return stack === head.stack ? advance : { ...advance, run: ready(head, stack) }
    if (top.kind === 'sheet') {
      const run = ended(settled({ ...head, stack }), head.failedCount > 0 ? 'failed' : 'done', context.nowMs)
      return { ...advance, run }
    }
    stack = nextIndex(stack.slice(0, -1))
  }
}

/** The innermost list is at its end: its block says what comes next. */
function leaveList(at: At, lists: ReturnType<typeof listsOf>): Advance {
  const { head, bench, context } = at
  const top = head.stack.at(-1)!
  const outer = head.stack.slice(0, -1)
  const none = { bench, entries: [], changes: [] }
  switch (top.kind) {
    case 'sheet':
    case 'second-way':
      // `atEnd` has seen to these.
      return { ...none, run: head }
    case 'block': {
      const block = plainOf(lists.at(-2)![outer.at(-1)!.index]!)
      const { list, state } = top
      const move = nextInBlock(
        block,
        { at: 'end', list, ...(state === undefined ? {} : { state }) },
        bench,
        contextOf(at),
      )
      if (move.kind === 'enter' && head.budget <= 0) return act({ ...at, head: ready(head, outer) }, context)
      const paid = { ...head, budget: head.budget - 1 }
      if (move.kind === 'leave') return { ...none, run: ready(paid, nextIndex(outer)) }
      if (head.budget <= 0)
        return act(
          {
            ...at,
            head: ready(
              head,
              withTop(outer, (level) => level),
            ),
          },
          context,
        )
      return { ...none, run: ready(paid, [...outer, levelOf(move)]) }
    }
    default:
      return assertNever(top)
  }
}

function levelOf({ list, values, state }: Extract<BlockMove, { kind: 'enter' }>): Level {
  return {
    kind: 'block',
    list,
    index: 0,
    ...(values ? { values } : {}),
    ...(state === undefined ? {} : { state }),
  }
}

function enterBlock(at: At, step: Step | AnyStep): Advance {
  const { head, bench } = at
  let move: BlockMove
  try {
    move = nextInBlock(plainOf(step), { at: 'beginning' }, bench, contextOf(at))
  } catch (error) {
    return failStep(at, step, threw(error), { bench, recorded: [] })
  }
  const entry = entryOf(at, step, { outcome: 'done', note: move.because }, [])
  const stack = move.kind === 'enter' ? [...head.stack, levelOf(move)] : nextIndex(head.stack)
  return { run: ready(counted(settled(head), entry), stack), bench, entries: [entry], changes: [] }
}

function takeStep(at: At, step: Step | AnyStep, context: StepContext): Advance {
  const { head } = at
  const { effect, made } = attempt(at, plainOf(step), context)
  const reached = settled(head)
  const changes = made.recorded.map(({ change }) => change)
  const logged = (part: EntryPart, to: (counting: RunHead) => RunHead): Advance => {
    const entry = entryOf(at, step, part, made.recorded)
    return { run: to(counted(reached, entry)), bench: made.bench, entries: [entry], changes }
  }
  switch (effect.kind) {
    case 'done': {
      const part = { outcome: 'done', note: effect.note, ...takingOf(effect.reading), ...valueOf(effect) } as const
      return logged(part, (counting) => ready(counting, nextIndex(head.stack)))
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
      }))
    case 'fetches':
      return logged({ outcome: 'waiting', note: effect.note }, (counting) => ({
        ...counting,
        phase: 'fetching',
        request: effect.request,
      }))
    case 'puts-back':
      throw new RangeError('a put-back step comes to what it has put back')
    default:
      return assertNever(effect)
  }
}

/** One way of a step, with its changes made, or refused as a failure. */
function attempt(at: At, step: PlainStep, context: StepContext): { effect: StepEffect; made: Made } {
  const { bench, head, log } = at
  try {
    const effect = performStep(step, bench, { ...context, ...contextOf(at), ...underWay(head, context) })
    if (effect.kind === 'puts-back') return putBackSoFar(log, bench)
    const made = makeChanges('changes' in effect ? (effect.changes ?? []) : [], bench)
    if (made.refusal === undefined) return { effect, made }
    const issue = runIssue({ code: 'change-refused', because: made.refusal })
    return { effect: { kind: 'failed', changes: [], issue }, made }
  } catch (error) {
    return { effect: { kind: 'failed', changes: [], issue: threw(error) }, made: { bench, recorded: [] } }
  }
}

/** What a step may know: the names of the lever, and those that the blocks around it have given. */
function contextOf({ context, sheet, head }: At): StepContext {
  const inner = valuesIn(head.stack)
  const values = Object.keys(inner).length === 0 ? sheet.values : withValues(sheet.values, inner)
  return { ...context, values }
}

function withValues(table: RunSheet['values'], inner: Record<string, string>): RunSheet['values'] {
  const broken = Object.fromEntries(Object.entries(table.broken).filter(([name]) => !Object.hasOwn(inner, name)))
  return { values: { ...table.values, ...inner }, broken }
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
