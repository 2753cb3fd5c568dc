import { applyChange, describeChange, footprintOf, invertChange } from '../bench'
import type { BenchState, Change } from '../bench'
import { NO_VALUES } from '../command'
import type { Reading, ValueTable } from '../command'
import type { Lever } from '../levers'
import { assertNever } from '../result'
import { describeStep, findTextIssues, performStep } from '../steps'
import type { PlainStep, StepContext, StepEffect } from '../steps'
import { putBack } from './putBack'
import type { RecordedChange, Run, Taking, TraceEntry } from './schema'

export interface StartContext {
  readonly nowMs: number
  readonly nextId: () => string
  readonly source?: Run['source']
  /** The named values its steps may use. */
  readonly values?: ValueTable
}

/** The answer that pulls a lever although its interlock does not hold. */
export const PULL_ANYWAY = 'pull'

/** A run that asks, before its first step, whether it shall go on although the interlock does not hold. */
export function gateRun(run: Run, text: string): Run {
  return {
    ...run,
    phase: 'asking',
    isGated: true,
    question: {
      text,
      choices: [
        { id: PULL_ANYWAY, label: 'Pull it all the same' },
        { id: 'leave', label: 'Leave it' },
      ],
    },
  }
}

/** Ends the wait of a run now, as if its time had come, and a ramp at its end; a run that does not wait comes back as the same object. */
export function pullForward(run: Run, nowMs: number): Run {
  return run.phase === 'waiting' && (run.ramp || run.wakeAtMs! > nowMs)
    ? { ...run, wakeAtMs: nowMs, ...(run.ramp ? { ramp: { ...run.ramp, startedAtMs: Number.MIN_SAFE_INTEGER } } : {}) }
    : run
}

/** A new run of a lever, before its first step. It keeps the steps as they are now: later edits do not reach it. */
export function startRun(lever: Pick<Lever, 'id' | 'name' | 'plate' | 'steps'>, context: StartContext): Run {
  return {
    id: context.nextId(),
    leverId: lever.id,
    leverName: lever.name,
    plate: lever.plate,
    source: context.source ?? 'api',
    steps: lever.steps,
    values: context.values ?? NO_VALUES,
    phase: 'ready',
    outcome: 'none',
    position: 0,
    wakeAtMs: null,
    question: null,
    trace: [],
    changes: [],
    startedAtMs: context.nowMs,
    endedAtMs: null,
    putBack: null,
  }
}

export interface Advance {
  readonly run: Run
  readonly bench: BenchState
  /** The changes this advance made, in order; those that changed nothing are left out. */
  readonly changes: readonly Change[]
}

/**
 * Takes a run one step further: performs the step at its position, or ends a wait that is over, or goes on with
 * `context.answer`. A run that has ended, still waits or still asks comes back as the same object.
 */
export function advanceRun(run: Run, bench: BenchState, context: StepContext): Advance {
  if (run.phase === 'ready' && run.trace.length === 0 && run.position === 0) {
    const unusable = refuseUnusable(run, bench, context.nowMs)
    if (unusable) return { run: unusable, bench, changes: [] }
  }
  switch (run.phase) {
    case 'ended':
      return { run, bench, changes: [] }
    case 'waiting': {
      if (context.nowMs < run.wakeAtMs!) return { run, bench, changes: [] }
      return run.ramp
        ? takeStep(run, bench, { ...context, answer: undefined })
        : { run: endWait(run, context.nowMs), bench, changes: [] }
    }
    case 'asking': {
      const answered = run.question!.choices.some((choice) => choice.id === context.answer)
      if (!answered) return { run, bench, changes: [] }
      return run.isGated
        ? { run: passGate(run, context.answer!, context.nowMs), bench, changes: [] }
        : takeStep(run, bench, context)
    }
    case 'ready':
      return run.position >= run.steps.length
        ? { run: end(run, 'done', context.nowMs), bench, changes: [] }
        : takeStep(run, bench, { ...context, answer: undefined })
    default:
      return assertNever(run.phase)
  }
}

