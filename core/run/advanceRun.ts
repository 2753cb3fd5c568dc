import { applyChange, describeChange, footprintOf, invertChange } from '../bench'
import type { BenchState, Change } from '../bench'
import { NO_VALUES } from '../command'
import type { Reading, ValueTable } from '../command'
import type { Lever } from '../levers'
import { assertNever } from '../result'
import { describeStep, findTextIssues, performStep } from '../steps'
import type { StepContext, StepEffect } from '../steps'
import type { RecordedChange, Run, Taking, TraceEntry } from './schema'

export interface StartContext {
  readonly nowMs: number
  readonly nextId: () => string
  readonly source?: Run['source']
  /** The named values its steps may use. */
  readonly values?: ValueTable
}

/** A new run of a lever, before its first step. It keeps the steps as they are now: later edits do not reach it. */
export function startRun(lever: Pick<Lever, 'id' | 'name' | 'plate' | 'steps'>, context: StartContext): Run {
  return {
    id: context.nextId(), leverId: lever.id, leverName: lever.name, plate: lever.plate, source: context.source ?? 'api', steps: lever.steps, values: context.values ?? NO_VALUES,
    phase: 'ready', outcome: 'none', position: 0, wakeAtMs: null, question: null, trace: [], changes: [],
    startedAtMs: context.nowMs, endedAtMs: null, putBack: null,
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
  if (run.phase === 'ready' && run.trace.length === 0) {
    const unusable = refuseUnusable(run, bench, context.nowMs)
    if (unusable) return { run: unusable, bench, changes: [] }
  }
  switch (run.phase) {
    case 'ended': return { run, bench, changes: [] }
    case 'waiting': return context.nowMs < run.wakeAtMs! ? { run, bench, changes: [] } : { run: endWait(run, context.nowMs), bench, changes: [] }
    case 'asking': {
      const answered = run.question!.choices.some(choice => choice.id === context.answer)
      return answered ? takeStep(run, bench, context) : { run, bench, changes: [] }
    }
    case 'ready': return run.position >= run.steps.length
      ? { run: end(run, 'done', context.nowMs), bench, changes: [] }
      : takeStep(run, bench, { ...context, answer: undefined })
    default: return assertNever(run.phase)
  }
}

/** Ends a run that waits or asks, without doing what is left of it. What it changed stands; `putBack` takes it back. */
export function stopRun(run: Run, nowMs: number): Run {
  if (run.phase === 'ended') return run
  const trace = run.trace.map(entry => (entry.endedAtMs === null ? { ...entry, outcome: 'failed' as const, endedAtMs: nowMs, note: 'Stopped here.', issueCode: 'stopped' } : entry))
  return end({ ...run, trace, question: null, wakeAtMs: null }, 'stopped', nowMs)
}

/** A name that is not known, in whatever step, ends the run before anything is done. */
function refuseUnusable(run: Run, bench: BenchState, nowMs: number): Run | undefined {
  for (const [stepIndex, step] of run.steps.entries()) {
    const [issue] = findTextIssues(step, bench, run.values)
    if (!issue) continue
    const entry: TraceEntry = { stepIndex, sentence: describeStep(step, bench), outcome: 'failed', note: `${issue.message} Nothing was done.`, issueCode: issue.code, startedAtMs: nowMs, endedAtMs: nowMs }
    return end({ ...run, trace: [entry] }, 'failed', nowMs)
  }
  return undefined
}

function takeStep(run: Run, bench: BenchState, context: StepContext): Advance {
  const step = run.steps[run.position]!
  const sentence = describeStep(step, bench)
  const effect = performStep(step, bench, { ...context, values: run.values })
  const entry = traceOf(effect, run, sentence, context)
  // A step that asked before has its entry already: the answer completes it.
  const trace = run.phase === 'asking' ? [...run.trace.slice(0, -1), { ...entry, startedAtMs: run.trace.at(-1)!.startedAtMs }] : [...run.trace, entry]
  const reached = { ...run, trace, question: null, wakeAtMs: null }
  switch (effect.kind) {
    case 'waits': return { run: { ...reached, phase: 'waiting', wakeAtMs: effect.untilMs }, bench, changes: [] }
    case 'asks': return { run: { ...reached, phase: 'asking', question: { text: effect.question.text, choices: [...effect.question.choices] } }, bench, changes: [] }
    case 'done':
    case 'failed': {
      const made = makeChanges(effect.changes, run.position, bench)
      const recorded = { ...reached, changes: [...run.changes, ...made.recorded] }
      if (made.refusal) {
        const failedEntry = { ...entry, outcome: 'failed' as const, note: made.refusal, issueCode: 'change-refused' }
        return { run: afterFailure({ ...recorded, trace: [...trace.slice(0, -1), failedEntry] }, context.nowMs), bench: made.bench, changes: made.changes }
      }
      const next = effect.kind === 'failed' ? afterFailure(recorded, context.nowMs) : stepOver(recorded, context.nowMs)
      return { run: next, bench: made.bench, changes: made.changes }
    }
    default: return assertNever(effect)
  }
}

/** All changes of a step, or none: a step is never left half done. */
function makeChanges(changes: readonly Change[], stepIndex: number, bench: BenchState) {
  const recorded: RecordedChange[] = []
  let now = bench
  for (const change of changes) {
    const after = applyChange(now, change)
    if (!after.ok) return { recorded: [], bench, changes: [], refusal: after.issues[0]!.message }
    if (after.value !== now) {
      recorded.push({ stepIndex, change, inverse: invertChange(now, change), left: footprintOf(change, after.value), sentence: describeChange(change, now) })
    }
    now = after.value
  }
  return { recorded, bench: now, changes: recorded.map(entry => entry.change) }
}

function traceOf(effect: StepEffect, run: Run, sentence: string, { nowMs }: StepContext): TraceEntry {
  const base = { stepIndex: run.position, sentence, startedAtMs: nowMs }
  switch (effect.kind) {
    case 'done': return { ...base, outcome: 'done', note: effect.note, endedAtMs: nowMs, ...takingOf(effect.reading) }
    case 'failed': return { ...base, outcome: 'failed', note: effect.issue.message, issueCode: effect.issue.code, endedAtMs: nowMs, ...takingOf(effect.reading) }
    case 'waits': return { ...base, outcome: 'waiting', note: effect.note, endedAtMs: null }
    case 'asks': return { ...base, outcome: 'asking', note: effect.question.text, endedAtMs: null }
    default: return assertNever(effect)
  }
}

function takingOf(reading: Reading | undefined): { taking?: Taking } {
  if (!reading || reading.taken.length + reading.ignored.length === 0) return {}
  return {
    taking: {
      taken: reading.taken.map(entry => (entry.kind === 'option' ? [entry.option.names[0], entry.value].filter(part => part !== undefined).join(' ') : entry.value)),
      ignored: reading.ignored.map(({ text, because }) => ({ text, because })),
    },
  }
}

function endWait(run: Run, nowMs: number): Run {
  const entry = run.trace.at(-1)!
  return stepOver({ ...run, wakeAtMs: null, trace: [...run.trace.slice(0, -1), { ...entry, outcome: 'done', endedAtMs: nowMs }] }, nowMs)
}

function stepOver(run: Run, nowMs: number): Run {
  const position = run.position + 1
  if (position < run.steps.length) return { ...run, phase: 'ready', position }
  const anyFailed = run.trace.some(entry => entry.outcome === 'failed')
  return end({ ...run, position }, anyFailed ? 'failed' : 'done', nowMs)
}

function afterFailure(run: Run, nowMs: number): Run {
  return run.steps[run.position]!.onFailure === 'go-on' ? stepOver(run, nowMs) : end(run, 'failed', nowMs)
}

function end(run: Run, outcome: Run['outcome'], nowMs: number): Run {
  return { ...run, phase: 'ended', outcome, endedAtMs: nowMs }
}
