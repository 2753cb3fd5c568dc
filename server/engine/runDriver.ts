import type { BenchState } from '../../core/bench'
import { fail, succeed, valueOf } from '../../core/result'
import type { Issue, Result } from '../../core/result'
import { failHead, runIssue, scriptRequest } from '../../core/run'
import type { AdvanceContext, LogEntry, Pullable, RunHead, RunSource } from '../../core/run'
import type { ScriptOutcome, ScriptRequest } from '../../core/script'
import { readRun } from '../database/runTable'
import type { WholeRun } from '../database/runTable'
import { breathe } from '../database/rows'
import { Alarms } from './alarms'
import type { PullOptions } from './beginnings'
import { OpenRuns } from './openRuns'
import { isTimed, readResumed } from './resumed'
import { RunPlans } from './runPlans'
import { stepContext } from './stepContext'
import type { World } from './plan'
import type { Store } from './store'
import { stretchOf } from './stretch'
import type { FirstPart, OpenRun, Stretch } from './stretch'
import { report } from '../report'

/** So often a run that waits for something looks whether it has come. */
const LOOK_MS = 1000
const NO_LONGER: Issue = { code: 'gone-on', message: 'This run has gone on meanwhile.' }

/** Runs a script; what becomes of it is always an outcome. */
export type RunsScript = (request: ScriptRequest) => Promise<ScriptOutcome>

/** Takes runs on, several side by side, a stretch at a time; each stretch is stored as a whole. */
export class RunDriver {
  private readonly open = new OpenRuns()
  private readonly alarms: Alarms
  readonly plans: RunPlans
  private isTurnDue = false
  private isClosed = false
  /** Whose turn is next, so that a long run does not keep another from going on. */
  private turn = 0

  constructor(
    private readonly store: Store,
    private readonly runScript: RunsScript = () => Promise.reject(new Error('nothing here runs scripts')),
  ) {
    this.alarms = new Alarms(() => store.nowMs())
    this.plans = new RunPlans(
      this.open,
      () => store.nextRunSeq(),
      (run) => this.settle(run),
    )
    store.watchBench((before) => this.benchChanged(before))
  }

  /** Goes on with the runs that had not ended when they were last stored. */
  async resume(): Promise<void> {
    for (const run of await readResumed(this.store)) this.open.keep(run)
    for (const id of this.open.ids()) this.follow(id)
  }

  /** The runs of this lever that go on, the newest last. */
  runsOf(leverId: string): RunHead[] {
    return this.open.of(leverId)
  }

  /** A run that goes on, as it stands. */
  standing(runId: string): OpenRun | undefined {
    return this.open.get(runId)
  }

  /** Every run that goes on, as it stands. */
  going(): readonly OpenRun[] {
    return this.open.all()
  }

  /** Starts a run of something that is no lever of the book, or not as it stands there; resolves when it is stored. */
  async pull(lever: Pullable, source: RunSource, options?: PullOptions): Promise<RunHead> {
    const pulled = await this.store.change((world) => succeed(this.plans.pull(world, lever, source, options)))
    return valueOf(pulled)
  }

  /** Resolves when the run ends, waits or asks, or when `patienceMs` are over; at once where it does so already. */
  settled(runId: string, patienceMs = 10_000): Promise<void> {
    return this.open.settled(runId, patienceMs)
  }

  /** A run as it stands, from memory or from the store. */
  async find(runId: string): Promise<WholeRun | undefined> {
    const run = this.open.get(runId)
    if (run) return { seq: run.seq, head: run.head, sheet: run.sheet, log: [...run.log] }
    return readRun(this.store.database, runId)
  }

  close(): void {
    this.isClosed = true
    this.alarms.close()
  }

  /** Plans and stores one stretch of some runs; what cannot be stored ends them, with the reason. */
  private async take(runs: (world: World) => OpenRun[], first?: FirstPart): Promise<void> {
    let taken: OpenRun[] = []
    try {
      await this.store.change((world) => {
        taken = runs(world)
        const stretch = stretchOf(taken, world, first)
        const moved = taken.filter(({ head }) => stretch.heads.get(head.id) !== head)
        const written = moved.map((run) => ({ ...run, head: stretch.heads.get(run.head.id)! }))
        const adopt = () => this.adopt(taken, stretch)
        return succeed({ answer: null, bench: stretch.bench, log: stretch.log, runs: written, adopt })
      })
    } catch (error) {
      for (const run of taken) await this.breakOff(run, error)
    }
  }

  private adopt(runs: readonly OpenRun[], { heads, added }: Stretch): void {
    for (const run of runs) {
      const { id } = run.head
      run.log.push(...added.get(id)!)
      run.head = heads.get(id)!
      this.settle(run)
    }
  }

  /**
   * A run whose stretch could not be stored is over; where not even that can be stored, it is over until the next
   * start.
   */
  private async breakOff(run: OpenRun, error: unknown): Promise<void> {
    const because = runIssue({ code: 'not-stored', because: error instanceof Error ? error.message : String(error) })
    report(`run ${run.head.id}`, error)
    const broken = failHead(run.head, run.log, because, this.store.nowMs())
    run.log.push(...broken.entries)
    run.head = broken.run
    await this.store
      .change(() =>
        succeed({
          answer: null,
          log: broken.entries.map((body) => ({ runId: run.head.id, body })),
          runs: [run],
        }),
      )
      .catch((again: unknown) => report(`run ${run.head.id} could not be ended`, again))
    this.settle(run)
  }

