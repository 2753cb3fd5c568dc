import { frontProgram } from '../../core/bench'
import type { BenchState, Change } from '../../core/bench'
import { dueAt, happenedOver, statesThrough } from '../../core/doors'
import { isFrameOn, isLive } from '../../core/levers'
import type { Door, Lever } from '../../core/levers'
import type { Issue } from '../../core/result'
import { valueOf } from '../../core/result'
import type { RunHead } from '../../core/run'
import type { Scope } from '../../core/values'
import { readDoorTimes, writeDoorTime } from '../database/doorTable'
import { pullLever } from './pullLever'
import type { RunDriver } from './runDriver'
import type { Store } from './store'
import { report } from '../report'

const LOOK_MS = 1000
const MINUTE_MS = 60_000
/** So many levers may set each other off, one after the other. */
const LONGEST_CHAIN = 10
const MOST_CHAINS = 2000

type EventDoor = Extract<Door, { kind: 'event' }>
type TimeDoor = Extract<Door, { kind: 'time' }>
interface Waiting<D extends Door> {
  readonly leverId: string
  readonly door: D
}
interface Looked {
  readonly rule: string
  readonly doneUntilMs: number
}

/** Pulls levers by what happens on the bench and by the time; a lever never sets itself off, over others either. */
export class DoorDesk {
  private waiting: { revision: number; events: Waiting<EventDoor>[]; times: Waiting<TimeDoor>[] } | undefined
  private framesOn: ReadonlySet<string>
  /** The levers that led to a run, the first of them first, and its own last. */
  private readonly chains = new Map<string, readonly string[]>()
  private timer: NodeJS.Timeout | undefined
  private isClosed = false

  private constructor(
    private readonly store: Store,
    private readonly driver: RunDriver,
    private readonly looked: Map<string, Looked>,
    private readonly wallMs: () => number,
  ) {
    this.framesOn = this.framesNow()
    store.watchBench((before, changes, causes) => this.benchChanged(before, changes, causes))
  }

  static async open(store: Store, driver: RunDriver, wallMs: () => number = Date.now): Promise<DoorDesk> {
    return new DoorDesk(store, driver, await readDoorTimes(store.database), wallMs)
  }

  /** Begins to look after the times; levers that wait for the product to start are pulled. */
  async start(): Promise<void> {
    for (const { leverId, door } of this.doors().events)
      if (door.event.kind === 'product-starts') this.pullAside(leverId, {}, [])
    await this.look()
    this.lookAgain()
  }

  close(): void {
    this.isClosed = true
    clearTimeout(this.timer)
  }

  private lookAgain(): void {
    if (this.isClosed) return
    this.timer = setTimeout(() => {
      void this.look()
        .catch((error: unknown) => report('times of levers', error))
        .then(() => this.lookAgain())
    }, LOOK_MS).unref()
  }

  /** The clock of the bench by the wall clock: whoever sets that means it. */
  private nowMs(): number {
    return this.wallMs() + (this.store.bench.clockAheadMs ?? 0)
  }

  private doors() {
    const { revision } = this.store.book.edits
    if (this.waiting?.revision === revision) return this.waiting
    const events: Waiting<EventDoor>[] = []
    const times: Waiting<TimeDoor>[] = []
    for (const { id: leverId, doors } of this.store.book.levers.values())
      for (const door of doors ?? []) {
        if (door.kind === 'event') events.push({ leverId, door })
        if (door.kind === 'time') times.push({ leverId, door })
      }
    this.waiting = { revision, events, times }
    return this.waiting
  }

  private framesNow(): ReadonlySet<string> {
    const { book, bench } = this.store
    const moment = this.store.moment()
    return new Set(book.allFrames.filter((frame) => isFrameOn(frame, bench, moment)).map(({ id }) => id))
  }

  private benchChanged(before: BenchState, changes: readonly Change[], causes: readonly RunHead[]): void {
    const { events } = this.doors()
    if (events.length > 0) this.tell(events, statesThrough(before, changes), causes)
  }

  private tell(events: readonly Waiting<EventDoor>[], states: readonly BenchState[], causes: readonly RunHead[]): void {
    const before = this.framesOn
    this.framesOn = this.framesNow()
    for (const { leverId, door } of events) {
      const given = happenedOver(door.event, states, { before, after: this.framesOn })
      if (given) this.pullAside(leverId, given, causes)
    }
  }

