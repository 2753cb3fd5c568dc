import { readBeside } from '../database/content'
import { writeCopy } from '../database/copies'
import type { Store } from './store'

const FIRST_AFTER_MS = 5000
const EVERY_MS = 3_600_000

/**
 * Keeps copies of what the store is about beside its database: soon after the start, every hour in which something
 * changed, and when it stops. So there is a good one when the database is damaged.
 */
export class CopyKeeper {
  private timer: NodeJS.Timeout
  private copied: { revision: number; benchVersion: number } | undefined
  private isWriting: Promise<void> = Promise.resolve()
  private isClosed = false

  constructor(
    private readonly store: Store,
    private readonly folder: string,
  ) {
    this.timer = setTimeout(() => void this.copyAgain(), FIRST_AFTER_MS).unref()
  }

  /** Writes the last one. */
  async close(): Promise<void> {
    this.isClosed = true
    clearTimeout(this.timer)
    await this.copy()
  }

  private async copyAgain(): Promise<void> {
    await this.copy()
    if (!this.isClosed) this.timer = setTimeout(() => void this.copyAgain(), EVERY_MS).unref()
  }

  /** What is in memory is never altered in place, so that a copy of it fits together however long it takes. */
  private copy(): Promise<void> {
    this.isWriting = this.isWriting.then(async () => {
      const { book, bench, benchVersion } = this.store
      const { revision, frames, levers, values, kits, keys, settings } = book
      if (this.copied?.revision === revision && this.copied.benchVersion === benchVersion) return
      const content = {
        frames: [...frames.values()],
        levers: [...levers.values()],
        values: [...values.values()],
        kits: [...kits.values()],
        keys,
        settings,
        bench,
      }
      try {
        const beside = await this.store.aside(readBeside)
        await writeCopy(this.folder, { ...content, ...beside }, Date.now())
        this.copied = { revision, benchVersion }
      } catch (error) {
        console.error('copy of the store:', error)
      }
    })
    return this.isWriting
  }
}
