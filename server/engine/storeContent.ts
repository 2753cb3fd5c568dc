import { readBeside } from '../database/content'
import type { StoreContent } from '../database/content'
import type { Store } from './store'

/** All that the store is about, as it stands: what is in memory is never altered in place, so that it fits together. */
export async function contentOf(store: Store): Promise<StoreContent> {
  const { book, bench } = store
  const { frames, levers, values, kits, keys, settings } = book
  const content = {
    frames: [...frames.values()],
    levers: [...levers.values()],
    values: [...values.values()],
    kits: [...kits.values()],
    keys,
    settings,
    bench,
  }
  return { ...content, ...(await store.aside(readBeside)) }
}
