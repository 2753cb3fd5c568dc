import type { LiveEvent } from '~~/contract'

const KEPT_EVENTS = 1000
const RETRY_MS = 1000

/** A tab that wants every live event, and to know whether the server answers. */
export interface Listener {
  readonly event: (id: string, event: LiveEvent) => void
  readonly open: (isOpen: boolean) => void
}

/** What of an `EventSource` is used here. */
export interface Source {
  onmessage: ((message: MessageEvent<string>) => void) | null
  onopen: ((event: Event) => void) | null
  onerror: ((event: Event) => void) | null
  readonly readyState: number
  close: () => void
}

const CLOSED = 2

/**
 * One stream of live events for any number of tabs. A tab joins with the number of the last event its state holds, and
 * gets each later one once, in order, or `reset` when what it lacks is no longer known.
 */
export class LiveStream {
  private source: Source | undefined
  /** Undefined while it is opened for the first time: nothing is cut off then. */
  private isOpen: boolean | undefined
  private readonly listeners = new Set<Listener>()
  /** Events after `from`, oldest first. */
  private from = ''
  private kept: { id: string; event: LiveEvent }[] = []

  constructor(
    private readonly openSource: (after: string) => Source,
    private readonly later: (work: () => void, ms: number) => unknown = setTimeout,
  ) {}

  /** Gives back what ends the membership; with the last one the stream is closed. */
  join(after: string, listener: Listener): () => void {
    this.listeners.add(listener)
    if (!this.source || !sameInstance(after, this.from)) this.begin(after)
    else if (numberOf(after) < numberOf(this.from)) listener.event(this.from, { type: 'reset' })
    else for (const { id, event } of this.kept) if (numberOf(id) > numberOf(after)) listener.event(id, event)
    if (this.isOpen !== undefined) listener.open(this.isOpen)
    return () => {
      this.listeners.delete(listener)
      if (this.listeners.size === 0) this.end()
    }
  }

  private begin(after: string, isOpen?: boolean): void {
    this.source?.close()
    this.from = after
    this.kept = []
    const source = this.openSource(after)
    this.source = source
    this.isOpen = isOpen
    source.onopen = () => this.tellOpen(true)
    source.onerror = () => {
      this.tellOpen(false)
      // A stream that was refused is not tried again by the browser itself.
      if (source.readyState === CLOSED)
        this.later(() => this.source === source && this.begin(this.kept.at(-1)?.id ?? this.from, false), RETRY_MS)
    }
    source.onmessage = (message) => this.take(message.lastEventId, JSON.parse(message.data) as LiveEvent)
  }

  private take(id: string, event: LiveEvent): void {
    if (event.type === 'reset') {
      // The server knows nothing of where this stream was: every tab must read the state anew, and then joins again.
      this.source?.close()
      this.source = undefined
    } else {
      this.kept.push({ id, event })
      if (this.kept.length > KEPT_EVENTS) this.from = this.kept.shift()!.id
    }
    for (const listener of [...this.listeners]) listener.event(id, event)
  }

  private tellOpen(isOpen: boolean): void {
    this.isOpen = isOpen
    for (const listener of this.listeners) listener.open(isOpen)
  }

  private end(): void {
    this.source?.close()
    this.source = undefined
    this.isOpen = undefined
  }
}

/** The part of an event's number that differs for every start of the server. */
function sameInstance(one: string, other: string): boolean {
  return one.split(':')[0] === other.split(':')[0]
}

function numberOf(id: string): number {
  return Number(id.split(':')[1])
}
