import type { KeyLogEntry, TurnEvent } from '../../contract'
import { frontProgram } from '../../core/bench'
import { STOP_CHORD } from '../../core/keys'
import { framesNow, opensTurntable, stepsOnWay, typedText } from '../../core/levers'
import type { Frame } from '../../core/levers'
import { ResolverKeeper, staysInView } from '../../core/resolve'
import type { Decision, KeyEvent, Resolver, ResolverState } from '../../core/resolve'
import { assertNever } from '../../core/result'
import type { Issue } from '../../core/result'
import { pullLever } from './pullLever'
import { SerialQueue } from './serialQueue'
import type { HandDesk } from './handDesk'
import type { Step } from '../../core/steps'
import { pullingStep } from './actLog'
import type { RecorderDesk } from './recorderDesk'
import type { RunDesk } from './runDesk'
import type { RunDriver } from './runDriver'
import type { Store } from './store'
import { report } from '../report'

const KEPT_ENTRIES = 200
const KEPT_SOURCES = 200
/** A key event is that long on its way at most; a time-out waits so much longer, and decides as if it had not. */
const GRACE_MS = 40
/** A sender that keeps time itself tells when it is over, behind the keys that came before; then only in need. */
const KEPT_GRACE_MS = 2000

interface Sender {
  /** It sends a tick when the time that is waited for is over. */
  readonly keepsTime?: boolean | undefined
}

/**
 * Decides key events with the resolver of the core, pulls what they fire, and keeps the last of them with their
 * explanation.
 */
export class KeyDesk {
  private readonly queue = new SerialQueue()
  /** The held keys of each keyboard, the longest unused first. */
  private readonly states = new Map<string, ResolverState>()
  private entries: KeyLogEntry[] = []
  private count = 0
  /** What is to be decided at the latest when the next key does not come before, by keyboard. */
  private readonly timers = new Map<string, NodeJS.Timeout>()
  /** What opened the turntable that is open at a keyboard. */
  private readonly openings = new Map<string, Decision>()
  private readonly keeper = new ResolverKeeper()
  private frames: readonly Frame[] | undefined

  constructor(
    private readonly store: Store,
    private readonly driver: RunDriver,
    private readonly runDesk: RunDesk,
    private readonly hands?: HandDesk,
    private readonly recorder?: RecorderDesk,
  ) {}

  get log(): KeyLogEntry[] {
    return this.entries
  }

  /**
   * Takes the events in order, each against the bench as the one before left it. What they came to is told behind what
   * they did, which is waited for.
   */
  press(source: string, events: readonly (KeyEvent | TurnEvent)[], sender: Sender = {}): Promise<KeyLogEntry[]> {
    return this.queue.run(async () => {
      const made: KeyLogEntry[] = []
      try {
        for (const event of events)
          for await (const entry of event.kind === 'turn' ? this.turn(source, event) : this.take(source, event, sender))
            made.push(entry)
      } finally {
        for (const entry of made) this.tell(entry)
      }
      return made
    })
  }

  /** Makes what the first key would have to wait for. */
  warmUp(): void {
    this.resolver()
  }

  /** All keys count as up, on every keyboard; what was held back is forgotten. */
  letGo(): void {
    this.close()
    this.states.clear()
    this.openings.clear()
  }

  close(): void {
    for (const timer of this.timers.values()) clearTimeout(timer)
    this.timers.clear()
  }

  private async *take(source: string, event: KeyEvent, sender: Sender): AsyncGenerator<KeyLogEntry> {
    const resolver = this.resolver()
    const { state, decisions } = resolver.next(this.states.get(source) ?? resolver.initial, event, {
      frontProgramId: frontProgram(this.store.bench)?.id,
    })
    this.remember(source, state)
    this.tickLater(source, state, event.atMs, sender)
    for (const decision of decisions) {
      if (decision.chord === STOP_CHORD && decision.reason === 'reserved') {
        this.letGo()
        await this.runDesk.stopAll()
      }
      if (staysInView(decision)) continue
      const { outputs, issues } = this.filledIn(decision.outputs)
      const entry: KeyLogEntry = {
        id: ++this.count,
        atMs: Date.now(),
        decision: outputs ? { ...decision, outputs } : decision,
        runId: null,
        refusal: issues[0]?.message ?? null,
      }
      entry.refusal ??= (await this.hands?.feed(entry.decision)) ?? null
      if (decision.kind === 'pull') await this.pull(source, entry)
      yield entry
    }
  }

