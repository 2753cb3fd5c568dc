import type { BenchState, Change } from '../bench'
import type { Reading } from '../command'
import { countOf } from '../names'
import { assertNever } from '../result'
import type { Issue } from '../result'
import {
  definitionOf,
  describeStep,
  durationInWords,
  findTextIssues,
  isAnswer,
  nextInBlock,
  performStep,
} from '../steps'
import type { AnyStep, BlockMove, PlainStep, Step, StepContext, StepEffect } from '../steps'
import { runIssue } from './issues'
import { counted } from './log'
import { makeChanges } from './makeChanges'
import type { Made } from './makeChanges'
import { listsOf, nextIndex, pathOf, plainOf, valuesIn, withTop } from './place'
import type { Stack } from './place'
import { putBack } from './putBack'
import type { Level, LogEntry, Run, RunHead, RunSheet, Taking } from './schema'
import { PULL_ANYWAY, STEP_BUDGET } from './startRun'

/** What one advance comes to: the head after it, the entries it adds to the log, the changes it made, in order. */
export interface Advance<R extends RunHead = RunHead> {
  readonly run: R
  readonly bench: BenchState
  readonly entries: readonly LogEntry[]
  readonly changes: readonly Change[]
}

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
      if (context.nowMs < head.wakeAtMs!) return same
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

/** Ends a run that waits or asks, without doing what is left of it. What it changed stands; `putBack` takes it back. */
export function stopRun(run: Run, nowMs: number): Run {
  const { steps, values, log, ...head } = run
  const stopped = stopHead(head, log, nowMs)
  return stopped.run === head ? run : { ...stopped.run, steps, values, log: [...log, ...stopped.entries] }
}

/** The same for whoever keeps the log beside the head. */
export function stopHead(head: RunHead, log: readonly LogEntry[], nowMs: number): Pick<Advance, 'run' | 'entries'> {
  return breakOff(head, log, 'stopped', runIssue({ code: 'stopped' }), nowMs)
}

/** Ends a run that cannot go on, whatever it was about to do. */
export function failHead(
  head: RunHead,
  log: readonly LogEntry[],
  because: Issue,
  nowMs: number,
): Pick<Advance, 'run' | 'entries'> {
  return breakOff(head, log, 'failed', because, nowMs)
}

function breakOff(
  head: RunHead,
  log: readonly LogEntry[],
  outcome: 'stopped' | 'failed',
  because: Issue,
  nowMs: number,
): Pick<Advance, 'run' | 'entries'> {
  if (head.phase === 'ended') return { run: head, entries: [] }
  const last = log.at(-1)
  const entry: LogEntry | undefined =
    last?.endedAtMs === null
      ? {
          path: last.path,
          sentence: last.sentence,
          outcome: 'failed',
          note: because.message,
          issueCode: because.code,
          startedAtMs: last.startedAtMs,
          endedAtMs: nowMs,
          goesOn: true,
          changes: [],
        }
      : undefined
  const counting = entry ? counted(head, entry) : { ...head, note: because.message }
  return { run: ended(settled(counting), outcome, nowMs), entries: entry ? [entry] : [] }
}

interface At {
  readonly head: RunHead
  readonly sheet: RunSheet
  readonly log: readonly LogEntry[]
  readonly bench: BenchState
  readonly context: StepContext
}

/** The head without what was only of the step that was under way. */
function settled(head: RunHead): RunHead {
  const { progress: _p, hurried: _h, request: _r, isGated: _g, waitMs: _w, ...rest } = head
  return { ...rest, question: null, wakeAtMs: null }
}

function ended(head: RunHead, outcome: Exclude<RunHead['outcome'], 'none'>, nowMs: number): RunHead {
  return { ...head, phase: 'ended', outcome, endedAtMs: nowMs }
}

