import { summarizeRun } from '../../contract'
import { applyChange, invertChange } from '../../core/bench'
import type { BenchState, Change } from '../../core/bench'
import type { ValueTable } from '../../core/command'
import type { Lever } from '../../core/levers'
import { fail, succeed } from '../../core/result'
import type { Result } from '../../core/result'
import { advanceRun, gateRun, pullForward, putBack, rehearse, startRun, stopRun } from '../../core/run'
import type { PutBackReport, Rehearsal, Run } from '../../core/run'
import type { StepContext } from '../../core/steps'
import { appendChanges, readBench } from '../database/benchTable'
import type { Cause } from '../database/benchTable'
import type { Database, Queries } from '../database/openStore'
import { readOpenRuns, readRun, writeRun } from '../database/runTable'
import { steadyClock } from './clock'
import type { Clock } from './clock'
import type { LiveFeed } from './liveFeed'
import { newId } from './newId'
import type { SerialQueue } from './serialQueue'

/** The longest delay a timer of the platform can hold. */
const LONGEST_TIMER_MS = 2 ** 31 - 1

type Pullable = Pick<Lever, 'id' | 'name' | 'plate' | 'steps'>

/**
 * The simulated workstation and the runs on it. Every alteration goes through `commit`: the changes of a step and the
 * run's new position are stored in one transaction, then become the state in memory, then are told to the tabs.
 */
export class Workstation {
  private readonly open = new Map<string, Run>()
  private readonly timers = new Map<string, NodeJS.Timeout>()

  /** Whether a frame of levers is on; set by whoever knows the frames. */
  framesOn: StepContext['framesOn']

  private constructor(
    private readonly database: Database,
    private readonly queue: SerialQueue,
    private readonly feed: LiveFeed,
    private bench: BenchState,
    private benchVersion: number,
    private readonly clock: Clock,
  ) {}

  /** The bench as it was left, with runs that had not ended going on. */
  static async resume(
    database: Database,
    queue: SerialQueue,
    feed: LiveFeed,
    clock: Clock = steadyClock(),
  ): Promise<Workstation> {
    const left = await readBench(database)
    if (!left) throw new Error('the store has no bench')
    const workstation = new Workstation(database, queue, feed, left.state, left.version, clock)
    for (const run of await readOpenRuns(database)) {
      workstation.open.set(run.id, run)
      workstation.drive(run.id).catch((error) => console.error(`run ${run.id}:`, error))
    }
    return workstation
  }

  get state(): BenchState {
    return this.bench
  }

  get version(): number {
    return this.benchVersion
  }

  /** Whether a run of this lever is still going on. */
  isRunning(leverId: string): boolean {
    return [...this.open.values()].some((run) => run.leverId === leverId)
  }

  /** Starts a run; resolves when it ends, waits or asks. With a question it asks that first. */
  async pull(lever: Pullable, source: Run['source'], values?: ValueTable, question?: string): Promise<Run> {
    const begun = startRun(lever, { nowMs: this.clock.nowMs(), nextId: newId, source, values })
    const run = question === undefined ? begun : gateRun(begun, question)
    this.open.set(run.id, run)
    if (question === undefined) return this.drive(run.id)
    await this.queue.run(() => this.commit([], this.bench, { source: 'run', runId: run.id }, run))
    return run
  }

  rehearse(lever: Pullable, values?: ValueTable): Rehearsal {
    return rehearse(lever, this.bench, { nowMs: this.clock.nowMs(), nextId: newId, values, framesOn: this.framesOn })
  }

  /** Gives a run the answer to its question; resolves when it ends, waits or asks again. */
  async answer(runId: string, choice: string): Promise<Result<Run>> {
    const run = this.open.get(runId)
    if (run?.phase !== 'asking') return fail({ code: 'not-asking', message: 'This run does not ask anything now.' })
    const choices = run.question!.choices.map((entry) => entry.id)
    if (!choices.includes(choice))
      return fail({
        code: 'choice-unknown',
        message: `“${choice}” is none of the answers: ${choices.join(', ')}.`,
        at: 'choice',
      })
    await this.advance(runId, choice)
    return succeed(await this.drive(runId))
  }

  /** Ends a run that waits or asks. */
  async stop(runId: string): Promise<Result<Run>> {
    return this.queue.run(async () => {
      const run = this.open.get(runId)
      if (!run) return fail({ code: 'already-ended', message: 'This run has ended already.' })
      const stopped = stopRun(run, this.clock.nowMs())
      await this.commit([], this.bench, { source: 'run', runId }, stopped)
      return succeed(stopped)
    })
  }

  /** Ends the wait of a run now; resolves when it ends, waits again or asks. */
  async pullForward(runId: string): Promise<Result<Run>> {
    const waiting = await this.queue.run(async () => {
      const run = this.open.get(runId)
      if (run?.phase !== 'waiting') return false
      await this.commit([], this.bench, { source: 'run', runId }, pullForward(run, this.clock.nowMs()))
      return true
    })
    if (!waiting) return fail({ code: 'not-waiting', message: 'This run does not wait now.' })
    clearTimeout(this.timers.get(runId))
    this.timers.delete(runId)
    return succeed(await this.drive(runId))
  }