/** Ends a run that waits or asks, without doing what is left of it. What it changed stands; `putBack` takes it back. */
export function stopRun(run: Run, nowMs: number): Run {
  if (run.phase === 'ended') return run
  const trace = run.trace.map((entry) =>
    entry.endedAtMs === null
      ? { ...entry, outcome: 'failed' as const, endedAtMs: nowMs, note: 'Stopped here.', issueCode: 'stopped' }
      : entry,
  )
  const { ramp: _ramp, firstWay: _firstWay, isGated: _gated, ...rest } = run
  return end({ ...rest, trace, question: null, wakeAtMs: null }, 'stopped', nowMs)
}

/** A name that is not known, in whatever step, ends the run before anything is done. */
function refuseUnusable(run: Run, bench: BenchState, nowMs: number): Run | undefined {
  for (const [stepIndex, step] of run.steps.entries()) {
    const [issue] = findTextIssues(step, bench, run.values)
    if (!issue) continue
    const entry: TraceEntry = {
      stepIndex,
      sentence: describeStep(step, bench),
      outcome: 'failed',
      note: `${issue.message} Nothing was done.`,
      issueCode: issue.code,
      startedAtMs: nowMs,
      endedAtMs: nowMs,
    }
    return end({ ...run, trace: [entry] }, 'failed', nowMs)
  }
  return undefined
}

interface Attempt {
  readonly effect: StepEffect
  readonly made: ReturnType<typeof makeChanges>
}

/** One way of a step, with its changes made, or refused as a failure. */
function attempt(step: PlainStep, run: Run, bench: BenchState, context: StepContext): Attempt {
  const effect = performStep(step, bench, { ...context, values: run.values })
  if (effect.kind === 'puts-back') return putBackSoFar(run, bench)
  const made = makeChanges('changes' in effect ? effect.changes : [], run.position, bench)
  return made.refusal === undefined
    ? { effect, made }
    : { effect: { kind: 'failed', changes: [], issue: { code: 'change-refused', message: made.refusal } }, made }
}

/** Takes back what the run has changed so far; the inverses are changes of the run like any other. */
function putBackSoFar(run: Run, bench: BenchState): Attempt {
  const { changes, report } = putBack(run, bench)
  const left = report.left.map(
    (entry) =>
      ` Left alone, as somebody has altered it since: ${entry.sentence} It was ${entry.left}, now it is ${entry.now}.`,
  )
  const note = `Put back ${report.undone.length} of ${run.changes.length} changes.${left.join('')}`
  return { effect: { kind: 'done', changes, note }, made: makeChanges(changes, run.position, bench) }
}

function takeStep(run: Run, bench: BenchState, context: StepContext): Advance {
  const step = run.steps[run.position]!
  const isGoingOn = run.phase === 'asking' || run.ramp !== undefined
  const { ramp } = run
  const first = run.firstWay === undefined ? attempt(step, run, bench, { ...context, ramp }) : undefined
  const isSecond = step.alternative !== undefined && (first === undefined || first.effect.kind === 'failed')
  const firstWay = isSecond
    ? (run.firstWay ?? (first!.effect as Extract<StepEffect, { kind: 'failed' }>).issue.message)
    : undefined
  const between = first?.made.bench ?? bench
  const second = isSecond
    ? attempt(step.alternative!, run, between, first ? { ...context, answer: undefined } : { ...context, ramp })
    : undefined
  const { effect, made } = second ?? first!
  const recorded = second && first ? [...first.made.recorded, ...made.recorded] : made.recorded
  const changes = second && first ? [...first.made.changes, ...made.changes] : made.changes

  const entry: TraceEntry = {
    ...traceOf(effect, run, describeStep(step, bench), context),
    ...(firstWay === undefined ? {} : { firstWay }),
  }
  // A step that asked or was on its way has its entry already.
  const trace = isGoingOn
    ? [...run.trace.slice(0, -1), { ...entry, startedAtMs: run.trace.at(-1)!.startedAtMs }]
    : [...run.trace, entry]
  const { ramp: _ramp, firstWay: _firstWay, ...rest } = run
  const reached: Run = { ...rest, trace, question: null, wakeAtMs: null, changes: [...run.changes, ...recorded] }
  const underWay = firstWay === undefined ? reached : { ...reached, firstWay }
  return { run: settle(effect, reached, underWay, context.nowMs), bench: made.bench, changes }
}