function isTryingAgain(stack: Stack): boolean {
  return stack.at(-1)!.tries !== undefined
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

function endWait({ head, log, bench, context }: At): Advance {
  const last = log.at(-1)!
  const entry: LogEntry = { ...last, outcome: 'done', endedAtMs: context.nowMs, goesOn: true, changes: [] }
  return { run: ready(counted(settled(head), entry), nextIndex(head.stack)), bench, entries: [entry], changes: [] }
}

function ready(head: RunHead, stack: Stack): RunHead {
  return { ...head, phase: 'ready', stack }
}

function waiting(head: RunHead, wakeAtMs: number, nowMs: number): RunHead {
  return { ...head, phase: 'waiting', wakeAtMs, waitMs: Math.max(0, wakeAtMs - nowMs) }
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

function untried({ tries: _tries, ...level }: Level): Level {
  return level as Level
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
    case 'asks':
      return logged({ outcome: 'asking', note: effect.question.text }, (counting) => ({
        ...counting,
        phase: 'asking',
        question: { ...effect.question, id: `q${counting.entryCount}` },
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
    const made = makeChanges('changes' in effect ? effect.changes : [], bench)
    if (made.refusal === undefined) return { effect, made }
    const issue = runIssue({ code: 'change-refused', because: made.refusal })
    return { effect: { kind: 'failed', changes: [], issue }, made }
  } catch (error) {
    return { effect: { kind: 'failed', changes: [], issue: threw(error) }, made: { bench, recorded: [] } }
  }
}

function threw(error: unknown): Issue {
  return runIssue({ code: 'step-threw', because: error instanceof Error ? error.message : String(error) })
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

/** Takes back what the run has changed so far; the inverses are changes of the run like any other. */
function putBackSoFar(log: readonly LogEntry[], bench: BenchState): { effect: StepEffect; made: Made } {
  const { changes, report } = putBack({ log }, bench)
  const left = report.left.map(
    ({ sentence, left, now }) =>
      ` Left alone, as somebody has altered it since: ${sentence} It was ${left}, now it is ${now}.`,
  )
  const all = log.reduce((sum, entry) => sum + entry.changes.length, 0)
  const note = `Put back ${report.undone.length} of ${countOf(all, 'change')}.${left.join('')}`
  return { effect: { kind: 'done', changes, note }, made: makeChanges(changes, bench) }
}

/**
 * A step has failed: it is tried again, takes its second way, or its policy counts. One that stops fails the block
 * around it, which has tries, a second way and a policy of its own.
 */
function failStep(at: At, step: Step | AnyStep, issue: Issue, made: Made, reading?: Reading): Advance {
  const { head, sheet } = at
  const reached: At = { ...at, head: settled(head), bench: made.bench }
  const rescue = rescueOf(reached, step, head.stack, issue)
  const part = { issueCode: issue.code, ...takingOf(reading) }
  const entry = entryOf(
    at,
    step,
    rescue
      ? { outcome: 'waiting', note: `${issue.message}${rescue.words}`, ...part }
      : { outcome: 'failed', note: issue.message, ...part },
    made.recorded,
  )
  const advance: Advance = {
    run: counted(reached.head, entry),
    bench: made.bench,
    entries: [entry],
    changes: made.recorded.map(({ change }) => change),
  }
  if (rescue) return { ...advance, run: rescue.to(advance.run) }
  const lists = listsOf(sheet.steps, head.stack)
  return settleFailure({ ...reached, head: advance.run, log: [...at.log, entry] }, advance, lists, issue)
}

interface Rescue {
  readonly words: string
  readonly to: (head: RunHead) => RunHead
}

/** What is tried before a failure counts: the same again, then the second way. */
function rescueOf({ context }: At, step: Step | AnyStep, stack: Stack, issue: Issue): Rescue | undefined {
  const top = stack.at(-1)!
  const tries = (top.tries ?? 0) + 1
  const { retry } = step
  if (retry && tries <= retry.times) {
    return {
      words: ` Tries again in ${durationInWords(retry.afterMs)} (${tries} of ${retry.times}).`,
      to: (head) => ({
        ...waiting(head, context.nowMs + retry.afterMs, context.nowMs),
        stack: withTop(stack, (level) => ({ ...level, tries })),
      }),
    }
  }
  if (!step.alternative) return undefined
  const level: Level = { kind: 'second-way', because: issue.message, index: 0 }
  return { words: '', to: (head) => ready(head, [...withTop(stack, untried), level]) }
}

/** The policies of the step and of the blocks around it, from the inside out. */
function settleFailure(at: At, advance: Advance, lists: ReturnType<typeof listsOf>, issue: Issue): Advance {
  let { stack } = at.head
  for (;;) {
    const top = stack.at(-1)!
    const step = lists[stack.length - 1]![top.index]!
    // A second way speaks for the step that it stands for.
    if (top.kind !== 'second-way') {
      if (step.onFailure === 'go-on') {
        const run = { ...advance.run, failedCount: advance.run.failedCount + 1 }
        return { ...advance, run: ready(run, nextIndex(stack)) }
      }
      if (step.onFailure === 'put-back') return putAllBack(at, advance)
    }
    if (top.kind === 'sheet') return { ...advance, run: ended(advance.run, 'failed', at.context.nowMs) }
    stack = stack.slice(0, -1)
    const outer = lists[stack.length - 1]![stack.at(-1)!.index]!
    const rescue = top.kind === 'block' ? rescueOf(at, outer, stack, issue) : undefined
    if (rescue) return { ...advance, run: rescue.to(advance.run) }
  }
}

/** The policy of a step whose failure undoes all that was done before it. */
function putAllBack(at: At, advance: Advance): Advance {
  const { effect, made } = putBackSoFar(at.log, at.bench)
  const { path, sentence } = advance.entries.at(-1)!
  const entry: LogEntry = {
    path,
    sentence,
    outcome: 'failed',
    note: `${advance.run.note} ${effect.kind === 'done' ? effect.note : ''}`.trim(),
    issueCode: advance.entries.at(-1)!.issueCode,
    startedAtMs: at.context.nowMs,
    endedAtMs: at.context.nowMs,
    goesOn: true,
    changes: [...made.recorded],
  }
  return {
    run: ended(counted(advance.run, entry), 'failed', at.context.nowMs),
    bench: made.bench,
    entries: [...advance.entries, entry],
    changes: [...advance.changes, ...made.recorded.map(({ change }) => change)],
  }
}

type EntryPart = Pick<LogEntry, 'outcome' | 'note' | 'taking' | 'issueCode' | 'value'>

function entryOf(
  { head, sheet, log, bench, context }: At,
  step: Step | AnyStep,
  part: EntryPart,
  changes: readonly LogEntry['changes'][number][],
): LogEntry {
  const top = head.stack.at(-1)!
  const isSecond = top.kind === 'second-way'
  // A second way is told as the step that it stands for.
  const told = isSecond ? listsOf(sheet.steps, head.stack).at(-2)![head.stack.at(-2)!.index]! : step
  const isOver = part.outcome === 'done' || part.outcome === 'failed'
  const last = log.at(-1)
  const path = pathOf(head.stack)
  const goesOn = last?.endedAtMs === null && (last.path === path || (isSecond && `${last.path}.alternative` === path))
  return {
    path,
    sentence: describeStep(told, bench),
    ...part,
    startedAtMs: context.nowMs,
    endedAtMs: isOver ? context.nowMs : null,
    ...(goesOn ? { goesOn } : {}),
    ...(isSecond ? { firstWay: top.because } : {}),
    changes: [...changes],
  }
}

function takingOf(reading: Reading | undefined): { taking?: Taking } {
  if (!reading || reading.taken.length + reading.ignored.length === 0) return {}
  return {
    taking: {
      taken: reading.taken.map((entry) =>
        entry.kind === 'option'
          ? [entry.option.names[0], entry.value].filter((part) => part !== undefined).join(' ')
          : entry.value,
      ),
      ignored: reading.ignored.map(({ text, because }) => ({ text, because })),
    },
  }
}

function valueOf({ value }: Extract<StepEffect, { kind: 'done' }>): Pick<LogEntry, 'value'> {
  return value === undefined ? {} : { value }
}
