import type { LiveEvent } from '../../contract'

/** Enough for a tab that was away for some minutes; one that was away for longer asks for everything anew. */
const KEPT_CHARACTERS = 8_000_000

/** Receives one event of the stream, already written as server-sent-events text. */
export interface Subscriber {
  readonly send: (text: string) => void
  readonly end: () => void
}

/**
 * Sends what happens to every open tab, in order. Events are numbered `<instance>:<n>`; a tab that was away says the
 * last number it saw and gets what it missed, or `reset` when that is no longer known.
 */
export class LiveFeed {
  private count = 0
  private kept: { number: number; text: string }[] = []
  private keptCharacters = 0
  private subscribers = new Set<Subscriber>()
  private readonly watchers = new Set<() => void>()

  /** `instance` differs for every start of the server. */
  constructor(private readonly instance: string) {}

  /** The number of the last event. */
  get sequence(): string {
    return `${this.instance}:${this.count}`
  }

  publish(event: LiveEvent): void {
    this.count += 1
    const text = this.format(event)
    this.kept.push({ number: this.count, text })
    this.keptCharacters += text.length
    if (this.keptCharacters > KEPT_CHARACTERS) this.dropOldest()
    for (const subscriber of this.subscribers) subscriber.send(text)
  }

  /** Calls back whenever somebody begins to listen. */
  onSubscribe(callBack: () => void): void {
    this.watchers.add(callBack)
  }

  /** Begins with what was missed since `after`. Gives back what ends the subscription. */
  subscribe(subscriber: Subscriber, after: string | undefined): () => void {
    const missed = after === undefined ? [] : this.since(after)
    if (missed) for (const text of missed) subscriber.send(text)
    else subscriber.send(this.format({ type: 'reset' }))
    this.subscribers.add(subscriber)
    for (const callBack of this.watchers) callBack()
    return () => this.subscribers.delete(subscriber)
  }

  /** Ends every stream, so that the server can stop. */
  close(): void {
    for (const subscriber of this.subscribers) subscriber.end()
    this.subscribers.clear()
  }

  /** Drops a quarter of what may be kept, so that not every event moves the whole list. */
  private dropOldest(): void {
    let dropped = 0
    while (dropped < this.kept.length && this.keptCharacters > KEPT_CHARACTERS * 0.75) {
      this.keptCharacters -= this.kept[dropped]!.text.length
      dropped += 1
    }
    this.kept = this.kept.slice(dropped)
  }

  private since(after: string): string[] | undefined {
    const [instance, number] = after.split(':')
    const seen = Number(number)
    const oldest = this.kept[0]?.number ?? this.count + 1
    if (instance !== this.instance || !Number.isInteger(seen) || seen > this.count || seen < oldest - 1)
      return undefined
    return this.kept.filter((event) => event.number > seen).map((event) => event.text)
  }

  private format(event: LiveEvent): string {
    return `id: ${this.sequence}\ndata: ${JSON.stringify(event)}\n\n`
  }
}
