import type { BenchState } from '../bench'
import type { Reading } from '../command'
import { countOf } from '../names'
import type { Issue } from '../result'
import { durationInWords } from '../steps'
import type { AnyStep, Step, StepEffect } from '../steps'
import { entryOf, takingOf } from './entries'
import type { Advance, At } from './entries'
import { ended, ready, settled, untried, waiting } from './heads'
import { runIssue } from './issues'
import { counted } from './log'
import { makeChanges } from './makeChanges'
import type { Made } from './makeChanges'
import { listsOf, nextIndex, withTop } from './place'
import type { Stack } from './place'
import { putBack } from './putBack'
import type { Level, LogEntry, RunHead } from './schema'

/** Takes back what the run has changed so far; the inverses are changes of the run like any other. */
export function putBackSoFar(log: readonly LogEntry[], bench: BenchState): { effect: StepEffect; made: Made } {
  const { changes, report } = putBack({ log }, bench)
  const left = report.left.map(
    ({ sentence, left, now }) =>
      ` Left alone, as somebody has altered it since: ${sentence} It was ${left}, now it is ${now}.`,
  )
  const all = log.reduce((sum, entry) => sum + entry.changes.length, 0)
  const note = `Put back ${report.undone.length} of ${countOf(all, 'change')}.${left.join('')}`
  return { effect: { kind: 'done', changes, note }, made: makeChanges(changes, bench) }
}

export function threw(error: unknown): Issue {
  return runIssue({ code: 'step-threw', because: error instanceof Error ? error.message : String(error) })
}

/**
 * A step has failed: it is tried again, takes its second way, or its policy counts. One that stops fails the block
 * around it, which has tries, a second way and a policy of its own.
 */
export function failStep(at: At, step: Step | AnyStep, issue: Issue, made: Made, reading?: Reading): Advance {
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
  const lists = listsOf(sheet, head.stack)
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
    const rescue = top.kind === 'second-way' ? undefined : rescueOf(at, outer, stack, issue)
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
