import { NO_VALUES } from '../command'
import type { ValueTable } from '../command'
import type { Lever } from '../levers'
import { namedIn } from '../steps'
import type { Scope } from '../values'
import type { CalledLever, Run, RunHead, RunSheet, RunSource } from './schema'

/** A lever as a run needs it: its steps, and what they may be given. */
export type Pullable = Pick<Lever, 'id' | 'name' | 'plate' | 'steps'> &
  Partial<Pick<Lever, 'inputs' | 'interlock' | 'enabled'>>

export interface StartContext {
  readonly nowMs: number
  readonly nextId: () => string
  readonly source?: RunSource
  /** The named values its steps may use. */
  readonly values?: ValueTable
  /** What it is given, as its inputs take it. */
  readonly inputs?: Scope
  /** The roads of turntables that are taken already. */
  readonly roads?: readonly string[]
  /** The levers there are, with their named values: those that its steps can come to are kept with the run. */
  readonly leverOf?: (id: string) => { readonly lever: Pullable; readonly values: ValueTable } | undefined
}

/** So many steps one pull may do, those in blocks counted each time. */
export const STEP_BUDGET = 100_000

/** A new run of a lever, before its first step. It keeps the steps as they are now: later edits do not reach it. */
export function startRun(lever: Pullable, context: StartContext): Run {
  const levers = context.leverOf ? leversReached(lever, context.leverOf) : {}
  return {
    id: context.nextId(),
    leverId: lever.id,
    leverName: lever.name,
    plate: lever.plate,
    source: context.source ?? 'api',
    steps: lever.steps,
    values: context.values ?? NO_VALUES,
    ...(context.inputs && Object.keys(context.inputs).length > 0 ? { inputs: { ...context.inputs } } : {}),
    ...(Object.keys(levers).length > 0 ? { levers } : {}),
    ...(context.roads && context.roads.length > 0 ? { roads: [...context.roads] } : {}),
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

/** Every lever that the steps of one can come to, by pulling it or through the interlock of one that is pulled. */
function leversReached(root: Pullable, leverOf: NonNullable<StartContext['leverOf']>): NonNullable<RunSheet['levers']> {
  const reached = new Map<string, CalledLever>()
  const open = namedIn(root.steps, 'lever')
  for (let id = open.pop(); id !== undefined; id = open.pop()) {
    const known = reached.has(id) ? undefined : leverOf(id)
    if (!known) continue
    const { lever, values } = known
    const { name, plate, steps, inputs, interlock, enabled = true } = lever
    reached.set(id, {
      name,
      plate,
      enabled,
      steps,
      values,
      ...(inputs ? { inputs } : {}),
      ...(interlock ? { interlock } : {}),
    })
    open.push(...namedIn(steps, 'lever'))
    if (interlock?.otherwise.kind === 'pull') open.push(interlock.otherwise.leverId)
  }
  return Object.fromEntries(reached)
}

/** The answer that pulls a lever although its interlock does not hold. */
export const PULL_ANYWAY = 'pull'

/** What is asked where an interlock does not hold. */
export function gateQuestion(text: string) {
  const choices = [
    { id: PULL_ANYWAY, label: 'Pull it all the same' },
    { id: 'leave', label: 'Leave it' },
  ]
  return { kind: 'choice' as const, text, choices }
}

/** A run that asks, before its first step, whether it shall go on although the interlock does not hold. */
export function gateRun(run: Run, text: string): Run {
  return { ...run, phase: 'asking', isGated: true, question: { ...gateQuestion(text), id: 'gate' } }
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