  /** One run goes on, given what it waited for, if `allow` lets it; `over` where it has ended. Resolves when it rests. */
  async go(
    runId: string,
    over: Issue,
    allow: (run: OpenRun, nowMs: number) => Result<Partial<AdvanceContext> & { head?: RunHead }>,
  ): Promise<Result<null>> {
    let refused: Result<null> | undefined
    const given: { id: string; part: Partial<AdvanceContext> } = { id: runId, part: {} }
    const runs = ({ nowMs }: World): OpenRun[] => {
      const run = this.open.get(runId)
      const allowed = run ? allow(run, nowMs) : fail(over)
      if (!run || !allowed.ok) {
        refused = allowed as Result<null>
        return []
      }
      const { head, ...part } = allowed.value
      if (head) run.head = head
      given.part = part
      return [run]
    }
    await this.take(runs, given)
    if (refused) return refused
    await this.settled(runId)
    return succeed(null)
  }

  /** One run is given another head at once, as it stands then. */
  async replace(
    runId: string,
    over: Issue,
    alter: (run: OpenRun, nowMs: number) => { run: RunHead; entries: readonly LogEntry[] },
  ): Promise<Result<null>> {
    const done = await this.store.change(({ nowMs }) => {
      const run = this.open.get(runId)
      if (!run) return fail(over)
      const { run: head, entries } = alter(run, nowMs)
      const adopt = () => {
        run.log.push(...entries)
        run.head = head
        this.settle(run)
      }
      const log = entries.map((body) => ({ runId, body }))
      return succeed({ answer: null, log, runs: [{ ...run, head }], adopt })
    })
    return done
  }

  /** Keeps a run in memory as long as it goes on, and sees to what comes next. */
  private settle(run: OpenRun): void {
    const { id, phase } = run.head
    this.open.keep(run)
    // Runs that come after it may begin.
    if (phase === 'ended') for (const { head } of this.open.after(id)) this.follow(head.id)
    this.follow(id)
    this.open.tell(id)
  }

  private follow(id: string): void {
    this.alarms.clear(id)
    const run = this.open.get(id)
    switch (run?.head.phase) {
      case 'ready':
        if (this.open.mayGoOn(run.head)) this.takeTurnSoon()
        break
      case 'asking':
        // Its standard answer is taken then.
        if (run.head.wakeAtMs !== null) this.wakeLater(id, run.head.wakeAtMs)
        break
      case 'waiting':
        // What it waits for may come by time alone, with nothing else happening.
        this.wakeLater(
          id,
          run.head.watch ? Math.min(run.head.wakeAtMs!, this.store.nowMs() + LOOK_MS) : run.head.wakeAtMs!,
        )
        break
      case 'fetching':
        void this.runAtHand(run)
        break
      default:
        break
    }
  }

  /** All runs that are ready go on for a stretch, after whatever else is due. */
  private takeTurnSoon(): void {
    if (this.isTurnDue || this.isClosed) return
    this.isTurnDue = true
    this.takeTurn().catch((error: unknown) => report('runs', error))
  }

  private async takeTurn(): Promise<void> {
    await breathe()
    this.isTurnDue = false
    if (this.isClosed) return
    await this.take(() => {
      const runs = this.open.ready()
      this.turn += 1
      return [...runs.slice(this.turn % runs.length), ...runs.slice(0, this.turn % runs.length)]
    })
  }

  /** Runs that wait for something look whether it has come; a clock that was run forward ends waits. */
  private benchChanged(before: BenchState): void {
    const isClockMoved = before.clockAheadMs !== this.store.bench.clockAheadMs
    for (const { head } of this.open.all()) {
      if (!isTimed(head)) continue
      if (isClockMoved) this.follow(head.id)
      else if (head.watch && this.alarms.has(head.id)) this.wakeLater(head.id, this.store.nowMs())
    }
  }

  private wakeLater(id: string, wakeAtMs: number): void {
    this.alarms.set(id, wakeAtMs, () => {
      const timed = () => [this.open.get(id)].flatMap((run) => (run && isTimed(run.head) ? [run] : []))
      this.take(timed)
        .then(() => timed().length > 0 && this.follow(id))
        .catch((error: unknown) => report(`run ${id}`, error))
    })
  }

  /** Runs the script at hand, as names and bench stand now, and goes on with what it came to. */
  private async runAtHand({ head, sheet, log }: OpenRun): Promise<void> {
    const { id, entryCount } = head
    try {
      const { bench, book } = this.store
      const request = scriptRequest(head, sheet, log, bench, stepContext({ book, nowMs: this.store.nowMs() }))
      if (!request) return
      const fetched = await this.runScript(request)
      await this.go(id, NO_LONGER, ({ head: now }) =>
        now.phase === 'fetching' && now.entryCount === entryCount ? succeed({ fetched }) : fail(NO_LONGER),
      )
    } catch (error) {
      const run = this.open.get(id)
      if (run) await this.breakOff(run, error)
    }
  }
}
