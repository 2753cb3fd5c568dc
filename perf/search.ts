// A key in the launcher until its hits are there, typed letter by letter, beside what libraries take for the same.
import uFuzzy from '@leeoniya/ufuzzy'
import * as fuzzysort from 'fuzzysort'
import { createIndex } from '../core/search'
import type { SearchEntry } from '../core/search'
import { percentile, table } from './measure'
import { corpus, wanted } from './searchCorpus'

const SHOWN = 5
const LIMIT = 20
type Search = (typed: string) => string[]

/** Every beginning of every query, as it is typed. */
const keystrokes = wanted.flatMap(({ typed }) => Array.from({ length: typed.length }, (_, i) => typed.slice(0, i + 1)))

function own(entries: readonly SearchEntry[]): Search {
  const index = createIndex(entries)
  return (typed) => index.search(typed, { limit: LIMIT }).map(({ entry }) => entry.id)
}

const textOf = ({ name, aliases = [], detail = '' }: SearchEntry) => [name, ...aliases, detail].join(' ')

function sorted(entries: readonly SearchEntry[]): Search {
  const snapshot = fuzzysort.snapshot(entries, {
    keys: ['name', (entry: SearchEntry) => (entry.aliases ?? []).join(' '), 'detail'],
  })
  return (typed) => fuzzysort.go(typed, snapshot, { limit: LIMIT }).map((hit) => hit.obj.id)
}

function micro(entries: readonly SearchEntry[], intraMode: 0 | 1): Search {
  const haystack = uFuzzy.latinize(entries.map(textOf))
  const search = new uFuzzy(intraMode === 1 ? { intraMode, intraIns: 1, intraSub: 1, intraTrn: 1, intraDel: 1 } : {})
  return (typed) => {
    const [found, info, order] = search.search(haystack, uFuzzy.latinize([typed])[0]!, 4, 1000)
    if (!found) return []
    const ids = info && order ? order.map((at) => info.idx[at]!) : found
    return ids.slice(0, LIMIT).map((at) => entries[at]!.id)
  }
}

function sortedThenMicro(entries: readonly SearchEntry[]): Search {
  const [one, other] = [sorted(entries), micro(entries, 1)]
  return (typed) => {
    const hits = one(typed)
    return hits.length >= SHOWN ? hits : [...new Set([...hits, ...other(typed)])]
  }
}

const ways: [string, (entries: readonly SearchEntry[]) => Search][] = [
  ['core/search', own],
  ['fuzzysort, then uFuzzy with one error', sortedThenMicro],
  ['fuzzysort', sorted],
  ['uFuzzy', (entries) => micro(entries, 0)],
]

const heapMb = () => {
  for (let i = 0; i < 4; i++) globalThis.gc?.()
  const { heapUsed, arrayBuffers } = process.memoryUsage()
  return (heapUsed + arrayBuffers) / 1e6
}

/** Texts that were put together from pieces are made whole when they are first read. */
const readAll = (entries: readonly SearchEntry[]) =>
  entries.reduce((sum, entry) => sum + Buffer.byteLength(textOf(entry)) + Buffer.byteLength(entry.name), 0)

const counts = process.argv.slice(2).map(Number)
const rows: (string | number)[][] = []
const missing: string[] = []
for (const count of counts.length > 0 ? counts : [1000, 10_000, 100_000]) {
  const entries = corpus(count)
  readAll(entries)
  for (const [name, make] of ways) {
    const heapBefore = heapMb()
    const startedAt = performance.now()
    const search = make(entries)
    const builtMs = performance.now() - startedAt
    const memory = heapMb() - heapBefore
    for (const typed of keystrokes.slice(0, 30)) search(typed)
    const took = keystrokes.map((typed) => {
      const at = performance.now()
      search(typed)
      return performance.now() - at
    })
    const lost = wanted.filter(({ typed, id }) => !search(typed).slice(0, SHOWN).includes(id))
    if (name === 'core/search') missing.push(...lost.map(({ how, typed }) => `${count}: ${how} “${typed}”`))
    const share = `${wanted.length - lost.length} of ${wanted.length}`
    rows.push([name, count.toLocaleString('en'), builtMs, percentile(took, 0.5), percentile(took, 0.95), share, memory])
  }
  const index = createIndex(entries)
  index.search('warm')
  const added = Array.from({ length: 2000 }, (_, i) => {
    const at = performance.now()
    index.put({ id: `new-${i}`, name: `New entry ${i}`, detail: `/home/watch/new/${i}` })
    return performance.now() - at
  })
  const found = Array.from({ length: 200 }, (_, i) => {
    index.put({ id: `newer-${i}`, name: `Newer entry ${i}` })
    const at = performance.now()
    index.search(`newer entry ${i}`)
    return performance.now() - at
  })
  rows.push([
    'an entry added (mean, p95); found at the next key (p50, p95)',
    count.toLocaleString('en'),
    added.reduce((a, b) => a + b, 0) / added.length,
    percentile(found, 0.5),
    percentile(found, 0.95),
    `${percentile(added, 0.95).toFixed(3)} ms`,
    '',
  ])
}
console.log(table(['way', 'entries', 'built ms', 'key p50 ms', 'p95 ms', `in the first ${SHOWN}`, 'MB'], rows))
if (missing.length > 0) console.log(`\nNot among the first ${SHOWN}: ${missing.join('; ')}`)