  /** A turntable is opened by the tab; what it is turned to is told when that is known. */
  private async pull(source: string, entry: KeyLogEntry, roads?: readonly string[]): Promise<void> {
    const { decision } = entry
    const lever = this.store.book.levers.get(decision.leverId!)
    if (lever?.enabled && opensTurntable(lever) && !roads) {
      this.openings.set(source, decision)
      entry.turn = null
      return
    }
    const pulled = await pullLever(this.store, this.driver, decision.leverId!, 'key', { roads })
    if (!pulled.ok) {
      entry.refusal = pulled.issues[0]!.message
      return
    }
    entry.runId = pulled.value.id
    // A table would ask again; what its road does is what was meant.
    const done = roads && lever ? stepsOnWay(lever, roads, (id) => this.store.book.levers.get(id)) : undefined
    for (const step of done ?? [pullingStep(decision.leverId!)]) await this.recorder?.noteRun(step as Step)
  }

  /** What came of the turntable that is open; of another one, or of none, nothing. */
  private async *turn(source: string, { leverId, outcome }: TurnEvent): AsyncGenerator<KeyLogEntry> {
    const decision = this.openings.get(source)
    if (decision?.leverId !== leverId) return
    this.openings.delete(source)
    const entry: KeyLogEntry = {
      id: ++this.count,
      atMs: Date.now(),
      decision,
      runId: null,
      refusal: null,
      turn: outcome,
    }
    switch (outcome.kind) {
      case 'chosen':
        await this.pull(source, entry, outcome.way)
        break
      case 'itself':
        entry.refusal = (await this.hands?.feed({ ...decision, kind: 'pass' })) ?? null
        break
      case 'left':
      case 'beside':
        break
      default:
        return assertNever(outcome)
    }
    yield entry
  }

  private tell(entry: KeyLogEntry): void {
    this.entries = [...this.entries.slice(1 - KEPT_ENTRIES), entry]
    this.store.feed.publish({ type: 'key', entry })
  }

  /** Typed texts with the values of their frame and the moment put in. */
  private filledIn(outputs: Decision['outputs']): { outputs?: Decision['outputs']; issues: Issue[] } {
    if (!outputs?.some((output) => output.kind === 'text' && output.frameId !== undefined)) return { issues: [] }
    const { book, bench } = this.store
    const issues: Issue[] = []
    const filled = outputs.map((output) => {
      if (output.kind !== 'text' || output.frameId === undefined) return output
      const typed = typedText(output.text, book.tableFor(output.frameId, bench), bench, Date.now(), output.letters)
      issues.push(...typed.issues)
      return { kind: 'text' as const, text: typed.text }
    })
    return { outputs: filled, issues }
  }

  /** The clock of a keyboard is its own: only how long it waits is known here, counted from its last event. */
  private tickLater(source: string, { waitUntilMs }: ResolverState, lastAtMs: number, sender: Sender): void {
    clearTimeout(this.timers.get(source))
    this.timers.delete(source)
    if (waitUntilMs === null) return
    this.timers.set(
      source,
      setTimeout(
        () => {
          this.press(source, [{ kind: 'tick', atMs: waitUntilMs }], sender).catch((error) => report('keys', error))
        },
        Math.max(0, waitUntilMs - lastAtMs) + (sender.keepsTime ? KEPT_GRACE_MS : GRACE_MS),
      ),
    )
  }

  private remember(source: string, state: ResolverState): void {
    this.states.delete(source)
    this.states.set(source, state)
    if (this.states.size <= KEPT_SOURCES) return
    const oldest = this.states.keys().next().value!
    this.states.delete(oldest)
    this.openings.delete(oldest)
    clearTimeout(this.timers.get(oldest))
    this.timers.delete(oldest)
  }

  /**
   * Right for levers, frames, their conditions, programs and settings as they stand, so that an edit is in force at the
   * next key.
   */
  private resolver(): Resolver {
    const { book, bench } = this.store
    this.frames = framesNow(book.allFrames, bench, this.frames, this.store.moment())
    return this.keeper.resolverFor({
      levers: book.allLevers,
      revision: book.edits.revision,
      since: (revision) => book.edits.since(revision, (id) => book.levers.get(id)),
      frames: this.frames,
      programs: bench.programs,
      keys: book.keys.body,
    })
  }
}
