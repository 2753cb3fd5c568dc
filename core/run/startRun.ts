import { NO_VALUES } from '../command'
import type { ValueTable } from '../command'
import type { Lever } from '../levers'
import type { Run, RunHead, RunSource } from './schema'

export interface StartContext {
  readonly nowMs: number
  readonly nextId: () => string
  readonly source?: RunSource
  /** The named values its steps may use. */
  readonly values?: ValueTable
}

/** So many steps one pull may do, those in blocks counted each time. */
export const STEP_BUDGET = 100_000

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
    stack: [{ kind: 'sheet', index: 0 }],
    wakeAtMs: null,
    question: null,
    budget: STEP_BUDGET,
    stepCount: lever.steps.length,
    entryCount: 0,
    changeCount: 0,
    ignoredCount: 0,
    failedCount: 0,
    note: '',
    log: [],
    startedAtMs: context.nowMs,
    endedAtMs: null,
    putBack: null,
  }
}

/** The answer that pulls a lever although its interlock does not hold. */
export const PULL_ANYWAY = 'pull'

/** A run that asks, before its first step, whether it shall go on although the interlock does not hold. */
export function gateRun(run: Run, text: string): Run {
  const choices = [
    { id: PULL_ANYWAY, label: 'Pull it all the same' },
    { id: 'leave', label: 'Leave it' },
  ]
  return { ...run, phase: 'asking', isGated: true, question: { kind: 'choice', id: 'gate', text, choices } }
}

/**
 * Ends the wait of a run now, as if its time had come, and what goes little by little at its end; one that does not
 * wait comes back as the same object.
 */
export function pullForward<R extends RunHead>(run: R, nowMs: number): R {
  const isUnderWay = run.progress !== undefined && !run.hurried
  return run.phase === 'waiting' && (isUnderWay || run.wakeAtMs! > nowMs)
    ? { ...run, wakeAtMs: nowMs, hurried: true }
    : run
}