/** The run after a step that came to `effect`; `underWay` where the same step is to go on. */
function settle(effect: StepEffect, reached: Run, underWay: Run, nowMs: number): Run {
  switch (effect.kind) {
    case 'waits':
      return { ...reached, phase: 'waiting', wakeAtMs: effect.untilMs }
    case 'ramps':
      return { ...underWay, phase: 'waiting', wakeAtMs: effect.untilMs, ramp: effect.ramp }
    case 'asks':
      return {
        ...underWay,
        phase: 'asking',
        question: { text: effect.question.text, choices: [...effect.question.choices] },
      }
    case 'failed':
      return afterFailure(reached, nowMs)
    case 'done':
      return stepOver(reached, nowMs)
    case 'puts-back':
      throw new RangeError('a put-back step comes to what it has put back')
    default:
      return assertNever(effect)
  }
}

/** The interlock did not hold, and the user was asked. */
function passGate(run: Run, answer: string, nowMs: number): Run {
  const { isGated: _gated, ...rest } = run
  return answer === PULL_ANYWAY
    ? { ...rest, phase: 'ready', question: null }
    : end({ ...rest, question: null }, 'stopped', nowMs)
}

/** All changes of a step, or none: a step is never left half done. */
function makeChanges(changes: readonly Change[], stepIndex: number, bench: BenchState) {
  const recorded: RecordedChange[] = []
  let now = bench
  for (const change of changes) {
    const after = applyChange(now, change)
    if (!after.ok) return { recorded: [], bench, changes: [], refusal: after.issues[0]!.message }
    if (after.value !== now) {
      recorded.push({
        stepIndex,
        change,
        inverse: invertChange(now, change),
        left: footprintOf(change, after.value),
        sentence: describeChange(change, now),
      })
    }
    now = after.value
  }
  return { recorded, bench: now, changes: recorded.map((entry) => entry.change) }
}

function traceOf(effect: StepEffect, run: Run, sentence: string, { nowMs }: StepContext): TraceEntry {
  const base = { stepIndex: run.position, sentence, startedAtMs: nowMs }
  switch (effect.kind) {
    case 'done':
      return { ...base, outcome: 'done', note: effect.note, endedAtMs: nowMs, ...takingOf(effect.reading) }
    case 'failed':
      return {
        ...base,
        outcome: 'failed',
        note: effect.issue.message,
        issueCode: effect.issue.code,
        endedAtMs: nowMs,
        ...takingOf(effect.reading),
      }
    case 'ramps':
    case 'waits':
      return { ...base, outcome: 'waiting', note: effect.note, endedAtMs: null }
    case 'asks':
      return { ...base, outcome: 'asking', note: effect.question.text, endedAtMs: null }
    case 'puts-back':
      throw new RangeError('a put-back step comes to what it has put back')
    default:
      return assertNever(effect)
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

function endWait(run: Run, nowMs: number): Run {
  const entry = run.trace.at(-1)!
  return stepOver(
    { ...run, wakeAtMs: null, trace: [...run.trace.slice(0, -1), { ...entry, outcome: 'done', endedAtMs: nowMs }] },
    nowMs,
  )
}

function stepOver(run: Run, nowMs: number): Run {
  const position = run.position + 1
  if (position < run.steps.length) return { ...run, phase: 'ready', position }
  const anyFailed = run.trace.some((entry) => entry.outcome === 'failed')
  return end({ ...run, position }, anyFailed ? 'failed' : 'done', nowMs)
}

function afterFailure(run: Run, nowMs: number): Run {
  return run.steps[run.position]!.onFailure === 'go-on' ? stepOver(run, nowMs) : end(run, 'failed', nowMs)
}

function end(run: Run, outcome: Run['outcome'], nowMs: number): Run {
  return { ...run, phase: 'ended', outcome, endedAtMs: nowMs }
}
