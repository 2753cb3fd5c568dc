import { dirname, join } from 'node:path'
import type { Finding, WhatIf, World } from '../../core/checkup'
import { countOf } from '../../core/names'
import { fail, succeed } from '../../core/result'
import type { Issue, Result } from '../../core/result'
import type { BookDelta } from '../engine/book'
import { edit } from '../engine/edits'
import type { Store } from '../engine/store'
import { ScriptHouse } from '../scripts/scriptHouse'
import { FindingKeeper } from './findingKeeper'
import { mendEntries } from './mendEntries'
import type { FromCheckUp } from './messages'
import { rackedIn } from './rackedIn'
import { startCheckUp } from './startCheckUp'
import type { CheckUpThread } from './startCheckUp'
import { Telling } from './telling'
import type { CheckUpState, ToldFinding } from './told'

/** Beside the built server; the development server has none. */
const workerFile = join(dirname(process.argv[1] ?? ''), 'workers', 'checkUpWorker.cjs')
/** It begins so long after it was first asked for, so that a page that opens is not held up. */
const BEGIN_MS = 2500
/** Whoever asks what would be waits no longer. */
const PATIENCE_MS = 15_000

type WhatIfAnswer = Extract<FromCheckUp, { kind: 'what-if' }>

const GONE: Issue = { code: 'finding-missing', message: 'That is not found any more; it may have been mended since.' }

/**
 * The check-up of a store: it runs in a thread that is told what changes, and here is kept what it found, since when,
 * and what somebody has accepted.
 */
export class CheckUpDesk {
  private worker: CheckUpThread | undefined
  private begin: NodeJS.Timeout | undefined
  private isClosed = false
  private found = new Map<string, Finding>()
  private readonly telling: Telling
  private due = 0
  private toRehearse = 0
  private isKnown = false
  /** The thread has told nothing yet: what it tells first is all there is. */
  private isAnew = true
  private edition = 0
  private asked = 0
  private readonly waiting = new Map<number, (answer: WhatIfAnswer | undefined) => void>()
  private readonly firstTime: (() => void)[] = []
  /** Its own, so that a script of a pull never waits for one of a rehearsal. */
  private readonly scripts = new ScriptHouse()

  private constructor(
    private readonly store: Store,
    private readonly keeper: FindingKeeper,
    private readonly file: string,
  ) {
    this.telling = new Telling(store.feed, () => this.stateNow())
    store.watchBench((_before, changes) => this.worker?.post({ kind: 'bench', changes }))
    store.watchBook((delta) => this.tellEdit(delta))
    store.feed.onSubscribe(() => this.beginSoon())
  }

  static async open(store: Store, file = workerFile): Promise<CheckUpDesk> {
    return new CheckUpDesk(store, await FindingKeeper.open(store), file)
  }

  async close(): Promise<void> {
    this.isClosed = true
    clearTimeout(this.begin)
    this.telling.close()
    this.worker?.end()
    this.worker = undefined
    await this.scripts.close()
    this.giveUp()
    await this.keeper.write()
  }

  private letGo(): void {
    for (const resolve of this.firstTime.splice(0)) resolve()
  }

  /** Whoever asked gets what was known. */
  private giveUp(): void {
    this.letGo()
    for (const answer of this.waiting.values()) answer(undefined)
  }

  /** As it was told last. */
  state(): CheckUpState {
    return this.telling.state
  }

  private stateNow(): CheckUpState {
    const open = [...this.found.values()].filter(({ id }) => !this.keeper.known.get(id)?.accepted)
    const faults = open.filter(({ severity }) => severity === 'fault').length
    return {
      due: this.due,
      toRehearse: this.toRehearse,
      isKnown: this.isKnown,
      ...(this.keeper.wellAtMs === undefined ? {} : { wellAtMs: this.keeper.wellAtMs }),
      faults,
      notes: open.length - faults,
      edition: this.edition,
    }
  }

  /** All that is found, when all was judged once. */
  async findings(): Promise<ToldFinding[]> {
    this.beginNow()
    if (!this.isKnown) await new Promise<void>((resolve) => this.firstTime.push(resolve))
    return [...this.found.values()].map((finding) => this.told(finding))
  }

  /** What would be found then and is not now. Issues: those of the changes, `check-up-busy`. */
  async whatIf(
    what: WhatIf,
  ): Promise<Result<{ readonly found: readonly Finding[]; readonly gone: readonly Finding[] }>> {
    this.beginNow()
    const seq = ++this.asked
    const answer = await new Promise<WhatIfAnswer | undefined>((resolve) => {
      if (!this.worker) return resolve(undefined)
      const late = setTimeout(() => resolve(undefined), PATIENCE_MS)
      this.waiting.set(seq, (come) => {
        clearTimeout(late)
        resolve(come)
      })
      this.worker.post({ kind: 'what-if', seq, what })
    })
    this.waiting.delete(seq)
    if (!answer) return fail({ code: 'check-up-busy', message: 'The check-up is busy. Ask again in a moment.' })
    return answer.issues.length > 0 ? fail(...answer.issues) : succeed({ found: answer.found, gone: answer.gone })
  }

