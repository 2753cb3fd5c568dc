import { sameValue } from '../../core/bench'
import type { Finding } from '../../core/checkup'
import type { LiveFeed } from '../engine/liveFeed'
import type { CheckUpState } from './told'

const MOST_NEWS = 5
/** What it is at is told when it is still at it then; most of what changes is judged before. */
const AT_WORK_MS = 300

/** Tells tabs how a check-up stands: at once what was found, a little later what it is at, and nothing twice. */
export class Telling {
  private last: CheckUpState | undefined
  private timer: NodeJS.Timeout | undefined

  constructor(
    private readonly feed: Pick<LiveFeed, 'publish'>,
    private readonly stateNow: () => CheckUpState,
  ) {}

  /** As it was told last, so that a tab that opens knows what all others know. */
  get state(): CheckUpState {
    return (this.last ??= this.stateNow())
  }

  soon(): void {
    this.timer ??= setTimeout(() => this.now(), AT_WORK_MS).unref()
  }

  now(news: readonly Pick<Finding, 'about' | 'message'>[] = []): void {
    this.close()
    const state = this.stateNow()
    // Since when all is well is of interest once it is not.
    const known = state.faults > 0 ? this.last : { ...this.last, wellAtMs: state.wellAtMs }
    if (news.length === 0 && sameValue(known, state)) return
    this.last = state
    const first = news.slice(0, MOST_NEWS).map(({ about, message }) => ({ about, message }))
    this.feed.publish({ type: 'check-up', state, news: { count: news.length, first } })
  }

  close(): void {
    clearTimeout(this.timer)
    this.timer = undefined
  }
}
