import { resolve } from 'node:path'
import { isFrameOn } from '../../core/levers'
import { openStore } from '../database/openStore'
import type { Store } from '../database/openStore'
import { seed } from '../database/seed'
import { minuteOfDay } from './clock'
import { KeyDesk } from './keyDesk'
import { LeverBook } from './leverBook'
import { LiveFeed } from './liveFeed'
import { newId } from './newId'
import { SerialQueue } from './serialQueue'
import { Workstation } from './workstation'

/** Everything behind the routes. */
export interface Engine {
  readonly store: Store
  readonly book: LeverBook
  readonly workstation: Workstation
  readonly keyDesk: KeyDesk
  readonly feed: LiveFeed
  readonly close: () => Promise<void>
}

/** Opens the store of a folder, with the demo data on first use, and goes on where it was left. */
export async function openEngine(folder: string, address: string, options: { fresh?: boolean } = {}): Promise<Engine> {
  const store = await openStore(folder, address, options)
  await seed(store.database, Date.now())
  const feed = new LiveFeed(newId())
  const queue = new SerialQueue()
  const workstation = await Workstation.resume(store.database, queue, feed)
  const book = await LeverBook.read(store.database, queue, feed, workstation)
  workstation.framesOn = (frameId, bench) => {
    const frame = book.frame(frameId)
    return frame !== undefined && isFrameOn(frame, bench, minuteOfDay())
  }
  const keyDesk = new KeyDesk(book, workstation, feed)
  return {
    store,
    book,
    workstation,
    keyDesk,
    feed,
    async close() {
      feed.close()
      workstation.close()
      keyDesk.close()
      await queue.idle()
      await store.close()
    },
  }
}

let engine: Promise<Engine> | undefined

/** The engine of this server, opened at first use. */
export function useEngine(): Promise<Engine> {
  const { KEEN_DATA = '.data', KEEN_FRESH, PORT = '4173' } = process.env
  engine ??= openEngine(resolve(KEEN_DATA), `http://127.0.0.1:${PORT}`, { fresh: KEEN_FRESH === '1' })
  return engine
}