  /** Takes findings as they are, with a reason; without one they count again. Issue: `finding-missing`. */
  async accept(ids: readonly string[], reason: string | undefined): Promise<Result<number>> {
    const known = ids.filter((id) => this.found.has(id))
    if (known.length === 0) return fail(GONE)
    const accepted = reason === undefined ? null : { reason, atMs: this.store.clock.nowMs() }
    await this.keeper.accept(known, accepted)
    this.edition += 1
    this.telling.now()
    return succeed(known.length)
  }

  /** Mends what can be mended of these, as one edit. Issue: `finding-missing` where none of them can. */
  async mend(ids: readonly string[]): Promise<Result<number>> {
    const wanted = ids.flatMap((id) => this.found.get(id) ?? []).filter(({ mend }) => mend !== undefined)
    if (wanted.length === 0) return fail(GONE)
    return edit(this.store, (state) => {
      const { entries, count } = mendEntries(wanted, state, this.world())
      if (count === 0) return fail(GONE)
      return succeed({ label: `Mended ${countOf(count, 'finding')}`, entries, answer: count })
    })
  }

  private world(): World {
    const { book, bench } = this.store
    return {
      bench,
      lever: (id) => book.levers.get(id),
      frame: (id) => book.frames.get(id),
      tableOf: (frameId) => book.tableFor(frameId, bench),
      isPulled: () => true,
    }
  }

  private told(finding: Finding): ToldFinding {
    const known = this.keeper.known.get(finding.id)
    const { sinceMs = this.store.clock.nowMs(), accepted } = known ?? {}
    return { ...finding, sinceMs, ...(accepted ? { accepted } : {}) }
  }

  private beginSoon(): void {
    if (this.worker || this.begin || this.isClosed) return
    this.begin = setTimeout(() => this.beginNow(), BEGIN_MS).unref()
  }

  private beginNow(): void {
    if (this.worker || this.isClosed) return
    clearTimeout(this.begin)
    this.begin = undefined
    this.isAnew = true
    this.worker = startCheckUp(this.file, {
      take: (message) => this.take(message),
      lost: () => {
        this.worker = undefined
        // A new thread begins for whoever asks next.
        this.giveUp()
        this.due = this.toRehearse = 0
        this.telling.now()
      },
    })
    this.fill()
  }

  private fill(): void {
    const { book, bench } = this.store
    const { allLevers: levers, allFrames: frames, allValues: values } = book
    const content = { levers, frames, values, bench, keys: book.keys.body, racked: rackedIn(book.settings.body) }
    this.worker?.post({ kind: 'begin', content })
  }

  private tellEdit({ levers, frames, values, keys, settings }: BookDelta): void {
    this.worker?.post({
      kind: 'edit',
      edit: {
        levers,
        frames,
        values,
        ...(keys ? { keys: keys.body } : {}),
        ...(settings ? { racked: rackedIn(settings.body) } : {}),
      },
    })
  }

  private take(message: FromCheckUp): void {
    if (this.isClosed) return
    switch (message.kind) {
      case 'working':
        this.due = message.due
        this.toRehearse = message.toRehearse
        this.telling.soon()
        break
      case 'found':
        this.takeFound(message)
        break
      case 'what-if':
        this.waiting.get(message.seq)?.(message)
        break
      case 'script':
        void this.runScript(message)
        break
      case 'lost':
        this.fill()
        break
    }
  }

  /** The thread goes on with the outcome, if it is still the one that asked. */
  private async runScript({ seq, request }: Extract<FromCheckUp, { kind: 'script' }>): Promise<void> {
    const { worker } = this
    const outcome = await this.scripts.run(request)
    if (this.worker === worker) worker?.post({ kind: 'script-ran', seq, outcome })
  }

  private takeFound({ added, gone: told }: Extract<FromCheckUp, { kind: 'found' }>): void {
    const isFirst = !this.isKnown
    const now = new Set(added.map(({ id }) => id))
    const gone = this.isAnew ? [...this.found.keys()].filter((id) => !now.has(id)) : told
    this.isAnew = false
    const isOther = isFirst || gone.length + added.length > 0
    if (isOther) this.edition += 1
    for (const id of gone) this.found.delete(id)
    for (const finding of added) this.found.set(finding.id, finding)
    // What was found before the start and is not any more is forgotten with the first of them.
    const { known } = this.keeper
    const forgotten = isFirst ? [...known.keys()].filter((id) => !this.found.has(id)) : gone
    this.due = 0
    this.toRehearse = 0
    this.isKnown = true
    const fresh = this.keeper.take([...now], forgotten, this.stateNow().faults === 0)
    const news = isFirst ? [] : added.filter(({ id, severity }) => severity === 'fault' && fresh.has(id))
    if (isOther) this.telling.now(news)
    else this.telling.soon()
    this.letGo()
  }
}
