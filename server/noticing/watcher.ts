import { findRepeats } from '../../core/noticing'
import type { NoticedAct, Repeat } from '../../core/noticing'
import type { FromNoticing, ToNoticing } from './messages'

/** What a pull by a key takes: a thought and a chord of three keys. */
export const PULL_MS = 1950

/** Keeps acts, and finds what repeats among the newest of them. */
export class Watcher {
  private acts: NoticedAct[] = []

  take(message: ToNoticing): FromNoticing | undefined {
    switch (message.kind) {
      case 'acts':
        this.acts.push(...message.acts)
        return undefined
      case 'forget':
        this.acts = []
        return undefined
      case 'look':
        return { seq: message.seq, repeats: this.look(message.most) }
    }
  }

  private look(most: number): Repeat[] {
    // Acts and pulls come from two places, each in its order.
    this.acts = this.acts.sort((a, b) => a.atMs - b.atMs).slice(-most)
    return findRepeats(this.acts, { pullCost: PULL_MS })
  }
}
