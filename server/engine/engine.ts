import { resolve } from 'node:path'
import { openStore } from '../database/openStore'
import type { Store } from '../database/openStore'
import { seed } from '../database/seed'
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
export async function openEngine(folder: string, address: string): Promise<Engine> {
  const store = await openStore(folder, address)
  await seed(store.database, Date.now())
  const feed = new LiveFeed(newId())
  const queue = new SerialQueue()
  const book = await LeverBook.read(store.database, queue, feed)
  const workstation = await Workstation.resume(store.database, queue, feed)
  const keyDesk = new KeyDesk(book, workstation, feed)
  return {
    store, book, workstation, keyDesk, feed,
    async close() {
      feed.close()
      workstation.close()
      await queue.idle()
      await store.close()
    },
  }
}

let engine: Promise<Engine> | undefined

/** The engine of this server, opened at first use. */
export function useEngine(): Promise<Engine> {
  engine ??= openEngine(resolve(process.env.KEEN_DATA ?? '.data'), `http://127.0.0.1:${process.env.PORT ?? process.env.NITRO_PORT ?? 4173}`)
  return engine
}
