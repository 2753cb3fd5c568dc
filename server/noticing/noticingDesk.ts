import { existsSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { frontProgram } from '../../core/bench'
import { alikeLevers, PAUSE_MS, proposalsOf, undoneAtOnce, withoutContents } from '../../core/noticing'
import type { LeverFact, NoticedAct, Proposal, Repeat } from '../../core/noticing'
import type { RunHead } from '../../core/run'
import { timeByHand } from '../../core/savings'
import type { Step } from '../../core/steps'
import {
  countKeyPulls,
  dropNoticed,
  lastNoticedSeq,
  listHandPulls,
  listNoticed,
  readAside,
  writeAside,
  writeNoticed,
} from '../database/noticedTable'
import { breathe, inSlices, slicesOf } from '../database/rows'
import { isSecret, pullingStep } from '../engine/actLog'
import type { DoneStep } from '../engine/actLog'
import { namesNow } from '../engine/namesNow'
import type { World } from '../engine/plan'
import type { Store } from '../engine/store'
import type { Queries } from '../database/openDatabase'
import type { FromNoticing, ToNoticing } from './messages'
import { PULL_MS, Watcher } from './watcher'
import { report } from '../report'
import { startThread } from '../thread'
import type { Thread, ThreadListener } from '../thread'

/** Beside the built server; the development server has none. */
const workerFile = join(dirname(process.argv[1] ?? ''), 'workers', 'noticingWorker.cjs')
/** What was done is looked at so long after it, and not more often. */
const LOOK_AFTER_MS = 15_000
const ACTS_AT_ONCE = 1000
/** Text typed within this time of the last is one act with it. */
const TYPING_MS = 10_000
/** So many acts beyond what is kept may stand, so that not each new one drops an old one. */
const SLACK = 50
const BY_HAND: ReadonlySet<string> = new Set(['key', 'launcher', 'button', 'tile', 'lamp'])

export interface Noticed {
  /** How many acts are kept, and since when. */
  readonly acts: number
  readonly sinceMs?: number
  readonly proposals: readonly Proposal[]
  readonly facts: readonly LeverFact[]
  /** What was found and is told no more. */
  readonly aside: readonly string[]
}

/**
 * What is done by hand, kept without anything that was written, and what repeats in it. It never asks for attention: what
 * it tells of itself is a number.
 */
export class NoticingDesk {
  private worker: Thread<ToNoticing> | undefined
  private loading: Promise<void> | undefined
  /** What was done before is read; what is done from now on is told to the thread as it is done. */
  private isLive = false
  private timer: NodeJS.Timeout | undefined
  /** When something was typed, where nothing else was done since. */
  private typedAtMs = 0
  private count = 0
  private asked = 0
  private isClosed = false
  private readonly waiting = new Map<number, (repeats: readonly Repeat[]) => void>()
  /** Kept as long as no lever differs. */
  private alike: Promise<LeverFact[]> | undefined

  private constructor(
    private readonly store: Store,
    private seq: number,
    private readonly aside: Set<string>,
    private readonly file: string,
  ) {
    store.watchEnded((heads) => this.pulled(heads))
    store.watchBook(() => (this.alike = undefined))
    // What was noticed before a restart is told again when somebody is there.
    store.feed.onSubscribe(() => this.lookSoon())
  }

  static async open(store: Store, file = workerFile): Promise<NoticingDesk> {
    const aside = new Set(await readAside(store.database))
    return new NoticingDesk(store, await lastNoticedSeq(store.database), aside, file)
  }

  async close(): Promise<void> {
    this.isClosed = true
    clearTimeout(this.timer)
    this.worker?.end()
    for (const resolve of this.waiting.values()) resolve([])
    this.waiting.clear()
    await this.loading?.catch(() => undefined)
  }

  /** How much is worth a word. */
  state(): { readonly count: number } {
    return { count: this.count }
  }

  /** How acts are kept with the plan that does them; nothing where they are not watched, or hold secrets. */
  note(steps: readonly DoneStep[], { book, nowMs }: World): { write: Write; adopt: () => void } | undefined {
    const { mostNoticed } = book.settings.body.retention
    if (mostNoticed === 0) return undefined
    const acts = steps.flatMap(({ step, before }) => {
      if (isSecret(step, before)) return []
      // Letter after letter is one text.
      const isTyped = step.kind === 'text.type'
      const goesOn = isTyped && nowMs - this.typedAtMs < TYPING_MS
      this.typedAtMs = isTyped ? nowMs : 0
      return goesOn ? [] : [{ atMs: nowMs, step: withoutContents(step), programId: frontProgram(before)?.id ?? null }]
    })
    if (acts.length === 0) return undefined
    const numbered = acts.map((act) => ({ ...act, seq: ++this.seq }))
    const upto = this.seq - mostNoticed
    return {
      write: async (queries) => {
        for (const act of numbered) await writeNoticed(queries, act)
        if (upto > 0 && this.seq % SLACK === 0) await dropNoticed(queries, upto)
      },
      adopt: () => {
        // What is read later is read from the store.
        if (this.isLive) this.post(acts)
        this.lookSoon()
      },
    }
  }

  /** Forgets all that was watched. How much there was. */
  async forget(): Promise<number> {
    const count = await this.store.aside((database) => dropNoticed(database, this.seq))
    this.worker?.post({ kind: 'forget' })
    this.typedAtMs = 0
    await this.look()
    return count
  }

  /** What was noticed is told no more, or again. */
  async setAside(id: string, isAside: boolean): Promise<void> {
    await this.store.aside((database) => writeAside(database, id, isAside, this.store.clock.nowMs()))
    if (isAside) this.aside.add(id)
    else this.aside.delete(id)
    await this.look()
  }

  /** What is noticed now. */
  async look(): Promise<Noticed> {
    const { book } = this.store
    await (this.loading ??= this.load().catch((error: unknown) => {
      // The next look begins anew.
      this.worker?.end()
      this.broken()
      throw error
    }))
    const seq = ++this.asked
    const most = book.settings.body.retention.mostNoticed
    const repeats = await new Promise<readonly Repeat[]>((resolve) => {
      if (!this.worker) return resolve([])
      this.waiting.set(seq, resolve)
      this.worker.post({ kind: 'look', seq, most })
    })
    const { bench } = this.store
    const levers = book.allLevers
    const proposals = proposalsOf(repeats, { bench, names: namesNow(this.store), levers, nowMs: this.store.nowMs() })
    this.alike ??= inSlices(alikeLevers(levers))
    const undone = undoneAtOnce(await this.store.aside(countKeyPulls)).filter(
      (fact) => fact.kind !== 'undone' || book.levers.has(fact.leverId),
    )
    const facts = [...undone, ...(await this.alike)]
    const [first] = await this.store.aside((database) => listNoticed(database, 0, 1))
    this.tell([...proposals, ...facts].filter(({ id }) => !this.aside.has(id)).length)
    return {
      acts: first ? this.seq - first.seq + 1 : 0,
      ...(first ? { sinceMs: first.atMs } : {}),
      proposals,
      facts,
      aside: [...this.aside],
    }
  }

  private tell(count: number): void {
    if (count === this.count) return
    this.count = count
    this.store.feed.publish({ type: 'noticing', state: this.state() })
  }

  private lookSoon(): void {
    if (this.isClosed) return
    this.timer ??= setTimeout(() => {
      this.timer = undefined
      this.look().catch((error: unknown) => report('noticing', error))
    }, LOOK_AFTER_MS).unref()
  }

  private async load(): Promise<void> {
    if (this.isClosed) return
    this.worker = begun(this.file, {
      take: ({ seq, repeats }) => {
        this.waiting.get(seq)?.(repeats)
        this.waiting.delete(seq)
      },
      lost: () => this.broken(),
    })
    let [after, sinceMs] = [0, Infinity]
    let pulls: Awaited<ReturnType<typeof listHandPulls>> = []
    while (!this.isLive) {
      const acts = await this.store.aside(async (database) => {
        const next = await listNoticed(database, after, ACTS_AT_ONCE)
        sinceMs = Math.min(sinceMs, next[0]?.atMs ?? Infinity)
        if (next.length === ACTS_AT_ONCE) return next
        // In the same turn, so that what is done from now on is told once: by whoever does it.
        if (sinceMs < Infinity) pulls = await listHandPulls(database, sinceMs - PAUSE_MS)
        this.isLive = true
        return next
      })
      this.post(acts)
      after = acts.at(-1)?.seq ?? after
      await breathe()
    }
    for (const slice of slicesOf(pulls, ACTS_AT_ONCE)) {
      this.worker?.post({ kind: 'acts', acts: slice.map(({ leverId, atMs }) => pullAct(leverId, atMs)) })
      await breathe()
    }
  }

  /** A thread that ended is begun anew with the next look. */
  private broken(): void {
    this.worker = undefined
    this.loading = undefined
    this.isLive = false
    for (const resolve of this.waiting.values()) resolve([])
    this.waiting.clear()
  }

  private post(acts: readonly NoticedAct[]): void {
    const { bench } = this.store
    const costMs = (step: Step) => timeByHand([step], bench, { nowMs: 0 })
    this.worker?.post({ kind: 'acts', acts: acts.map((act) => ({ ...act, costMs: costMs(act.step) })) })
  }

  private pulled(heads: readonly RunHead[]): void {
    if (!this.isLive || this.store.book.settings.body.retention.mostNoticed === 0) return
    const acts = heads.flatMap(({ leverId, source, startedAtMs, plate }) =>
      BY_HAND.has(source) && plate > 0 ? [pullAct(leverId, startedAtMs)] : [],
    )
    if (acts.length > 0) this.worker?.post({ kind: 'acts', acts })
  }
}

type Write = (queries: Queries) => Promise<void>

function pullAct(leverId: string, atMs: number): NoticedAct {
  return { atMs, step: pullingStep(leverId), costMs: PULL_MS }
}

/** In a thread where there is one, and here where there is none. */
function begun(file: string, listener: ThreadListener<FromNoticing>): Thread<ToNoticing> {
  if (existsSync(file)) return startThread(file, 'noticing', listener)
  const watcher = new Watcher()
  return {
    post(message) {
      const answer = watcher.take(message)
      if (answer) listener.take(answer)
    },
    end: () => undefined,
  }
}
