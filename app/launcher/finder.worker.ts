import type { Findable } from '~~/core/finding'
import { createIndex } from '~~/core/search'
import { assertNever } from '~~/core/result'
import type { FromFinder, ToFinder, Wanted } from './finderMessages'

/** The index of all that can be found, away from the page, so that no key waits for it. */
let index = createIndex<Findable>([])
let used: ReadonlyMap<string, number> = new Map()

function answer(message: FromFinder): void {
  self.postMessage(message)
}

function hitsFor({ query, limit, kinds, category, first }: Wanted) {
  const only = category === undefined ? undefined : (entry: Findable) => entry.categories?.includes(category) ?? false
  // With nothing typed, what was used last stands first, and nothing else counts.
  const counts = query.trim() === '' ? {} : { used }
  return index.search(query, { limit, kinds, only, first, ...counts })
}

self.onmessage = async ({ data }: MessageEvent<ToFinder>) => {
  switch (data.kind) {
    case 'put':
      return index.putAll(data.entries)
    case 'remove':
      for (const id of data.ids) index.remove(id)
      return
    case 'clear':
      index = createIndex<Findable>([])
      return
    case 'used':
      used = data.used
      return
    case 'search':
      return answer({ kind: 'hits', seq: data.seq, hits: hitsFor(data.wanted), size: index.size() })
    case 'sum': {
      // The maths library is large; it is loaded with the first sum.
      const { evaluateSum } = await import('~~/core/sums')
      const sum = evaluateSum(data.text, data.before)
      return answer({ kind: 'sum', seq: data.seq, value: sum.ok ? sum.value : undefined })
    }
    default:
      assertNever(data)
  }
}
