import { hasDaily, writeBackup } from '../database/backups'
import { writeCopy } from '../database/copies'
import { contentOf } from './storeContent'
import type { Store } from './store'
import { report } from '../report'

const FIRST_AFTER_MS = 5000
const EVERY_MS = 3_600_000

/**
 * Keeps copies of what the store is about beside its database: soon after the start, every hour in which something
 * changed, and when it stops. So there is a good one when the database is damaged. The first copy of a day is a backup,
 * too.
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

  private copy(): Promise<void> {
    this.isWriting = this.isWriting.then(async () => {
      const { benchVersion } = this.store
      const { revision } = this.store.book
      const nowMs = Date.now()
      const isDue = !hasDaily(this.folder, nowMs)
      const isCopied = this.copied?.revision === revision && this.copied.benchVersion === benchVersion
      if (isCopied && !isDue) return
      try {
        const content = await contentOf(this.store)
        if (!isCopied) await writeCopy(this.folder, content, nowMs)
        this.copied = { revision, benchVersion }
        if (isDue) await writeBackup(this.folder, content, 'daily', nowMs)
      } catch (error) {
        report('copy of the store', error)
      }
    })
    return this.isWriting
  }
}
