import type { History } from '../../contract'
import { summarizeRun } from '../../contract'
import type { BenchState, Change } from '../../core/bench'
import { succeed } from '../../core/result'
import type { Result } from '../../core/result'
import { lineOf } from '../../core/ledger'
import type { LedgerLine } from '../../core/ledger'
import type { Lever } from '../../core/levers'
import type { RunHead } from '../../core/run'
import { lastSeq, readBenchAt } from '../database/benchTable'
import type { BenchAt } from '../database/benchTable'
import { leverPieces, writeBookHead } from '../database/bookTable'
import type { Database } from '../database/openDatabase'
import { addPending, endPending, readHistory } from '../database/revisionTable'
import { lastRunSeq, writeRuns } from '../database/runTable'
import type { LogWrite, RunWrite } from '../database/runTable'
import { breathe, slicesOf } from '../database/rows'
import type { RevisionEntry } from '../database/schema'
import { BenchSnapshots } from './benchSnapshots'
import { Book } from './book'
import type { BookDelta } from './book'
import type { Moment } from '../../core/conditions'
import { minuteOfDay } from './clock'
import type { Clock } from './clock'
import type { LiveFeed } from './liveFeed'
import { changesOf } from './plan'
import type { Plan, PlannedEntry, PlannedRun, World } from './plan'
import { RunClock } from './runClock'
import { SerialQueue } from './serialQueue'
import { report } from '../report'

/** Told of the bench before a commit, of what was changed since, and of the runs that did it. */
export type BenchWatcher = (before: BenchState, changes: readonly Change[], causes: readonly RunHead[]) => void

/** An edit of many levers that stands already; their rows and the tabs do not yet. */
interface Unfollowed {
  readonly entries: readonly RevisionEntry[]
  readonly changed: readonly Lever[]
}

/**
 * The one committer. Whoever wants to change anything gives a function that plans it against what stands; plans are
 * made one after the other. A plan is stored in one transaction, then adopted in memory, then told to the tabs: what a
 * tab was told is stored, and a process that dies leaves whole plans only.
 */
export class Store {
  private readonly queue = new SerialQueue()
  private readonly edits = new SerialQueue()
  private unfollowed: Unfollowed | undefined
  private readonly onBench = new Set<BenchWatcher>()
  private readonly onEnded = new Set<(heads: readonly RunHead[]) => void>()
  private readonly onBook = new Set<(delta: BookDelta) => void>()

  private constructor(
    readonly database: Database,
    readonly feed: LiveFeed,
    readonly clock: Clock,
    readonly book: Book,
    private state: BenchAt,
    private readonly snapshots: BenchSnapshots,
    private seq: number,
    private runSeq: number,
    private readonly runClock: RunClock,
  ) {}

  static async open(database: Database, feed: LiveFeed, clock: Clock): Promise<Store> {
    const left = await readBenchAt(database)
    if (!left) throw new Error('the store has no bench')
    const book = await Book.read(database)
    const { stored, ...state } = left
    const [seq, runSeq] = [await lastSeq(database), await lastRunSeq(database)]
    const [snapshots, runClock] = [new BenchSnapshots(stored), await RunClock.open(database)]
    return new Store(database, feed, clock, book, state, snapshots, seq, runSeq, runClock)
  }

  get bench(): BenchState {
    return this.state.state
  }

  get benchVersion(): number {
    return this.state.version
  }

  /** The time on the bench: its clock may have been run forward. */
  nowMs(): number {
    return this.clock.nowMs() + (this.bench.clockAheadMs ?? 0)
  }

  /** What conditions look at beside the bench. */
  moment(): Required<Pick<Moment, 'nowMs' | 'minuteOfDay'>> {
    const nowMs = this.nowMs()
    return { nowMs, minuteOfDay: minuteOfDay(nowMs) }
  }

  /** Calls back after each commit that changed the bench, once it is stored. */
  watchBench(callBack: BenchWatcher): void {
    this.onBench.add(callBack)
  }

  /** Calls back after each edit, once it is stored. Gives back what ends it. */
  watchBook(callBack: (delta: BookDelta) => void): () => void {
    this.onBook.add(callBack)
    return () => this.onBook.delete(callBack)
  }

  /** Calls back with the runs that have come to their end, once they are stored. */
  watchEnded(callBack: (heads: readonly RunHead[]) => void): void {
    this.onEnded.add(callBack)
  }

  /** The number of the next run, given once. */
  nextRunSeq(): number {
    return ++this.runSeq
  }

  /** Plans against what stands, stores, adopts, tells, answers. A plan that fails, or throws, changes nothing. */
  change<T>(plan: (world: World) => Result<Plan<T>> | Promise<Result<Plan<T>>>): Promise<Result<T>> {
    return this.queue.run(async () => {
      const planned = await plan({ book: this.book, bench: this.bench, nowMs: this.nowMs() })
      if (!planned.ok) return planned
      await this.commit(planned.value)
      return succeed(planned.value.answer)
    })
  }

  /** Work on the store that alters nothing of what stands, such as dropping what is kept no longer. */
  aside<T>(work: (database: Database) => Promise<T>): Promise<T> {
    return this.queue.run(() => work(this.database))
  }

  /**
   * Edits have their turn one after the other, so that one of many levers can be stored in parts while runs go on. What
   * is left to do when the work has answered is done before the next one begins.
   */
  editing<T>(work: () => Promise<T>): Promise<T> {
    return new Promise((resolve, reject) => {
      const turn = async () => {
        await this.follow()
        await work().then(resolve, reject)
        await this.follow().catch((error: unknown) => report('edit of many levers', error))
      }
      this.edits.run(turn).catch(reject)
    })
  }

