import type { BenchState, Change } from '../bench'
import type { Reading } from '../command'
import { describeStep } from '../steps'
import type { AnyStep, Step, StepContext, StepEffect } from '../steps'
import { listsOf, pathOf } from './place'
import type { LogEntry, Run, RunHead, RunSheet, Taking } from './schema'

/** What one advance comes to: the head after it, the entries it adds to the log, the changes it made, in order. */
export interface Advance<R extends RunHead = RunHead> {
  readonly run: R
  readonly bench: BenchState
  readonly entries: readonly LogEntry[]
  readonly changes: readonly Change[]
}

/** Where a run is, and what it is taken on with. */
export interface At {
  readonly head: RunHead
  readonly sheet: RunSheet
  readonly log: readonly LogEntry[]
  readonly bench: BenchState
  readonly context: AdvanceContext
}

/** What a run is taken on with; `resume` goes on from a pause, by one step or until the next one that is marked. */
export interface AdvanceContext extends StepContext {
  readonly resume?: 'step' | 'run'
}

/** A run as its head, its sheet and its log, which are kept apart. */
export function partsOfRun(run: Run): { head: RunHead; sheet: RunSheet; log: LogEntry[] } {
  const { steps, values, inputs, levers, log, ...head } = run
  return { head, sheet: { steps, values, ...(inputs ? { inputs } : {}), ...(levers ? { levers } : {}) }, log }
}

export type EntryPart = Pick<LogEntry, 'outcome' | 'note' | 'taking' | 'started' | 'issueCode' | 'value'>

export function entryOf(
  { head, sheet, log, bench, context }: At,
  step: Step | AnyStep,
  part: EntryPart,
  changes: readonly LogEntry['changes'][number][],
): LogEntry {
  const top = head.stack.at(-1)!
  const isSecond = top.kind === 'second-way'
  // A second way is told as the step that it stands for.
  const told = isSecond ? listsOf(sheet, head.stack).at(-2)![head.stack.at(-2)!.index]! : step
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

export function takingOf(reading: Reading | undefined): { taking?: Taking } {
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

/** Programs that were started, as the log has them. */
export function startedOf({ started = [] }: Extract<StepEffect, { kind: 'done' }>): Pick<LogEntry, 'started'> {
  return started.length === 0 ? {} : { started: started.map((one) => ({ ...one, argv: [...one.argv] })) }
}

export function valueOf({ value }: Extract<StepEffect, { kind: 'done' }>): Pick<LogEntry, 'value'> {
  return value === undefined ? {} : { value }
}