  /** Times that are due, and frames that went on by an edit or by the time. */
  async look(): Promise<void> {
    const { events, times } = this.doors()
    const forFrames = events.filter(({ door }) => door.event.kind === 'frame-on')
    if (forFrames.length > 0) this.tell(forFrames, [this.store.bench], [])
    const nowMs = this.nowMs()
    const { place } = this.store.book.settings.body
    for (const { leverId, door } of times) {
      const key = `${leverId} ${door.id}`
      const rule = JSON.stringify(door.time)
      const known = this.looked.get(key)
      if (known?.rule !== rule) {
        await this.keep(leverId, door.id, { rule, doneUntilMs: nowMs })
        continue
      }
      const due = dueAt(door.time, door.missed, known.doneUntilMs, nowMs, place)
      if (due === 'not-yet') continue
      // Stored before it is pulled: a process that dies in between pulls it never twice.
      await this.keep(leverId, door.id, { rule, doneUntilMs: doneUntil(door, known.doneUntilMs, nowMs) })
      if (due !== 'missed') await this.pull(leverId, 'time', {}, [])
    }
  }

  private async keep(leverId: string, doorId: string, looked: Looked): Promise<void> {
    this.looked.set(`${leverId} ${doorId}`, looked)
    await this.store.aside((database) => writeDoorTime(database, { leverId, doorId, ...looked }))
  }

  /** Whoever changed the bench does not wait for it, nor for what goes wrong with it. */
  private pullAside(leverId: string, given: Scope, causes: readonly RunHead[]): void {
    if (this.isClosed) return
    this.pull(leverId, 'event', given, causes).catch((error: unknown) => report(`pull of ${leverId}`, error))
  }

  /** Pulls a lever where its keys would be live; what keeps it from that beyond is told in the ledger. */
  private async pull(
    leverId: string,
    source: 'event' | 'time',
    given: Scope,
    causes: readonly RunHead[],
  ): Promise<void> {
    const { book, bench } = this.store
    const lever = book.levers.get(leverId)
    const frame = lever && book.frames.get(lever.frameId)
    if (!lever?.enabled || !frame || !isFrameOn(frame, bench, this.store.moment())) return
    if (!isLive(lever.scope, frontProgram(bench)?.id)) return
    const chain = causes.flatMap(({ id, leverId: of }) => this.chains.get(id) ?? [of])
    if (chain.includes(leverId) || chain.length >= LONGEST_CHAIN)
      return this.refuse(lever, source, circle(lever, chain, book.levers))
    const names = (lever.inputs ?? []).map(({ name }) => name)
    const inputs = Object.fromEntries(Object.entries(given).filter(([name]) => names.includes(name)))
    const pulled = await pullLever(this.store, this.driver, leverId, source, { inputs })
    if (!pulled.ok) return this.refuse(lever, source, pulled.issues[0]!)
    this.chains.set(pulled.value.id, [...chain, leverId])
    if (this.chains.size > MOST_CHAINS) this.chains.delete(this.chains.keys().next().value!)
  }

  /** Nobody looks on: that nothing was done, and why, stands in the ledger. */
  private async refuse(lever: Lever, source: 'event' | 'time', over: Issue): Promise<void> {
    valueOf(
      await this.store.change((world) => {
        const values = world.book.tableFor(lever.frameId, world.bench)
        return { ok: true, value: this.driver.plans.pull(world, lever, source, { values, over }) }
      }),
    )
  }
}

/** Until when a time is done with: of those that come every so often, the last that has passed. */
function doneUntil({ time }: TimeDoor, doneUntilMs: number, nowMs: number): number {
  if (time.kind !== 'every') return nowMs
  return nowMs - ((nowMs - doneUntilMs) % (time.minutes * MINUTE_MS))
}

function circle(lever: Lever, chain: readonly string[], levers: ReadonlyMap<string, Lever>): Issue {
  const way = [...chain, lever.id].map((id) => levers.get(id)?.plate ?? '?').join(' sets off ')
  return { code: 'sets-itself-off', message: `${way}: it would go on without end, so it was stopped here.` }
}