  /** Resolves when everything that was asked for so far is done. */
  async idle(): Promise<void> {
    await this.edits.idle()
    await this.queue.idle()
    this.snapshots.stopWaiting()
    if (this.snapshots.isDue(this.benchVersion)) await this.snapshot()
  }

  /** Stores the parts of the bench as it stands. */
  async snapshot(): Promise<void> {
    const written = await this.aside((database) =>
      database.transaction(async (transaction) => {
        const { state } = this
        await this.snapshots.write(transaction, state, this.clock.nowMs())
        return state
      }),
    )
    this.snapshots.adopt(written)
  }

  /** Tells the tabs of the levers of a large edit and writes their rows, in pieces that let runs through. */
  private async follow(): Promise<void> {
    if (!this.unfollowed) return
    const { entries, changed } = this.unfollowed
    this.unfollowed = { entries, changed: [] }
    const { history } = this.book
    for (const slice of slicesOf(changed)) {
      this.feed.publish({ type: 'edit', ...NOTHING, levers: { changed: slice, removed: [] }, history })
      await breathe()
    }
    for (const piece of leverPieces(entries)) {
      await this.aside(piece)
      await breathe()
    }
    await this.aside(endPending)
    this.unfollowed = undefined
  }

  private async commit<T>({
    bench = this.bench,
    log = [],
    runs = [],
    book = [],
    revise,
    inParts,
    alongside,
    adopt,
  }: Plan<T>): Promise<void> {
    const nowMs = this.nowMs()
    let { version } = this.state
    let { seq } = this
    const entries = log.map((entry): LogWrite => {
      const body = entry.runId === null ? { changes: entry.changes.map((change) => ({ change })) } : entry.body
      version += body.changes.length
      const source = entry.runId === null ? entry.source : 'run'
      return { seq: ++seq, runId: entry.runId, source, atMs: nowMs, version, body }
    })
    await this.runClock.note(runs)
    const written = runs.map(({ seq: runSeq, head, sheet, isNew, ...run }): RunWrite => {
      const hasEnded = head.phase === 'ended'
      return {
        seq: runSeq,
        head,
        ...(isNew && sheet ? { sheet } : {}),
        hasJustEnded: hasEnded && head.putBack === null,
        ...(hasEnded ? { line: this.lineOf({ seq: runSeq, head, sheet, ...run }, log) } : {}),
      }
    })
    const withSnapshot = this.snapshots.isOverdue(version)
    const reached: BenchAt = { version, state: bench }
    let history: History | undefined
    if (!revise && !alongside && !withSnapshot) {
      if (written.length + entries.length > 0) await writeRuns(this.database, written, entries)
    } else {
      await this.database.transaction(async (transaction) => {
        if (book.length > 0) await writeBookHead(transaction, book, this.book)
        if (!inParts) for (const piece of leverPieces(book)) await piece(transaction)
        if (written.length + entries.length > 0) await writeRuns(transaction, written, entries)
        if (withSnapshot) await this.snapshots.write(transaction, reached, nowMs)
        await alongside?.(transaction)
        const revisionId = await revise?.(transaction)
        if (inParts) await addPending(transaction, { ...inParts, revisionId: revisionId! })
        if (revise) history = await readHistory(transaction)
      })
    }
    const before = this.bench
    this.state = reached
    this.seq = seq
    if (withSnapshot) this.snapshots.adopt(reached)
    this.snapshots.whenQuiet(version, () => this.snapshot())
    adopt?.()
    this.tell(log, runs, book, history, inParts !== undefined)
    const ended = written.flatMap(({ head, hasJustEnded }) => (hasJustEnded ? [head] : []))
    if (ended.length > 0) for (const callBack of this.onEnded) callBack(ended)
    if (before === bench) return
    const made = new Set(log.map(({ runId }) => runId))
    const causes = runs.map(({ head }) => head).filter(({ id }) => made.has(id))
    const changes = changesOf(log)
    for (const callBack of this.onBench) callBack(before, changes, causes)
  }

  /** How the ledger finds a run that goes on no longer, or as it stands. */
  lineOf({ seq, head, sheet, log }: PlannedRun, added: readonly PlannedEntry[] = []): LedgerLine {
    const own = added.flatMap((entry) => (entry.runId === head.id ? [entry.body] : []))
    return lineOf(head, seq, this.book.levers.get(head.leverId)?.frameId ?? null, sheet, [...log, ...own])
  }

  private tell(
    log: readonly PlannedEntry[],
    runs: readonly PlannedRun[],
    book: readonly RevisionEntry[],
    history: History | undefined,
    isInParts: boolean,
  ): void {
    const changes = changesOf(log)
    if (changes.length > 0) this.feed.publish({ type: 'bench', version: this.benchVersion, changes })
    if (history) {
      const adopted = this.book.adopt(book)
      const { levers, ...delta } = adopted
      this.book.history = history
      if (isInParts) this.unfollowed = { entries: book, changed: levers.changed }
      const changed = isInParts ? [] : levers.changed
      this.feed.publish({ type: 'edit', ...delta, levers: { ...levers, changed }, history })
      for (const callBack of this.onBook) callBack(adopted)
    }
    for (const { seq, head } of runs) this.feed.publish({ type: 'run', run: summarizeRun(head, seq) })
  }
}

const NOTHING = {
  frames: { changed: [], removed: [] },
  values: { changed: [], removed: [] },
  kits: { changed: [], removed: [] },
}