  /** Takes back what a run changed. */
  async putBack(runId: string): Promise<Result<{ run: Run; report: PutBackReport }>> {
    return this.queue.run(async () => {
      if (this.open.has(runId))
        return fail({
          code: 'still-running',
          message: 'This run is still going on. Stop it, or wait until it ends, then put it back.',
        })
      const run = await readRun(this.database, runId)
      if (!run) return fail({ code: 'run-missing', message: 'There is no such run.' })
      if (run.putBack) return fail({ code: 'already-put-back', message: 'This run was put back already.' })
      const taken = putBack(run, this.bench)
      const report = { atMs: this.clock.nowMs(), ...taken.report }
      const done = { ...run, putBack: report }
      await this.commit(taken.changes, taken.bench, { source: 'put-back', runId }, done)
      return succeed({ run: done, report })
    })
  }

  /** Alters the bench by hand: all of the changes, or none. */
  async change(changes: readonly Change[]): Promise<Result<number>> {
    return this.queue.run(async () => {
      const made = this.tryChanges(changes)
      if (!made.ok) return made
      await this.commit(made.value.effective, made.value.after, { source: 'hand' })
      return succeed(this.benchVersion)
    })
  }

  /** What changes would come to, with those that take them back, last first. Issues as those of `applyChange`, with the place. */
  tryChanges(changes: readonly Change[]): Result<{ after: BenchState; effective: Change[]; inverse: Change[] }> {
    let after = this.bench
    const effective: Change[] = []
    const inverse: Change[] = []
    for (const [i, change] of changes.entries()) {
      const result = applyChange(after, change)
      if (!result.ok)
        return fail(
          ...result.issues.map((issue) => ({
            ...issue,
            at: ['changes', i, issue.at].filter((part) => part !== undefined).join('.'),
          })),
        )
      if (result.value === after) continue
      effective.push(change)
      inverse.unshift(invertChange(after, change))
      after = result.value
    }
    return succeed({ after, effective, inverse })
  }

  /** Alters the bench in one transaction with other work on the store. Only for those that hold the queue, with changes that `tryChanges` has taken. */
  async commitTogether<T>(
    made: { after: BenchState; effective: readonly Change[] },
    work: (transaction: Queries) => Promise<T>,
  ): Promise<T> {
    let done: T
    await this.commit(made.effective, made.after, { source: 'edit' }, undefined, async (transaction) => {
      done = await work(transaction)
    })
    return done!
  }

  close(): void {
    for (const timer of this.timers.values()) clearTimeout(timer)
    this.timers.clear()
  }

  private async drive(runId: string): Promise<Run> {
    let run = this.open.get(runId)!
    do run = await this.advance(runId)
    while (run.phase === 'ready')
    if (run.phase === 'waiting') this.wakeLater(run)
    return run
  }

  private advance(runId: string, answer?: string): Promise<Run> {
    return this.queue.run(async () => {
      const run = this.open.get(runId) ?? (await readRun(this.database, runId))
      if (!run) throw new RangeError(`no run ${runId}`)
      const advance = advanceRun(run, this.bench, {
        nowMs: this.clock.nowMs(),
        nextId: newId,
        answer,
        framesOn: this.framesOn,
      })
      if (advance.run !== run)
        await this.commit(
          advance.changes,
          advance.bench,
          { source: 'run', runId, stepIndex: run.position },
          advance.run,
        )
      return advance.run
    })
  }

  private wakeLater(run: Run): void {
    clearTimeout(this.timers.get(run.id))
    // A timer of the platform may be early by a fraction of a millisecond; the run would then be found still waiting.
    const delayMs = Math.min(Math.max(0, run.wakeAtMs! - this.clock.nowMs()) + 1, LONGEST_TIMER_MS)
    this.timers.set(
      run.id,
      setTimeout(() => {
        this.timers.delete(run.id)
        this.drive(run.id).catch((error) => console.error(`run ${run.id}:`, error))
      }, delayMs),
    )
  }

  private async commit(
    changes: readonly Change[],
    after: BenchState,
    cause: Cause,
    run?: Run,
    alongside?: (transaction: Queries) => Promise<void>,
  ): Promise<void> {
    const nowMs = this.clock.nowMs()
    const version = await this.database.transaction(async (transaction) => {
      await alongside?.(transaction)
      if (run) await writeRun(transaction, run)
      return appendChanges(transaction, this.benchVersion, nowMs, changes, cause, after)
    })
    this.bench = after
    this.benchVersion = version
    if (changes.length > 0) this.feed.publish({ type: 'bench', version, changes: [...changes] })
    if (!run) return
    if (run.phase === 'ended') this.open.delete(run.id)
    else this.open.set(run.id, run)
    this.feed.publish({ type: 'run', run: summarizeRun(run) })
  }
}
